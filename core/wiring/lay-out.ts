import { asTyped } from '../quantity/format';
import { nominalVoltage } from '../cells/nominal-voltage';
import { devicesInUse } from '../sources/device';
import { joinsByRelay, takesFromSecond } from '../sources/source';
import { bankStrings, linksOf, stringPosts } from './battery-posts';
import { workOut } from './circuit';
import { converterV } from './converter';
import type { DemandParts } from './demand';
import { firstBeyond, mendsByFuse } from './mends-by-fuse';
import {
  type Bars,
  BLOCK_BARS,
  betweenBars,
  common,
  GUESS,
  idFor,
  isByHand,
  type Laid,
  labelled,
  MAIN_BARS,
  MINUS_BAR,
  newFuse,
  newRun,
  PLUS_BAR,
  smallBars,
} from './new-parts';
import { WIRING_LIMITS as LIMITS } from './limits';
import { INPUT, type Part, postOf, postsOf, type Stud } from './part';
import type { WiringPlan } from './plan';
import type { Run, RunRole } from './run';

const MAIN_FUSE = 'fuse-main';
const BANK_PLUS = 'bank-plus';
/** Watts from which a load has a circuit of its own. */
const OWN_CIRCUIT_W = 250;
/** A from which a circuit hangs on the main bars, as an inverter does: the block and its long cable are for small ones. */
const HEAVY_A = 40;
/**
 * A whole circuit out of the audit, the bank and the sources: a fuse at each battery, one behind them all where no cable bears what those
 * let through together, switch, two bars, the shunt between the bank's negative and everything else, and a way for every inverter, source and
 * group of loads. What is there by the same id already keeps what was measured, typed or moved; what was added by hand stays as long as
 * its posts do, and what was taken out stays out.
 */
export function layOut(rig: DemandParts, plan: WiringPlan): Laid {
  const strings = bankStrings(rig.bank).length;
  const isThere = (partId: string) => plan.parts.some(({ id }) => id === partId);
  const laid = laidOut(rig, plan, strings === 1 || (isThere(MAIN_FUSE) && isThere(BANK_PLUS)));
  if (laid.parts.some(({ id }) => id === MAIN_FUSE) || plan.removed.includes(MAIN_FUSE)) return laid;
  const tried = { ...rig, wiring: { ...plan, ...laid } };
  const circuit = workOut(tried);
  const first = firstBeyond(circuit, 'fuse');
  return first !== undefined && mendsByFuse(tried, circuit, first) ? laidOut(rig, plan, true) : laid;
}

function laidOut(rig: DemandParts, plan: WiringPlan, hasMainFuse: boolean): Laid {
  const removed = new Set(plan.removed);
  const isThere = ({ id }: { id: string }) => !removed.has(id);
  const whole = proposal(rig, plan, hasMainFuse);
  const proposed = { parts: whole.parts.filter(isThere), runs: whole.runs.filter(isThere) };
  const parts = withFormer(proposed.parts, plan.parts, keptPart, ({ id }) => isByHand(id));
  const posts = new Set([...parts.flatMap(postsOf), ...bankStrings(rig.bank).flatMap(stringPosts)]);
  const isJoined = ({ from, to }: Run) => posts.has(from) && posts.has(to);
  const runs = withFormer(
    proposed.runs,
    plan.runs,
    (before, now) => ({
      ...before,
      ...(before.endsBy === 'rules' || !isJoined(before) || before.from === before.to
        ? { from: now.from, to: now.to, endsBy: 'rules' as const }
        : {}),
    }),
    (run) => isByHand(run.id) && isJoined(run),
  );
  return { parts, runs: labelled(runs) };
}

/** What is proposed, with what it was before, and what was added by hand behind it. */
function withFormer<Thing extends { id: string }>(
  proposed: readonly Thing[],
  former: readonly Thing[],
  keep: (before: Thing, now: Thing) => Thing,
  stays: (thing: Thing) => boolean,
): Thing[] {
  const before = new Map(former.map((thing) => [thing.id, thing]));
  const ids = new Set(proposed.map(({ id }) => id));
  return [
    ...proposed.map((now) => {
      const own = before.get(now.id);
      return own ? keep(own, now) : now;
    }),
    ...former.filter((thing) => !ids.has(thing.id) && stays(thing)),
  ];
}

/** What was typed stays; its name, the loads on it, and whether a charger has an input, follow the plan. */
function keptPart(before: Part, now: Part): Part {
  if (before.kind !== now.kind) return now;
  const kept = { ...before, name: now.name };
  if (kept.kind === 'loads' && now.kind === 'loads')
    return { ...kept, loadIds: now.loadIds, converterV: now.converterV };
  if (kept.kind === 'charger' && now.kind === 'charger') return { ...kept, hasInput: now.hasInput };
  return kept;
}

/** The circuit as it would be laid out for a rig that had none. */
function proposal(rig: DemandParts, plan: WiringPlan, hasMainFuse: boolean): Laid {
  const parts: Part[] = [];
  const runs: Run[] = [];
  const join = (id: string, role: RunRole, from: string, to: string, lengthM: number, more: Partial<Run> = {}) =>
    runs.push({ ...newRun(id, role, from, to, lengthM), ...more });
  const fuse = (id: string, of: string) => parts.push(newFuse(id, of));
  const bar = (id: string, name: string, polarity: 'positive' | 'negative') =>
    parts.push({ ...common(id, name), kind: 'bar', polarity, ratingA: null });

  const strings = bankStrings(rig.bank);
  const many = strings.length > 1;
  const plus = many ? postOf(BANK_PLUS, 'bar') : postOf('battery-1', '+');
  const minus = many ? postOf('bank-minus', 'bar') : postOf('battery-1', '-');
  if (many) {
    bar(BANK_PLUS, 'Positive bar of the bank', 'positive');
    bar('bank-minus', 'Negative bar of the bank', 'negative');
    for (const { id, name } of strings) {
      fuse(`fuse-${id}`, name.toLowerCase());
      join(`${id}-post`, 'positive', postOf(id, '+'), postOf(`fuse-${id}`, 'in'), GUESS.post);
      join(`${id}-plus`, 'positive', postOf(`fuse-${id}`, 'out'), plus, GUESS.bank);
      join(`${id}-minus`, 'negative', postOf(id, '-'), minus, GUESS.bank + GUESS.post);
    }
  }
  if (hasMainFuse) {
    parts.push({ ...newFuse(MAIN_FUSE, ''), name: 'Main fuse' });
    join('main-fuse', 'positive', plus, postOf(MAIN_FUSE, 'in'), GUESS.post);
  }
  for (const string of strings)
    linksOf(string).forEach(({ from, to }, k) => join(`${string.id}-link-${k + 1}`, 'link', from, to, GUESS.link));
  parts.push({ ...common('switch-main', 'Main switch'), kind: 'switch', ratingA: null });
  bar('plus', 'Positive bar', 'positive');
  parts.push({ ...common('shunt', 'Shunt'), kind: 'shunt', ratingA: null, fullScaleV: 0.05 });
  bar('minus', 'Negative bar', 'negative');
  join(
    'main-switch',
    'positive',
    hasMainFuse ? postOf(MAIN_FUSE, 'out') : plus,
    postOf('switch-main', 'in'),
    GUESS.trunk,
  );
  join('main-plus', 'positive', postOf('switch-main', 'out'), PLUS_BAR, GUESS.trunk);
  join('main-shunt', 'negative', minus, postOf('shunt', 'bank'), GUESS.trunk);
  join('main-minus', 'negative', postOf('shunt', 'system'), MINUS_BAR, GUESS.post);

  const feed = (...[part, lengthM, way]: Parameters<typeof betweenBars>) => {
    const fed = betweenBars(part, lengthM, way);
    parts.push(...fed.parts);
    runs.push(...fed.runs);
  };
  rig.inverters.forEach(({ id, name }, k) => {
    // The way to the inverter that was measured before there was a circuit.
    const { lengthM, areaMm2, lengthBy } = plan.inverterRun;
    const known = k === 0 && plan.runs.length === 0 && lengthBy === 'measured';
    feed(
      { ...common(idFor('inverter', id), name || 'Inverter'), kind: 'inverter', inverterId: id, dropFraction: null },
      known ? lengthM : GUESS.inverter,
      { more: known ? { lengthBy, areaMm2 } : {} },
    );
  });
  const onSecond = rig.sources.filter((source) => source.on && takesFromSecond(source));
  const secondPlus = postOf(onSecond.length > 1 ? 'second-plus' : 'second', onSecond.length > 1 ? 'bar' : '+');
  const chargers = new Set(devicesInUse(rig).flatMap(({ device: { is, id } }) => (is === 'charger' ? [id] : [])));
  for (const source of rig.sources) {
    // What an inverter gives comes by its own cables.
    if (!chargers.has(source.id)) continue;
    const id = idFor('source', source.id);
    const [isRelay, hasInput] = [joinsByRelay(source), takesFromSecond(source)];
    const name = source.name || 'Charger';
    feed(
      { ...common(id, name), kind: 'charger', sourceId: source.id, hasInput, dropFraction: null },
      GUESS.charger,
      // Its negative comes as far as its positive, which leads on from the relay.
      isRelay ? { positiveTo: postOf(`relay-${id}`, 'in'), backM: GUESS.charger + GUESS.second } : {},
    );
    if (isRelay) {
      // A battery feeds it from its far end too.
      parts.push({ ...common(`relay-${id}`, `Relay of ${name}`), kind: 'relay', ratingA: null });
      parts.push({ ...newFuse(`far-${id}`, name), name: `Far fuse of ${name}` });
      join(`${id}-relay`, 'positive', postOf(`relay-${id}`, 'out'), postOf(`far-${id}`, 'in'), GUESS.second);
      join(`${id}-far`, 'positive', postOf(`far-${id}`, 'out'), postOf(id, '+'), GUESS.post);
    }
    if (hasInput) {
      parts.push({ ...newFuse(`second-${id}`, name), name: `Input fuse of ${name}` });
      join(`${id}-in-post`, 'positive', secondPlus, postOf(`second-${id}`, 'in'), GUESS.nearPost);
      join(`${id}-in`, 'positive', postOf(`second-${id}`, 'out'), postOf(id, INPUT), GUESS.second);
    }
  }
  if (onSecond.length > 1) {
    bar('second-plus', 'Positive bar of the starter battery', 'positive');
    join('second-bar', 'positive', postOf('second', '+'), secondPlus, GUESS.nearPost);
  }
  if (onSecond.length > 0) {
    parts.push({ ...common('second', 'Starter battery'), kind: 'second-battery', nominalV: 12, ohm: null });
    join('second-minus', 'negative', postOf('second', '-'), postOf('chassis', 'bolt'), GUESS.post);
  }
  const circuits = circuitsOf(rig, plan);
  const feedLoads = ({ id, name, loadIds, converterV }: CircuitOfLoads, stud: Stud, bars: Bars) =>
    feed({ ...common(id, name), kind: 'loads', loadIds, converterV, dropFraction: null, stud }, GUESS.loads, { bars });
  const heavyW = HEAVY_A * nominalVoltage(rig.bank).value;
  const isHeavy = ({ id, runningW }: CircuitOfLoads) => hangsOnMain(id, plan) ?? runningW >= heavyW;
  const small = circuits.filter((one) => !isHeavy(one));
  for (const heavy of circuits) if (isHeavy(heavy)) feedLoads(heavy, 'M8', MAIN_BARS);
  // Small circuits hang on a block of their own: at the end of its cable the short circuit is one that small fuses break.
  if (small.length > 0) {
    bar('block-plus', 'Block of the circuits, positive', 'positive');
    bar('block-minus', 'Block of the circuits, negative', 'negative');
    fuse('fuse-block', 'the block');
    join('block-bar', 'positive', PLUS_BAR, postOf('fuse-block', 'in'), GUESS.bar);
    join('block-feed', 'positive', postOf('fuse-block', 'out'), BLOCK_BARS.plus, GUESS.block);
    join('block-return', 'negative', BLOCK_BARS.minus, MINUS_BAR, GUESS.block);
  }
  const blockBars = smallBars((barId) => !plan.removed.includes(barId));
  for (const circuit of small) feedLoads(circuit, 'M6', blockBars);
  parts.push({ ...common('chassis', 'Chassis'), kind: 'chassis' });
  join('bond', 'bond', MINUS_BAR, postOf('chassis', 'bolt'), GUESS.bond);
  parts.push({ ...common('monitor', 'Monitor'), kind: 'monitor', stud: 'M5' });
  // As monitors ask for; which family will do depends on where it lies.
  parts.push({ ...newFuse('fuse-monitor', 'the monitor'), ratingA: 1 });
  join('monitor-post', 'sense', plus, postOf('fuse-monitor', 'in'), GUESS.post);
  join('monitor-plus', 'sense', postOf('fuse-monitor', 'out'), postOf('monitor', '+'), GUESS.monitor);
  return {
    parts: parts.map((part) => (part.kind === 'bar' ? { ...part, lugsMost: waysFor(part, runs) } : part)),
    runs,
  };
}

/** Bars and blocks are sold with so many ways, and multiples of them. */
const WAYS = 12;

/** Ways of a bar, enough for what is joined to it, as far as there are such. */
function waysFor({ id }: Part, runs: readonly Run[]): number {
  const post = postOf(id, 'bar');
  const joined = runs.filter(({ from, to }) => from === post || to === post).length;
  return Math.min(LIMITS.lugsMost.max, WAYS * Math.max(1, Math.ceil(joined / WAYS)));
}

/** Whether a circuit that was measured or made hangs on the main bars: there it stays. Null: nothing of it lies anywhere yet. */
function hangsOnMain(id: string, { runs }: WiringPlan): boolean | null {
  const own = runs.filter((run) => [`${id}-bar`, `${id}-plus`, `${id}-minus`].includes(run.id));
  if (!own.some(({ lengthBy, cut }) => lengthBy === 'measured' || cut !== null)) return null;
  return own.some(({ from }) => from === PLUS_BAR);
}

interface CircuitOfLoads {
  id: string;
  name: string;
  loadIds: string[];
  /** With all of them running. */
  runningW: number;
  /** V of the converter before them. */
  converterV: number | null;
}

/** One circuit a group of DC loads, and one behind a converter for those of it that take another voltage; one of its own for what draws much or must never stop. Circuits made by hand keep their loads. */
function circuitsOf(rig: DemandParts, plan: WiringPlan): CircuitOfLoads[] {
  const {
    loads,
    audit: { lines },
  } = rig;
  const own = new Set(plan.parts.flatMap((part) => (part.kind === 'loads' && isByHand(part.id) ? part.loadIds : [])));
  const runningW = new Map(lines.map((line) => [line.id, line.runningW]));
  const circuits = new Map<string, CircuitOfLoads>();
  for (const load of loads) {
    if (load.supply !== 'dc' || own.has(load.id)) continue;
    const loadW = runningW.get(load.id) ?? 0;
    const alone = load.must || loadW >= OWN_CIRCUIT_W;
    const ownV = converterV(load, rig);
    const [id, name] = alone
      ? [idFor('load', load.id), load.name || 'Unnamed load']
      : [idFor(ownV === null ? 'group' : `group-${ownV}V`, load.group), load.group || 'Loads'];
    const circuit = circuits.get(id) ?? {
      ...{ id, loadIds: [], runningW: 0, converterV: ownV },
      name: ownV === null ? name : `${name}, ${asTyped(ownV)} V`,
    };
    circuit.loadIds.push(load.id);
    circuit.runningW += loadW;
    circuits.set(id, circuit);
  }
  return [...circuits.values()];
}
