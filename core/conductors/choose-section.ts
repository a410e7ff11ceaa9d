import { ENGINE_SPACE_FRACTION, INSULATION_C, type InsulationC, METRIC_AMPACITY } from './ampacity.data';
import { copperOhm } from './copper';
import { GAUGE_INSULATION_C, GAUGES } from './gauges.data';

/** Sections of the metric list, or wire gauges. */
export type SectionList = 'metric' | 'gauges';

export interface SectionDemand {
  /** A, > 0 */
  currentA: number;
  oneWayLengthM: number;
  systemV: number;
  /** Share of the system voltage that may be lost. */
  dropFraction: number;
  insulationC: InsulationC;
  inEngineSpace: boolean;
  /** The metric list where none is named. */
  list?: SectionList;
}

export interface SectionChoice {
  areaMm2: number;
  ampacityA: number;
  dropFraction: number;
  /** Which rule asked for it; "least": neither, it is the least that was wanted. */
  by: 'drop' | 'ampacity' | 'both' | 'least';
}

/** Warm conductor, as under load. */
const CONDUCTOR_C = 50;

/**
 * Ampacity of a section of the list in 30 °C, A; null where it is not on it, or not tabled for the insulation.
 * @source small-craft DC standards, as in the table
 * @example ampacityOf(50, 105, false) // 270
 */
export function ampacityOf(
  areaMm2: number,
  insulationC: InsulationC,
  inEngineSpace: boolean,
  list: SectionList = 'metric',
): number | null {
  const freeA =
    list === 'metric'
      ? METRIC_AMPACITY.find(([area]) => area === areaMm2)?.[INSULATION_C.indexOf(insulationC) + 1]
      : insulationC === GAUGE_INSULATION_C
        ? GAUGES.find(([, area]) => area === areaMm2)?.[2]
        : undefined;
  return freeA === undefined ? null : freeA * (inEngineSpace ? ENGINE_SPACE_FRACTION[insulationC] : 1);
}

/** mm² of a list, rising. */
export const areasOf = (list: SectionList): readonly number[] => AREAS[list];
const AREAS: Readonly<Record<SectionList, readonly number[]>> = {
  metric: METRIC_AMPACITY.map(([areaMm2]) => areaMm2),
  gauges: GAUGES.map(([, areaMm2]) => areaMm2),
};

/**
 * The smallest section of the list that keeps both the drop and the ampacity rule; null where none does.
 * @param atLeastMm2  a smaller one is not wanted
 */
export function chooseSection(demand: SectionDemand, atLeastMm2 = 0): SectionChoice | null {
  const { currentA, oneWayLengthM, systemV, dropFraction, insulationC, inEngineSpace, list } = demand;
  const ampacity = (areaMm2: number) => ampacityOf(areaMm2, insulationC, inEngineSpace, list) ?? 0;
  const dropOf = (areaMm2: number) => (currentA * copperOhm(2 * oneWayLengthM, areaMm2, CONDUCTOR_C)) / systemV;
  const sections = areasOf(list ?? 'metric');
  const byDrop = sections.find((areaMm2) => dropOf(areaMm2) <= dropFraction);
  const byAmpacity = sections.find((areaMm2) => ampacity(areaMm2) >= currentA);
  const least = sections.find((areaMm2) => areaMm2 >= atLeastMm2);
  if (byDrop === undefined || byAmpacity === undefined || least === undefined) return null;
  const areaMm2 = Math.max(byDrop, byAmpacity, least);
  const byRule = byDrop === byAmpacity ? 'both' : byDrop > byAmpacity ? 'drop' : 'ampacity';
  const by = areaMm2 > Math.max(byDrop, byAmpacity) ? 'least' : byRule;
  return { areaMm2, ampacityA: ampacity(areaMm2), dropFraction: dropOf(areaMm2), by };
}

/**
 * The next larger section of the list; null at its end.
 * @example nextSection(25) // 35
 */
export const nextSection = (areaMm2: number, list: SectionList = 'metric'): number | null =>
  areasOf(list).find((area) => area > areaMm2) ?? null;
