import type { AuditLine } from '../audit/audit-line';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import type { Source } from '../sources/source';
import { bankStrings } from './battery-posts';
import { type Part, POSTS, postOf } from './part';
import type { WiringPlan } from './plan';
import type { Run, RunRole } from './run';

/** What a circuit is laid out for. */
export interface LayOutParts {
  loads: readonly Load[];
  /** Of the audit: what each load draws while it runs. */
  lines: readonly Pick<AuditLine, 'id' | 'runningW'>[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  bank: Bank;
}

type Laid = Pick<WiringPlan, 'parts' | 'runs'>;

/** Watts from which a load has a circuit of its own. */
const OWN_CIRCUIT_W = 250;
const NAME_MOST = 120;
/** m, one way; guesses until somebody has gone round with a string. */
const GUESS = {
  post: 0.1,
  bank: 0.4,
  bar: 0.1,
  trunk: 0.5,
  inverter: 1,
  charger: 1.5,
  block: 4,
  loads: 3,
  monitor: 1.5,
  bond: 1,
};

/**
 * A whole circuit out of the audit, the bank and the sources: a fuse at each battery, switch, two bars, the shunt between the bank's negative
 * and everything else, and a way for every inverter, source and group of loads. What is there by the same id already keeps what was
 * measured, typed or moved; what was added by hand stays as long as its posts do.
 */
export function layOut(rig: LayOutParts, plan: WiringPlan): Laid {
  const proposed = proposal(rig, plan);
  const parts = withFormer(proposed.parts, plan.parts, keptPart, ({ id }) => isByHand(id));
  const posts = new Set([
    ...parts.flatMap(({ id, kind }) => POSTS[kind].map((post) => postOf(id, post))),
    ...bankStrings(rig.bank).flatMap(({ id }) => [postOf(id, '+'), postOf(id, '-')]),
  ]);
  const isJoined = ({ from, to }: Run) => posts.has(from) && posts.has(to);
  const runs = withFormer(
    proposed.runs,
    plan.runs,
    (before, now) => ({
      ...before,
      ...(before.endsBy === 'rules' || !isJoined(before)
        ? { from: now.from, to: now.to, endsBy: 'rules' as const }
        : {}),
    }),
    (run) => isByHand(run.id) && isJoined(run),
  );
  return { parts, runs: labelled(runs) };
}

/** Things that a hand added, by their ids. */
const isByHand = (id: string) => id.startsWith('own-');

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

/** What was typed stays; its name, and the loads on it, follow the plan. */
function keptPart(before: Part, now: Part): Part {
  if (before.kind !== now.kind) return now;
  const kept = { ...before, name: now.name };
  return kept.kind === 'loads' && now.kind === 'loads' ? { ...kept, loadIds: now.loadIds } : kept;
}

/** The circuit as it would be laid out for a rig that had none. */
function proposal(rig: LayOutParts, plan: WiringPlan): Laid {
  const parts: Part[] = [];
  const runs: Run[] = [];
  const join = (id: string, role: RunRole, from: string, to: string, lengthM: number, more: Partial<Run> = {}) =>
    runs.push({ ...newRun(id, role, from, to, lengthM), ...more });
  const fuse = (id: string, of: string) => parts.push(newFuse(id, of));
  const bar = (id: string, name: string, polarity: 'positive' | 'negative') =>
    parts.push({ ...common(id, name), kind: 'bar', polarity, ratingA: null, lugsMost: 12 });

  const strings = bankStrings(rig.bank);
  const many = strings.length > 1;
  const plus = many ? postOf('bank-plus', 'bar') : postOf('battery-1', '+');
  const minus = many ? postOf('bank-minus', 'bar') : postOf('battery-1', '-');
  // Strings that are fused each need no fuse behind them: what is behind bears what they let through together.
  if (many) {
    bar('bank-plus', 'Positive bar of the bank', 'positive');
    bar('bank-minus', 'Negative bar of the bank', 'negative');
    for (const { id, name } of strings) {
      fuse(`fuse-${id}`, name.toLowerCase());
      join(`${id}-post`, 'positive', postOf(id, '+'), postOf(`fuse-${id}`, 'in'), GUESS.post);
      join(`${id}-plus`, 'positive', postOf(`fuse-${id}`, 'out'), plus, GUESS.bank);
      join(`${id}-minus`, 'negative', postOf(id, '-'), minus, GUESS.bank + GUESS.post);
    }
  } else {
    parts.push({ ...newFuse('fuse-main', ''), name: 'Main fuse' });
    join('main-fuse', 'positive', plus, postOf('fuse-main', 'in'), GUESS.post);
  }
  parts.push({ ...common('switch-main', 'Main switch'), kind: 'switch', ratingA: null });
  bar('plus', 'Positive bar', 'positive');
  parts.push({ ...common('shunt', 'Shunt'), kind: 'shunt', ratingA: null, fullScaleV: 0.05 });
  bar('minus', 'Negative bar', 'negative');
  join('main-switch', 'positive', many ? plus : postOf('fuse-main', 'out'), postOf('switch-main', 'in'), GUESS.trunk);
  join('main-plus', 'positive', postOf('switch-main', 'out'), PLUS_BAR, GUESS.trunk);
  join('main-shunt', 'negative', minus, postOf('shunt', 'bank'), GUESS.trunk);
  join('main-minus', 'negative', postOf('shunt', 'system'), MINUS_BAR, GUESS.post);

  const feed = (part: Part, lengthM: number, more: Partial<Run> = {}, bars: Bars = MAIN_BARS) => {
    const fed = betweenBars(part, lengthM, more, bars);
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
      known ? { lengthBy, areaMm2 } : {},
    );
  });
  for (const { id, name, on } of rig.sources)
    if (on)
      feed(
        { ...common(idFor('source', id), name || 'Charger'), kind: 'charger', sourceId: id, dropFraction: null },
        GUESS.charger,
      );
  // Small circuits hang on a block of their own: at the end of its cable the short circuit is one that small fuses break.
  const circuits = circuitsOf(rig, plan);
  if (circuits.length > 0) {
    bar('block-plus', 'Block of the circuits, positive', 'positive');
    bar('block-minus', 'Block of the circuits, negative', 'negative');
    fuse('fuse-block', 'the block');
    join('block-bar', 'positive', PLUS_BAR, postOf('fuse-block', 'in'), GUESS.bar);
    join('block-feed', 'positive', postOf('fuse-block', 'out'), BLOCK_BARS.plus, GUESS.block);
    join('block-return', 'negative', BLOCK_BARS.minus, MINUS_BAR, GUESS.block);
  }
  for (const { id, name, loadIds } of circuits)
    feed({ ...common(id, name), kind: 'loads', loadIds, dropFraction: null, stud: 'M6' }, GUESS.loads, {}, BLOCK_BARS);
  parts.push({ ...common('chassis', 'Chassis'), kind: 'chassis' });
  join('bond', 'bond', MINUS_BAR, postOf('chassis', 'bolt'), GUESS.bond);
  parts.push({ ...common('monitor', 'Monitor'), kind: 'monitor', stud: 'M5' });
  parts.push({ ...newFuse('fuse-monitor', 'the monitor'), family: 'blade', ratingA: 1 });
  join('monitor-post', 'sense', plus, postOf('fuse-monitor', 'in'), GUESS.post);
  join('monitor-plus', 'sense', postOf('fuse-monitor', 'out'), postOf('monitor', '+'), GUESS.monitor);
  return { parts, runs };
}

const PLUS_BAR = postOf('plus', 'bar');
/** Where every negative of the system side comes to. */
export const MINUS_BAR = postOf('minus', 'bar');

interface Bars {
  plus: string;
  minus: string;
}
const MAIN_BARS: Bars = { plus: PLUS_BAR, minus: MINUS_BAR };
const BLOCK_BARS: Bars = { plus: postOf('block-plus', 'bar'), minus: postOf('block-minus', 'bar') };

const common = (id: string, name: string) => ({
  id,
  name: name.slice(0, NAME_MOST),
  stud: 'M8' as const,
  lugsMost: 2,
  torqueNm: null,
});
const newFuse = (id: string, of: string): Extract<Part, { kind: 'fuse' }> => ({
  ...common(id, `Fuse of ${of}`),
  kind: 'fuse',
  family: null,
  ratingA: null,
});

/** A part between two bars, with a fuse of its own where it hangs on the positive one. */
function betweenBars(part: Part, lengthM: number, more: Partial<Run> = {}, { plus, minus }: Bars = MAIN_BARS): Laid {
  const { id, name } = part;
  const fuseId = isByHand(id) ? `${id}-fuse` : `fuse-${id}`;
  return {
    parts: [part, newFuse(fuseId, name)],
    runs: [
      newRun(`${id}-bar`, 'positive', plus, postOf(fuseId, 'in'), GUESS.bar),
      { ...newRun(`${id}-plus`, 'positive', postOf(fuseId, 'out'), postOf(id, '+'), lengthM), ...more },
      { ...newRun(`${id}-minus`, 'negative', postOf(id, '-'), minus, lengthM), ...more },
    ],
  };
}

/** What was added beside the plan, a maintainer or a heater: between the two bars, with a fuse of its own. */
export function otherConsumer(
  ownId: string,
  { name, currentA, gives }: { name: string; currentA: number; gives: boolean },
): Laid {
  const id = idFor('own', ownId);
  return betweenBars({ ...common(id, name), kind: 'other', gives, currentA, dropFraction: null }, GUESS.charger);
}

/** A conductor as it is bought where nothing else is said. */
export const newRun = (id: string, role: RunRole, from: string, to: string, lengthM: number): Run => ({
  id,
  label: '',
  role,
  from,
  to,
  endsBy: 'rules',
  lengthM,
  lengthBy: 'guessed',
  areaMm2: null,
  insulationC: 105,
  engineSpace: false,
  bundled: 1,
  fromLug: null,
  toLug: null,
  done: [],
});

/** A run by hand, from the negative bar to the chassis until its ends are chosen. */
export const handRun = (ownId: string): Run => ({
  ...newRun(idFor('own', ownId), 'negative', MINUS_BAR, postOf('chassis', 'bolt'), GUESS.bond),
  endsBy: 'hand',
});

/** Labels stay with their cables; new ones take the next numbers. */
export function labelled(runs: readonly Run[]): Run[] {
  let last = runs.reduce((most, { label }) => Math.max(most, Number(/\d+$/.exec(label)?.[0] ?? 0)), 0);
  return runs.map((run) => (run.label === '' ? { ...run, label: `W${String(++last).padStart(2, '0')}` } : run));
}

/** One circuit a group of DC loads; one of its own for what draws much or must never stop. Circuits made by hand keep their loads. */
function circuitsOf(
  { loads, lines }: LayOutParts,
  plan: WiringPlan,
): { id: string; name: string; loadIds: string[] }[] {
  const own = new Set(plan.parts.flatMap((part) => (part.kind === 'loads' && isByHand(part.id) ? part.loadIds : [])));
  const runningW = new Map(lines.map((line) => [line.id, line.runningW]));
  const circuits = new Map<string, { id: string; name: string; loadIds: string[] }>();
  for (const load of loads) {
    if (load.supply !== 'dc' || own.has(load.id)) continue;
    const alone = load.must || (runningW.get(load.id) ?? 0) >= OWN_CIRCUIT_W;
    const [id, name] = alone
      ? [idFor('load', load.id), load.name || 'Unnamed load']
      : [idFor('group', load.group), load.group || 'Loads'];
    const circuit = circuits.get(id) ?? { id, name, loadIds: [] };
    circuit.loadIds.push(load.id);
    circuits.set(id, circuit);
  }
  return [...circuits.values()];
}

/** Room for what is put before and behind it: fuse-…, …-minus. */
const ID_MOST = 48;

/** An id for what serves a thing; a long one is cut, and told from others that begin alike by a sum over all of it. */
function idFor(prefix: string, of: string): string {
  const whole = `${prefix}-${of}`;
  if (whole.length <= ID_MOST) return whole;
  let sum = 0;
  for (const char of whole) sum = (Math.imul(sum, 31) + (char.codePointAt(0) ?? 0)) >>> 0;
  const mark = `-${sum.toString(36)}`;
  return whole.slice(0, ID_MOST - mark.length) + mark;
}
