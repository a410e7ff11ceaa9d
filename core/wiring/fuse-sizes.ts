import { fusesBetween, OVER_LOAD } from '../conductors/choose-fuse';
import type { Currents } from './currents';
import { type Part, postOf } from './part';
import type { WiringPlan } from './plan';
import type { FusePart, Guard } from './protection';
import type { Run } from './run';

/** What the size of a fuse follows from. */
interface FusePlaces {
  /** Fuses behind each, seen from the bank. */
  behind: ReadonlyMap<string, ReadonlySet<FusePart>>;
  designA: (part: Part) => number;
  /** Voltage and short circuit at a fuse; 0 A as long as nothing is known of the leads before it. */
  placeOf: (part: FusePart) => { highestV: number; shortCircuitA: number };
}

/**
 * Ampere sizes of all fuses: each at least 1.25 × what it carries, and so many times the largest behind it; strings share what comes behind
 * them. The next size of a family that breaks the short circuit at its place; where none does, what is wanted.
 * @param before  sizes that are not undercut
 */
export function fuseSizes(
  { parts, selectiveRatio }: WiringPlan,
  currents: Currents,
  { behind, designA, placeOf }: FusePlaces,
  before: ReadonlyMap<string, number>,
): ReadonlyMap<string, number> {
  const sizes = new Map<string, number>();
  const sizeOf = (fuse: FusePart, above: ReadonlySet<string>): number => {
    const known = sizes.get(fuse.id);
    if (known !== undefined) return known;
    const later = [...(behind.get(fuse.id) ?? [])].filter(({ id }) => !above.has(id));
    const largest = Math.max(0, ...later.map((one) => sizeOf(one, new Set([...above, fuse.id]))));
    const wantedA = Math.max(
      designA(fuse) * OVER_LOAD,
      (largest * selectiveRatio) / besides(fuse, currents),
      before.get(fuse.id) ?? 0,
    );
    const [next] = fusesBetween(placeOf(fuse), wantedA, Number.POSITIVE_INFINITY);
    const size = fuse.ratingA ?? next?.ratingA ?? wantedA;
    sizes.set(fuse.id, size);
    return size;
  };
  for (const part of parts) if (part.kind === 'fuse') sizeOf(part, new Set());
  return sizes;
}

/** How many fuses share with one what comes behind them: those of the strings. */
export function besides(fuse: Pick<FusePart, 'id'>, { flows, stringCount }: Currents): number {
  const own = flows.get(fuse.id)?.strings.length ?? stringCount;
  return Math.max(1, stringCount / Math.max(1, own));
}

/**
 * What a run must bear until a fuse blows. A positive: the fuses before it together; where it leads to some of the strings only, the
 * others feed it from its far end. A negative: as much as the positives of the same parts, or the last fuse of the one that it leads to.
 */
export function bornA(
  run: Run,
  runs: readonly Run[],
  guards: ReadonlyMap<string, Guard>,
  currents: Currents,
  sizes: ReadonlyMap<string, number>,
  nearM: number,
): number {
  if (run.role === 'positive') return positiveA(run, guards, currents, sizes, nearM);
  if (run.role === 'link') return linkA(run, currents, sizes);
  const flow = currents.flows.get(run.id);
  if (!flow) return 0;
  // A part’s own lead: nothing comes through it but what its last fuse lets through.
  const own = currents.loops.find(({ demand }) => [run.from, run.to].includes(postOf(demand.partId, '-')));
  if (own) {
    const fuse = own.out?.findLast(({ part }) => part?.kind === 'fuse')?.part;
    return fuse ? (sizes.get(fuse.id) ?? 0) : 0;
  }
  // The positives that carry at least the same parts, and fewest others.
  const from = flow.strings.join(',');
  let alike: Run[] = [];
  let fewest = Number.POSITIVE_INFINITY;
  for (const one of runs) {
    const other = one.role === 'positive' && currents.flows.get(one.id);
    if (!other || isTap(one, guards.get(one.id), nearM) || other.strings.join(',') !== from) continue;
    const theirs = new Set(other.carried.map(({ demand }) => demand));
    if (theirs.size > fewest || !flow.carried.every(({ demand }) => theirs.has(demand))) continue;
    if (theirs.size < fewest) alike = [];
    alike.push(one);
    fewest = theirs.size;
  }
  return Math.max(0, ...alike.map((one) => positiveA(one, guards, currents, sizes, nearM)));
}

function positiveA(
  run: Run,
  guards: ReadonlyMap<string, Guard>,
  { flows, stringCount }: Currents,
  sizes: ReadonlyMap<string, number>,
  nearM: number,
): number {
  const guard = guards.get(run.id);
  const flow = flows.get(run.id);
  if (!guard || !flow) return 0;
  // A short lead to a fuse needs to bear no more than that fuse lets through: by the rule of the distance.
  if (isTap(run, guard, nearM)) return sizes.get(guard.leadsTo?.id ?? '') ?? 0;
  const own = guard.fuses.reduce((sum, { id }) => sum + (sizes.get(id) ?? 0), 0);
  if (flow.strings.length === stringCount) return own;
  const others = [...sizes].filter(([id]) => {
    const strings = flows.get(id)?.strings;
    return strings && strings.length < stringCount && !strings.some((one) => flow.strings.includes(one));
  });
  return Math.max(
    own,
    others.reduce((sum, [, size]) => sum + size, 0),
  );
}

/** A link of a string: what the first fuse on the string’s way lets through. */
function linkA(run: Run, { outWays }: Currents, sizes: ReadonlyMap<string, number>): number {
  const ways = outWays.filter((way) => way.some((edge) => edge.run?.id === run.id));
  const first = ways.flatMap((way) => way.find(({ part }) => part?.kind === 'fuse')?.part ?? []);
  return Math.max(0, ...first.map(({ id }) => sizes.get(id) ?? 0));
}

/** A lead to a fuse, so short that it needs no guard of its own. */
export const isTap = (run: Run, guard: Guard | null | undefined, nearM: number): boolean =>
  guard?.leadsTo !== null && guard !== null && guard !== undefined && run.lengthM <= nearM * (1 + 1e-9);

/** Parts that a current passes and that are rated for one. */
export const isRated = (part: Part): part is Exclude<Extract<Part, { ratingA: number | null }>, FusePart> =>
  'ratingA' in part && part.kind !== 'fuse';
