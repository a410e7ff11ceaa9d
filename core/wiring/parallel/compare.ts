import { copperOhm } from '../../conductors/copper';
import { computed, type Figure } from '../../formula/figure';
import { account } from '../../formula/formula';
import { at } from '../../quantity/guard';
import { parallelShare } from '../formulas';
import type { ParallelPlan } from '../plan';
import { type BankInParallel, IN_USE_C } from './bank-in-parallel';
import type { DrainRule } from './drain';
import { hottestLead, leadCarriesA, leadWarmth } from './hottest-lead';
import { dropOutA, leadMarginOhm, mostBurdened } from './margins';
import { type DrawOverTime, parallelShares } from './shares';
import { joinedBy, type Joining, TOPOLOGIES, type Topology } from './topology';

/** A way of joining by rule, or the circuit as it is drawn. */
export type WayId = Topology | 'as-drawn';

/** One way of joining a bank, at a current. */
export interface WayOfJoining {
  id: WayId;
  join: Joining;
  /** The battery that carries most against what would be fair. */
  burdened: { name: string; fraction: number; fairFraction: number };
  lossW: number;
  /** Of the hottest lead; null where no ampacity is known. */
  hottest: Figure | null;
  /** So much longer both leads of the first battery may be until its share is 5 % less, m; null: however long. */
  leadMarginM: number | null;
  /** A of the bank up to which one that drops out takes no other with it; null where no limit is known, or one is alone. */
  dropOutA: number | null;
}

/** By so much less a share is off. */
export const OFF_FRACTION = 0.05;
/** Longer than any lead. */
const LONGEST_M = 100;
/** Shares that differ by less are fair. */
const FAIR = 0.01;

/**
 * All ways of joining, side by side.
 * @param drawn     the circuit as drawn; null: there is none
 * @param currentA  out of the bank; not 0
 */
export function compareWays(
  bank: BankInParallel,
  { areaMm2 }: Pick<ParallelPlan, 'areaMm2'>,
  drawn: Joining | null,
  currentA: number,
): WayOfJoining[] {
  const { batteries, capacityAh, names } = bank;
  const limits = bank.limitA.map((limitA) => limitA ?? Number.POSITIVE_INFINITY);
  const wayOf = (id: WayId, join: Joining): WayOfJoining => {
    const shares = parallelShares(join(batteries), { by: 'current', currentA });
    if (shares === null) throw new Error('a current is always delivered');
    const { battery, ...most } = mostBurdened(shares, capacityAh);
    const marginM = leadMarginOhm(join, batteries, OFF_FRACTION) / copperOhm(2, areaMm2, IN_USE_C);
    const hottest = hottestLead(shares.conductors, leadCarriesA(areaMm2));
    const dropA = dropOutA(join, batteries, limits);
    return {
      id,
      join,
      burdened: { name: at(names, battery), ...most },
      lossW: shares.lossW,
      hottest: hottest && leadWarmth(hottest, `way:${id}`),
      leadMarginM: marginM < LONGEST_M ? marginM : null,
      dropOutA: dropA !== null && Number.isFinite(dropA) ? dropA : null,
    };
  };
  return [
    ...(drawn ? [wayOf('as-drawn', drawn)] : []),
    ...TOPOLOGIES.map((topology) => wayOf(topology, joinedBy(topology, bank.leads))),
  ];
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

/** What one battery carries, and by its sheet may carry that way; null: the sheet does not say. */
export interface BatteryShare {
  name: string;
  current: Figure;
  share: Figure;
  limitA: number | null;
  isBeyond: boolean;
}

const batteryCurrent = account({
  id: 'wiring.battery-current',
  says: 'carries',
  unit: 'A',
  words: 'what the network lets through it',
  terms: {
    totalA: { says: 'out of the bank', unit: 'A' },
    emfV: { says: 'its rested voltage', unit: 'V' },
    ohm: { says: 'inside it, with a loose joint', unit: 'Ohm' },
  },
  source: 'Kirchhoff’s laws: links, leads and joints between the batteries',
});

/** What each battery carries as it is joined. @param currentA  out of the bank; not 0 */
export function batteryShares(
  { batteries, chargeLimitA, limitA, names }: BankInParallel,
  join: Joining,
  currentA: number,
): BatteryShare[] {
  const shares = parallelShares(join(batteries), { by: 'current', currentA });
  if (shares === null) throw new Error('a current is always delivered');
  return names.map((name, k) => {
    const batteryA = at(shares.batteryA, k);
    const { emfV, looseOhm, ohm } = at(batteries, k);
    const key = String(k);
    const current = batteryCurrent.figure(
      batteryA,
      { totalA: computed(currentA, 'drawn'), emfV: computed(emfV, 'at its charge'), ohm: computed(ohm + looseOhm) },
      { key, says: `${name}, carries` },
    );
    const most = batteryA < 0 ? at(chargeLimitA, k) : at(limitA, k);
    return {
      name,
      current,
      share: parallelShare.figure(
        { batteryA: current, totalA: computed(shares.totalA) },
        { key, says: `${name}, its share` },
      ),
      limitA: most,
      isBeyond: most !== null && Math.abs(batteryA) > most,
    };
  });
}

/** To the end, in steps of ten seconds; a row a quarter of an hour. */
export const courseRule = (draw: DrawOverTime, cutOffV: number | null): DrainRule => ({
  draw,
  cutOffV,
  stepS: 10,
  mostS: 48 * 3600,
  rowEvery: 90,
});
