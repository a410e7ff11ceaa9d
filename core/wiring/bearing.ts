import type { Currents, Flow } from './currents';
import { isTap } from './fuse-sizes';
import { postOf } from './part';
import type { Guard } from './protection';
import type { BornFor, Run } from './run';

/** What a run must bear until a fuse blows, A, by the sizes of the fuses: of what comes to it from either end the more. */
export interface Bearing {
  /** What the fuses before it let through. */
  beforeA: (sizes: Sizes) => number;
  /** What the other strings let through to its far end, where it leads to some of them only. */
  othersA: (sizes: Sizes) => number;
}
type Sizes = ReadonlyMap<string, number>;
const NONE: Bearing = { beforeA: () => 0, othersA: () => 0 };

/** A that a run must bear. */
export const bornA = ({ beforeA, othersA }: Bearing, sizes: Sizes): number => Math.max(beforeA(sizes), othersA(sizes));

export function bornFor({ role }: Run, designA: number, beforeA: number, othersA: number): BornFor {
  if (Math.max(beforeA, othersA) <= designA) return 'load';
  if (othersA > beforeA) return 'others';
  return role === 'bond' ? 'chassis' : 'fuse';
}

/**
 * For each run what it must bear. A positive: the fuses before it together; where it leads to some of the strings only, the others feed it
 * from its far end. A negative: as much as the positives of the same parts, or the last fuse of the one that it leads to. A link of a
 * string: the first fuse on the string’s way. A bond: what the positive bears that bears most, since that may come to touch the chassis.
 * Who bears what does not change with the sizes, so that it is looked up once.
 */
export function bearingsOf(
  runs: readonly Run[],
  guards: ReadonlyMap<string, Guard>,
  currents: Currents,
  nearM: number,
): ReadonlyMap<string, Bearing> {
  const positives = new Map<string, Bearing>();
  const wide: { strings: string; demands: ReadonlySet<unknown>; bears: Bearing }[] = [];
  for (const run of runs) {
    if (run.role !== 'positive') continue;
    const [guard, flow] = [guards.get(run.id), currents.flows.get(run.id)];
    const bears = guard && flow ? ofPositive(run, guard, flow, currents, nearM) : NONE;
    positives.set(run.id, bears);
    if (flow && !isTap(run, guard, nearM))
      wide.push({ strings: flow.strings.join(','), demands: new Set(flow.carried.map(({ demand }) => demand)), bears });
  }
  const ofOther = (run: Run): Bearing => {
    if (run.role === 'link') return ofLink(run, currents);
    return run.role === 'bond' ? ofBond(wide) : ofNegative(run, currents, wide);
  };
  return new Map(runs.map((run) => [run.id, positives.get(run.id) ?? ofOther(run)]));
}

/** What comes over the chassis from whichever positive touches it, those among them whose way back leads over the bond. */
const ofBond = (positives: readonly { bears: Bearing }[]): Bearing => ({
  ...NONE,
  beforeA: (sizes) => Math.max(0, ...positives.map(({ bears }) => bornA(bears, sizes))),
});

function ofPositive(run: Run, guard: Guard, flow: Flow, currents: Currents, nearM: number): Bearing {
  // A short lead to a fuse needs to bear no more than that fuse lets through: by the rule of the distance.
  if (isTap(run, guard, nearM)) return { ...NONE, beforeA: (sizes) => sizes.get(guard.leadsTo?.id ?? '') ?? 0 };
  const beforeA = (sizes: Sizes) => guard.fuses.reduce((all, { id }) => all + (sizes.get(id) ?? 0), 0);
  const isNear = run.lengthM <= nearM * (1 + 1e-9) && currents.outWays.every((way) => isRightBehindFuse(run, way));
  // From its far end it is the same: a fuse that it leads from is near enough.
  if (flow.strings.length === currents.stringCount || isNear) return { ...NONE, beforeA };
  return { beforeA, othersA: ofOthers(run, flow, currents) };
}

/** Whether a run begins at a fuse on a way, or does not lie on it. */
function isRightBehindFuse({ id }: Run, way: Currents['outWays'][number]): boolean {
  const k = way.findIndex((edge) => edge.run?.id === id);
  return k < 0 || way[k - 1]?.part?.kind === 'fuse';
}

/** What comes from the other strings: where the run’s own way has a fuse before they join it, no more than that lets through. */
function ofOthers(run: Run, { strings }: Flow, { flows, outWays, stringCount }: Currents): Bearing['othersA'] {
  const key = strings.join(',');
  const further = outWays.flatMap((way) => {
    const k = way.findIndex((edge) => edge.run?.id === run.id);
    return k < 0
      ? []
      : [way.slice(k).find(({ part }) => part?.kind === 'fuse' && flows.get(part.id)?.strings.join(',') === key)];
  });
  const fuseIds = new Set(further.flatMap((edge) => edge?.part?.id ?? []));
  const others = [...flows].flatMap(([id, flow]) =>
    flow.strings.length < stringCount && !flow.strings.some((one) => strings.includes(one))
      ? [{ id, strings: flow.strings }]
      : [],
  );
  return (sizes) =>
    further.every((edge) => edge !== undefined)
      ? Math.max(0, ...[...fuseIds].map((id) => sizes.get(id) ?? 0))
      : letThroughA(others, sizes);
}

/**
 * What some strings let through together, A: of fuses one behind the other the smaller, of ways side by side the sum.
 * @param passed  what lies on their ways, each with the strings that it carries
 */
function letThroughA(passed: readonly { id: string; strings: readonly number[] }[], sizes: Sizes): number {
  const groups = new Map<string, { strings: readonly number[]; fuseA: number }>();
  for (const { id, strings } of passed) {
    const key = strings.join(',');
    const fuseA = Math.min(groups.get(key)?.fuseA ?? Infinity, sizes.get(id) ?? Infinity);
    groups.set(key, { strings, fuseA });
  }
  const within = (all: readonly { strings: readonly number[]; fuseA: number }[]): number =>
    all
      .filter(({ strings }) => !all.some((one) => one.strings.length > strings.length && covers(one.strings, strings)))
      .reduce((sum, { strings, fuseA }) => {
        const inner = all.filter((one) => one.strings.length < strings.length && covers(strings, one.strings));
        const innerA = inner.length > 0 ? within(inner) : Infinity;
        const least = Math.min(fuseA, innerA);
        return sum + (Number.isFinite(least) ? least : 0);
      }, 0);
  return within([...groups.values()]);
}
const covers = (all: readonly number[], some: readonly number[]) => some.every((one) => all.includes(one));

function ofNegative(
  run: Run,
  { flows, loops, inputs }: Currents,
  wide: readonly { strings: string; demands: ReadonlySet<unknown>; bears: Bearing }[],
): Bearing {
  const flow = flows.get(run.id);
  if (!flow) return NONE;
  // A part’s own lead: nothing comes through it but what the last fuses before it let through.
  const own = [...loops, ...inputs].filter(({ demand }) => [run.from, run.to].includes(postOf(demand.partId, '-')));
  if (own.length > 0) {
    const ids = own.flatMap(({ out }) => out?.findLast(({ part }) => part?.kind === 'fuse')?.part?.id ?? []);
    return { ...NONE, beforeA: (sizes) => Math.max(0, ...ids.map((id) => sizes.get(id) ?? 0)) };
  }
  // The positives that carry at least the same parts, and fewest others.
  const from = flow.strings.join(',');
  const alike = wide.filter(
    ({ strings, demands }) => strings === from && flow.carried.every(({ demand }) => demands.has(demand)),
  );
  const fewest = Math.min(...alike.map(({ demands }) => demands.size));
  const nearest = alike.filter(({ demands }) => demands.size === fewest);
  return {
    beforeA: (sizes) => Math.max(0, ...nearest.map(({ bears }) => bears.beforeA(sizes))),
    othersA: (sizes) => Math.max(0, ...nearest.map(({ bears }) => bears.othersA(sizes))),
  };
}

function ofLink(run: Run, { outWays }: Currents): Bearing {
  const ways = outWays.filter((way) => way.some((edge) => edge.run?.id === run.id));
  const ids = new Set(ways.flatMap((way) => way.find(({ part }) => part?.kind === 'fuse')?.part?.id ?? []));
  return { ...NONE, beforeA: (sizes) => Math.max(0, ...[...ids].map((id) => sizes.get(id) ?? 0)) };
}
