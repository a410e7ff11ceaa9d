import { keptBy } from '../plan/kept-by';
import type { Currents, Flow } from './currents';
import { isTap } from './fuse-sizes';
import type { LaidRun } from './laid-run';
import { postOf } from './part';
import { type Guard, guardsOf } from './protection';
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
 * For each run what it must bear. A positive: the fuses before it together, of its two ends the one where more comes in; where it leads to
 * some of the strings only, the others feed it from its far end. A negative: as much as the positives of the same parts, or the last fuse
 * of the one that it leads to. A link of a string: the first fuse on the string’s way. A bond: what the positive bears that bears most,
 * since that may come to touch the chassis. Who bears what does not change with the sizes, so that it is looked up once.
 * @param nearIds  the runs that are as short as a lead without a fuse may be
 */
export const bearingsOf = keptBy(
  (currents: Currents, runs: readonly LaidRun[], nearIds: ReadonlySet<string>): ReadonlyMap<string, Bearing> => {
    const guards = guardsOf(currents);
    const routes = routesOf(currents);
    const positives = new Map<string, Bearing>();
    const wide: Wide[] = [];
    for (const run of runs) {
      if (run.role !== 'positive') continue;
      const [guard, flow, isNear] = [guards.get(run.id), currents.flows.get(run.id), nearIds.has(run.id)];
      const bears = guard && flow ? ofPositive(run, guard, flow, { currents, routes, isNear }) : NONE;
      positives.set(run.id, bears);
      if (flow && !isTap(isNear, guard)) wide.push({ carries: carriedBy(flow), bears });
    }
    const ofOther = (run: LaidRun): Bearing => {
      if (run.role === 'link') return ofLink(run, currents);
      return run.role === 'bond' ? ofBond(wide) : ofNegative(run, currents, wide);
    };
    return new Map(runs.map((run) => [run.id, positives.get(run.id) ?? ofOther(run)]));
  },
);

/** Of which parts a run carries current, and from which strings. */
type Carries = ReadonlyMap<unknown, readonly number[]>;
interface Wide {
  carries: Carries;
  bears: Bearing;
}
const carriedBy = ({ carried }: Flow): Carries => new Map(carried.map(({ demand, strings }) => [demand, strings]));
/** What comes over the chassis from whichever positive touches it, those among them whose way back leads over the bond. */
const ofBond = (positives: readonly { bears: Bearing }[]): Bearing => ({
  ...NONE,
  beforeA: (sizes) => Math.max(0, ...positives.map(({ bears }) => bornA(bears, sizes))),
});

function ofPositive(
  run: LaidRun,
  guard: Guard,
  flow: Flow,
  { currents, routes, isNear }: { currents: Currents; routes: readonly Route[]; isNear: boolean },
): Bearing {
  // A short lead to a fuse needs to bear no more than that fuse lets through: by the rule of the distance.
  if (isTap(isNear, guard)) return { ...NONE, beforeA: (sizes) => sizes.get(guard.leadsTo.id) ?? 0 };
  const beforeA = (sizes: Sizes) =>
    Math.max(0, ...guard.byEnd.map((fuses) => fuses.reduce((all, { id }) => all + (sizes.get(id) ?? 0), 0)));
  // From its far end it is the same: a fuse that it leads from is near enough.
  const isBehindFuse = () => isNear && currents.outWays.every((way) => isRightBehindFuse(run, way));
  if (flow.strings.length === currents.stringCount || isBehindFuse()) return { ...NONE, beforeA };
  return { beforeA, othersA: ofOthers(run, flow, currents, routes) };
}

/** Whether a run begins at a fuse on a way, or does not lie on it. */
function isRightBehindFuse({ id }: LaidRun, way: Currents['outWays'][number]): boolean {
  const k = way.findIndex((edge) => edge.run?.id === id);
  return k < 0 || way[k - 1]?.part?.kind === 'fuse';
}

/** What comes from the other strings: where the run’s own way has a fuse before they join it, no more than that lets through. */
function ofOthers(
  run: LaidRun,
  { carried, strings }: Flow,
  { flows, outWays }: Currents,
  routes: readonly Route[],
): Bearing['othersA'] {
  const key = strings.join(',');
  const further = outWays.flatMap((way) => {
    const k = way.findIndex((edge) => edge.run?.id === run.id);
    return k < 0
      ? []
      : [way.slice(k).find(({ part }) => part?.kind === 'fuse' && flows.get(part.id)?.strings.join(',') === key)];
  });
  if (further.every((edge) => edge !== undefined)) {
    const fuseIds = [...new Set(further.flatMap(({ part }) => part?.id ?? []))];
    return (sizes) => Math.max(0, ...fuseIds.map((id) => sizes.get(id) ?? 0));
  }
  const others = routes.flatMap(({ demands, onWays }) => {
    const own = carried.find(({ demand }) => demands.has(demand))?.strings;
    return own ? [letThrough(onWays.filter((one) => !one.strings.some((k) => own.includes(k))))] : [];
  });
  return (sizes) => Math.max(0, ...others.map((ofRoute) => ofRoute(sizes)));
}

/** What lies on the ways of some strings. */
interface OnWay {
  id: string;
  strings: readonly number[];
}

/** Parts that are fed over the same ways, and what of these some of the strings feed alone: a string may feed one part by a way of its own. */
interface Route {
  demands: ReadonlySet<unknown>;
  onWays: readonly OnWay[];
}

function routesOf({ flows, stringCount }: Currents): Route[] {
  const onWays = new Map<unknown, OnWay[]>();
  for (const [id, { carried }] of flows)
    for (const { demand, strings } of carried) {
      const own = onWays.get(demand) ?? [];
      onWays.set(demand, own);
      if (strings.length < stringCount) own.push({ id, strings });
    }
  const routes = new Map<string, { demands: Set<unknown>; onWays: OnWay[] }>();
  for (const [demand, own] of onWays) {
    const key = own.map(({ id, strings }) => `${id} ${strings.join()}`).join(';');
    const route = routes.get(key) ?? { demands: new Set(), onWays: own };
    routes.set(key, { ...route, demands: route.demands.add(demand) });
  }
  return [...routes.values()];
}

/** What lies one behind the other on the ways of some strings, and what lies there of fewer of them. */
interface Bundle {
  strings: readonly number[];
  ids: string[];
  inner: readonly Bundle[];
}

/**
 * What some strings let through together, A: of fuses one behind the other the smaller, of ways side by side the sum.
 * @param passed  what lies on their ways, each with the strings that it carries
 */
function letThrough(passed: readonly OnWay[]): (sizes: Sizes) => number {
  const byStrings = new Map<string, { strings: readonly number[]; ids: string[] }>();
  for (const { id, strings } of passed) {
    const key = strings.join(',');
    const group = byStrings.get(key);
    if (group) group.ids.push(id);
    else byStrings.set(key, { strings, ids: [id] });
  }
  const bundles = bundlesOf([...byStrings.values()]);
  return (sizes) => sumThrough(bundles, sizes);
}

/** The widest of some groups, each with those that lie within it. */
function bundlesOf(groups: readonly Omit<Bundle, 'inner'>[]): Bundle[] {
  const isWithin = (some: readonly number[], all: readonly number[]) => some.length < all.length && covers(all, some);
  return groups
    .filter(({ strings }) => !groups.some((one) => isWithin(strings, one.strings)))
    .map((group) => ({ ...group, inner: bundlesOf(groups.filter((one) => isWithin(one.strings, group.strings))) }));
}

function sumThrough(bundles: readonly Bundle[], sizes: Sizes): number {
  let sum = 0;
  for (const { ids, inner } of bundles) {
    let least = inner.length > 0 ? sumThrough(inner, sizes) : Infinity;
    for (const id of ids) least = Math.min(least, sizes.get(id) ?? Infinity);
    if (Number.isFinite(least)) sum += least;
  }
  return sum;
}
const covers = (all: readonly number[], some: readonly number[]) => some.every((one) => all.includes(one));

function ofNegative(run: LaidRun, { flows, loops, inputs }: Currents, wide: readonly Wide[]): Bearing {
  const flow = flows.get(run.id);
  if (!flow) return NONE;
  // A part’s own lead: nothing comes through it but what the last fuses before it let through.
  const own = [...loops, ...inputs].filter(({ demand }) => [run.from, run.to].includes(postOf(demand.partId, '-')));
  if (own.length > 0) {
    const ids = own.flatMap(({ out }) => out?.findLast(({ part }) => part?.kind === 'fuse')?.part?.id ?? []);
    return { ...NONE, beforeA: (sizes) => Math.max(0, ...ids.map((id) => sizes.get(id) ?? 0)) };
  }
  return sumOf(coverOf(carriedBy(flow), wide));
}

/**
 * The positives whose parts a negative carries, widest first: one of them has all, but where parts come together on their way back only, or
 * a battery feeds one by itself. Of those that have the same the ones with the fewest strings besides, since no other string’s current
 * comes through, then those with the least besides, and on one way all of them.
 */
function coverOf(carries: Carries, wide: readonly Wide[]): Wide[][] {
  const rest = new Map(carries);
  const groups: Wide[][] = [];
  while (rest.size > 0) {
    const all = wide.map((one) => {
      const covered = [...rest].filter(([demand, strings]) => covers(one.carries.get(demand) ?? [], strings));
      return {
        one,
        covered: covered.map(([of]) => of),
        besides: covered.reduce((sum, [of, strings]) => sum + (one.carries.get(of)?.length ?? 0) - strings.length, 0),
        size: [...one.carries.values()].reduce((sum, strings) => sum + strings.length, 0),
      };
    });
    const [best] = all.sort((a, b) => b.covered.length - a.covered.length || a.besides - b.besides || a.size - b.size);
    if (!best || best.covered.length === 0) break;
    const isAlike = ({ covered, besides, size }: typeof best) =>
      size === best.size &&
      besides === best.besides &&
      covered.length === best.covered.length &&
      covered.every((of) => best.covered.includes(of));
    groups.push(all.filter(isAlike).map(({ one }) => one));
    for (const of of best.covered) rest.delete(of);
  }
  return groups;
}

/** Of positives that carry the same what the widest lets through, of others the sum. */
function sumOf(groups: readonly (readonly Wide[])[]): Bearing {
  const all = (of: keyof Bearing) => (sizes: Sizes) =>
    groups.reduce((sum, group) => sum + Math.max(0, ...group.map(({ bears }) => bears[of](sizes))), 0);
  return { beforeA: all('beforeA'), othersA: all('othersA') };
}

function ofLink(run: LaidRun, { outWays }: Currents): Bearing {
  const ways = outWays.filter((way) => way.some((edge) => edge.run?.id === run.id));
  const ids = new Set(ways.flatMap((way) => way.find(({ part }) => part?.kind === 'fuse')?.part?.id ?? []));
  return { ...NONE, beforeA: (sizes) => Math.max(0, ...[...ids].map((id) => sizes.get(id) ?? 0)) };
}
