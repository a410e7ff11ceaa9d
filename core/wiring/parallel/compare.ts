import { copperOhm } from '../../conductors/copper';
import { computed, type Figure } from '../../formula/figure';
import { at } from '../../quantity/guard';
import { parallelShare } from '../formulas';
import type { ParallelPlan } from '../plan';
import { type BankInParallel, IN_USE_C } from './bank-in-parallel';
import { type Drain, drain } from './drain';
import { dropOutA, leadMarginOhm, mostBurdened } from './margins';
import { parallelShares } from './shares';
import { parallelNetwork, TOPOLOGIES, type Topology } from './topology';

/** One way of joining a bank, at a current. */
export interface WayOfJoining {
  topology: Topology;
  /** The battery that carries most against what would be fair. */
  burdened: { name: string; fraction: number; fairFraction: number };
  lossW: number;
  /** So much longer both leads of the first battery may be until its share is 5 % less, m; null: however long. */
  leadMarginM: number | null;
  /** A of the bank up to which one that drops out takes no other with it; null where no limit is known, or one is alone. */
  dropOutA: number | null;
}

const OFF_FRACTION = 0.05;
/** Longer than any lead. */
const LONGEST_M = 100;
/** Shares that differ by less are fair. */
const FAIR = 0.01;

/** All ways of joining, side by side. @param currentA  out of the bank; not 0 */
export function compareWays(
  { batteries, leads, capacityAh, drained, names }: BankInParallel,
  { areaMm2 }: Pick<ParallelPlan, 'areaMm2'>,
  currentA: number,
): WayOfJoining[] {
  const limits = drained.map(({ limitA }) => limitA ?? Number.POSITIVE_INFINITY);
  return TOPOLOGIES.map((topology) => {
    const shares = parallelShares(parallelNetwork(topology, batteries, leads), { by: 'current', currentA });
    if (shares === null) throw new Error('a current is always delivered');
    const { battery, ...most } = mostBurdened(shares, capacityAh);
    const marginM = leadMarginOhm(topology, batteries, leads, OFF_FRACTION) / copperOhm(2, areaMm2, IN_USE_C);
    const dropA = dropOutA(topology, batteries, leads, limits);
    return {
      topology,
      burdened: { name: at(names, battery), ...most },
      lossW: shares.lossW,
      leadMarginM: marginM < LONGEST_M ? marginM : null,
      dropOutA: dropA !== null && Number.isFinite(dropA) ? dropA : null,
    };
  });
}

/** Whether nobody carries more than a hundredth over what would be fair. */
export const isFair = ({ burdened: { fraction, fairFraction } }: WayOfJoining): boolean =>
  fraction < fairFraction * (1 + FAIR);

/** The way with the least burden; of ways alike, the first. */
export const fairestWay = (ways: readonly WayOfJoining[]): WayOfJoining | null =>
  ways.reduce<WayOfJoining | null>(
    (best, one) => (best === null || burden(one) < burden(best) - 1e-9 ? one : best),
    null,
  );

const burden = ({ burdened: { fraction, fairFraction } }: WayOfJoining) => fraction / fairFraction;

/** What each battery carries as it is joined. @param currentA  out of the bank; not 0 */
export function batteryShares(
  { batteries, leads, names }: BankInParallel,
  topology: Topology,
  currentA: number,
): { name: string; currentA: number; share: Figure }[] {
  const shares = parallelShares(parallelNetwork(topology, batteries, leads), { by: 'current', currentA });
  if (shares === null) throw new Error('a current is always delivered');
  return names.map((name, k) => {
    const batteryA = at(shares.batteryA, k);
    const inputs = { batteryA: computed(batteryA, 'of the network'), totalA: computed(shares.totalA) };
    return {
      name,
      currentA: batteryA,
      share: parallelShare.figure(inputs, { key: String(k), says: `${name}, its share` }),
    };
  });
}

/** At a current to the end: who gives what, who opens, and when. */
export const courseOf = ({ drained, leads }: BankInParallel, topology: Topology, currentA: number): Drain =>
  drain(topology, leads, drained, {
    draw: { by: 'current', currentA },
    cutOffV: null,
    stepS: 10,
    mostS: 48 * 3600,
    rowEvery: 60,
  });
