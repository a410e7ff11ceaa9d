import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import type { Source } from '../sources/source';
import { bankStrings } from './battery-posts';
import { type Part, postOf } from './part';
import type { WiringPlan } from './plan';
import type { Run, RunRole } from './run';

/** What a circuit is laid out for. */
export interface LayOutParts {
  loads: readonly Load[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  bank: Bank;
}

/** Watts from which a load has a circuit of its own. */
const OWN_CIRCUIT_W = 250;
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
 * A whole circuit out of the audit, the bank and the sources: a fuse at each battery, main fuse and switch, two bars, the shunt between the
 * bank's negative and everything else, and a way for every inverter, source and group of loads. What is there by the same id already
 * keeps what was measured or typed; what was added by hand stays.
 */
export function layOut(rig: LayOutParts, plan: WiringPlan): Pick<WiringPlan, 'parts' | 'runs'> {
  const strings = bankStrings(rig.bank);
  const parts: Part[] = [];
  const runs: Run[] = [];
  const had = {
    parts: new Map(plan.parts.map((part) => [part.id, part])),
    runs: new Map(plan.runs.map((run) => [run.id, run])),
  };
  const put = (part: Part) => {
    const before = had.parts.get(part.id);
    parts.push(before?.kind === part.kind ? merged(before, part) : part);
  };
  const join = (id: string, role: RunRole, from: string, to: string, lengthM: number, more: Partial<Run> = {}) => {
    const before = had.runs.get(id);
    runs.push(before ? { ...before } : { ...newRun(id, role, from, to, lengthM), ...more });
  };
  const common = (id: string, name: string) => ({ id, name, stud: 'M8' as const, lugsMost: 2, torqueNm: null });
  const fuse = (id: string, name: string) => put({ ...common(id, name), kind: 'fuse', family: null, ratingA: null });
  const bar = (id: string, name: string, polarity: 'positive' | 'negative') =>
    put({ ...common(id, name), kind: 'bar', polarity, ratingA: null, lugsMost: 12 });

  const many = strings.length > 1;
  if (many) {
    bar('bank-plus', 'Positive bar of the bank', 'positive');
    bar('bank-minus', 'Negative bar of the bank', 'negative');
  }
  strings.forEach(({ id, name }) => {
    if (!many) return;
    fuse(`fuse-${id}`, `Fuse of ${name.toLowerCase()}`);
    join(`${id}-post`, 'positive', postOf(id, '+'), postOf(`fuse-${id}`, 'in'), GUESS.post);
    join(`${id}-plus`, 'positive', postOf(`fuse-${id}`, 'out'), postOf('bank-plus', 'bar'), GUESS.bank);
    join(`${id}-minus`, 'negative', postOf(id, '-'), postOf('bank-minus', 'bar'), GUESS.bank + GUESS.post);
  });
  const plus = many ? postOf('bank-plus', 'bar') : postOf('battery-1', '+');
  const minus = many ? postOf('bank-minus', 'bar') : postOf('battery-1', '-');
  // Strings that are fused each need no fuse behind them: what is behind bears what they let through together.
  if (!many) fuse('fuse-main', 'Main fuse');
  put({ ...common('switch-main', 'Main switch'), kind: 'switch', ratingA: null });
  bar('plus', 'Positive bar', 'positive');
  put({ ...common('shunt', 'Shunt'), kind: 'shunt', ratingA: null, milliV: 50 });
  bar('minus', 'Negative bar', 'negative');
  if (!many) join('main-fuse', 'positive', plus, postOf('fuse-main', 'in'), GUESS.post);
  join('main-switch', 'positive', many ? plus : postOf('fuse-main', 'out'), postOf('switch-main', 'in'), GUESS.trunk);
  join('main-plus', 'positive', postOf('switch-main', 'out'), postOf('plus', 'bar'), GUESS.trunk);
  join('main-shunt', 'negative', minus, postOf('shunt', 'bank'), GUESS.trunk);
  join('main-minus', 'negative', postOf('shunt', 'system'), postOf('minus', 'bar'), GUESS.post);

  const feed = (part: Part, fuseName: string, lengthM: number, more: Partial<Run> = {}, from = '') => {
    put(part);
    fuse(`fuse-${part.id}`, fuseName);
    join(`${part.id}-bar`, 'positive', postOf(`${from}plus`, 'bar'), postOf(`fuse-${part.id}`, 'in'), GUESS.bar);
    join(`${part.id}-plus`, 'positive', postOf(`fuse-${part.id}`, 'out'), postOf(part.id, '+'), lengthM, more);
    join(`${part.id}-minus`, 'negative', postOf(part.id, '-'), postOf(`${from}minus`, 'bar'), lengthM, more);
  };
  rig.inverters.forEach((inverter, k) => {
    // The way to the inverter that was measured before there was a circuit.
    const known = k === 0 && plan.runs.length === 0 && plan.inverterRun.lengthBy === 'measured';
    const { lengthM, areaMm2, lengthBy } = plan.inverterRun;
    feed(
      {
        ...common(`inverter-${inverter.id}`, inverter.name || 'Inverter'),
        kind: 'inverter',
        inverterId: inverter.id,
        dropFraction: null,
      },
      `Fuse of ${inverter.name || 'the inverter'}`,
      known ? lengthM : GUESS.inverter,
      known ? { lengthBy, areaMm2 } : {},
    );
  });
  for (const source of rig.sources) {
    if (!source.on) continue;
    feed(
      {
        ...common(`source-${source.id}`, source.name || 'Charger'),
        kind: 'charger',
        sourceId: source.id,
        dropFraction: null,
      },
      `Fuse of ${source.name || 'the charger'}`,
      GUESS.charger,
    );
  }
  // Small circuits hang on a block of their own: at the end of its cable the short circuit is one that small fuses break.
  const circuits = circuitsOf(rig.loads, plan);
  if (circuits.length > 0) {
    bar('block-plus', 'Block of the circuits, positive', 'positive');
    bar('block-minus', 'Block of the circuits, negative', 'negative');
    fuse('fuse-block', 'Fuse of the block');
    join('block-bar', 'positive', postOf('plus', 'bar'), postOf('fuse-block', 'in'), GUESS.bar);
    join('block-feed', 'positive', postOf('fuse-block', 'out'), postOf('block-plus', 'bar'), GUESS.block);
    join('block-return', 'negative', postOf('block-minus', 'bar'), postOf('minus', 'bar'), GUESS.block);
  }
  for (const { id, name, loadIds } of circuits) {
    const part: Part = { ...common(id, name), kind: 'loads', loadIds, dropFraction: null, stud: 'M6' };
    feed(part, `Fuse of ${name}`, GUESS.loads, {}, 'block-');
  }
  put({ ...common('chassis', 'Chassis'), kind: 'chassis' });
  join('bond', 'bond', postOf('minus', 'bar'), postOf('chassis', 'bolt'), GUESS.bond);
  put({ ...common('monitor', 'Monitor'), kind: 'monitor', stud: 'M5' });
  put({ ...common('fuse-monitor', 'Fuse of the monitor'), kind: 'fuse', family: 'blade', ratingA: 1 });
  join('monitor-post', 'sense', plus, postOf('fuse-monitor', 'in'), GUESS.post);
  join('monitor-plus', 'sense', postOf('fuse-monitor', 'out'), postOf('monitor', '+'), GUESS.monitor);

  const [newParts, newRuns] = [new Set(parts.map(({ id }) => id)), new Set(runs.map(({ id }) => id))];
  // Made by hand, or for what is no longer planned: the former stays.
  const kept = plan.parts.filter(({ id, kind }) => !newParts.has(id) && (kind === 'other' || id.startsWith('own-')));
  const posts = new Set([...parts, ...kept].map(({ id }) => id).concat(strings.map(({ id }) => id)));
  const keptRuns = plan.runs.filter(
    (run) =>
      !newRuns.has(run.id) &&
      run.id.startsWith('own-') &&
      [run.from, run.to].every((post) => posts.has(post.slice(0, post.lastIndexOf('.')))),
  );
  return { parts: [...parts, ...kept], runs: labelled([...runs, ...keptRuns]) };
}

/** What is there keeps its own; what follows from the plan (its loads) is brought up to date. */
const merged = (before: Part, now: Part): Part =>
  before.kind === 'loads' && now.kind === 'loads' ? { ...before, loadIds: now.loadIds } : before;

/** A conductor as it is bought where nothing else is said. */
export const newRun = (id: string, role: RunRole, from: string, to: string, lengthM: number): Run => ({
  id,
  label: '',
  role,
  from,
  to,
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

/** What was added beside the plan, a maintainer or a heater: between the two bars, with a fuse of its own. */
export function otherConsumer(
  id: string,
  { name, currentA, gives }: { name: string; currentA: number; gives: boolean },
): Pick<WiringPlan, 'parts' | 'runs'> {
  const common = { stud: 'M8' as const, lugsMost: 2, torqueNm: null };
  return {
    parts: [
      { ...common, id, name, kind: 'other', gives, currentA, dropFraction: null },
      { ...common, id: `${id}-fuse`, name: `Fuse of ${name}`, kind: 'fuse', family: null, ratingA: null },
    ],
    runs: [
      newRun(`${id}-bar`, 'positive', postOf('plus', 'bar'), postOf(`${id}-fuse`, 'in'), GUESS.bar),
      newRun(`${id}-plus`, 'positive', postOf(`${id}-fuse`, 'out'), postOf(id, '+'), GUESS.charger),
      newRun(`${id}-minus`, 'negative', postOf(id, '-'), postOf('minus', 'bar'), GUESS.charger),
    ],
  };
}

/** Labels stay with their cables; new ones take the next numbers. */
export function labelled(runs: readonly Run[]): Run[] {
  let last = runs.reduce((most, { label }) => Math.max(most, Number(/\d+$/.exec(label)?.[0] ?? 0)), 0);
  return runs.map((run) => (run.label === '' ? { ...run, label: `W${String(++last).padStart(2, '0')}` } : run));
}

/** One circuit a group of DC loads; one of its own for what draws much or must never stop. Circuits made by hand keep their loads. */
function circuitsOf(loads: readonly Load[], plan: WiringPlan): { id: string; name: string; loadIds: string[] }[] {
  const own = new Set(
    plan.parts.flatMap((part) => (part.kind === 'loads' && part.id.startsWith('own-') ? part.loadIds : [])),
  );
  const circuits = new Map<string, { id: string; name: string; loadIds: string[] }>();
  for (const load of loads) {
    if (load.supply !== 'dc' || own.has(load.id)) continue;
    const alone = load.must || wattsOf(load) * load.quantity >= OWN_CIRCUIT_W;
    const [id, name] = alone
      ? [`load-${load.id}`, load.name || 'Unnamed load']
      : [`group-${load.group}`.slice(0, 48), load.group || 'Loads'];
    const circuit = circuits.get(id) ?? { id, name, loadIds: [] };
    circuit.loadIds.push(load.id);
    circuits.set(id, circuit);
  }
  return [...circuits.values()];
}

const wattsOf = ({ power }: Load) => (power.by === 'watts' ? power.powerW : power.voltageV * power.currentA);
