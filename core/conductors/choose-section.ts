import { ENGINE_SPACE_FRACTION, INSULATION_C, type InsulationC, METRIC_AMPACITY } from './ampacity.data';
import { copperOhm } from './copper';

export interface SectionDemand {
  /** A, > 0 */
  currentA: number;
  oneWayLengthM: number;
  systemV: number;
  /** Share of the system voltage that may be lost. */
  dropFraction: number;
  insulationC: InsulationC;
  inEngineSpace: boolean;
}

export interface SectionChoice {
  areaMm2: number;
  ampacityA: number;
  dropFraction: number;
  /** Which rule asked for it. */
  by: 'drop' | 'ampacity' | 'both';
}

/** Warm conductor, as under load. */
const CONDUCTOR_C = 50;

/** Ampacity of a section of the list, or null where it is not on it. */
export function ampacityOf(areaMm2: number, insulationC: InsulationC, inEngineSpace: boolean): number | null {
  const row = METRIC_AMPACITY.find(([area]) => area === areaMm2);
  if (!row) return null;
  return row[INSULATION_C.indexOf(insulationC) + 1]! * (inEngineSpace ? ENGINE_SPACE_FRACTION[insulationC] : 1);
}

/**
 * The smallest section of the list that keeps both the drop and the ampacity rule; null where none does.
 * @param atLeastMm2  a smaller one is not wanted
 */
export function chooseSection(demand: SectionDemand, atLeastMm2 = 0): SectionChoice | null {
  const { currentA, oneWayLengthM, systemV, dropFraction, insulationC, inEngineSpace } = demand;
  const ampacity = (areaMm2: number) => ampacityOf(areaMm2, insulationC, inEngineSpace)!;
  const dropOf = (areaMm2: number) => (currentA * copperOhm(2 * oneWayLengthM, areaMm2, CONDUCTOR_C)) / systemV;
  const sections = METRIC_AMPACITY.map(([areaMm2]) => areaMm2).filter((areaMm2) => areaMm2 >= atLeastMm2);
  const byDrop = sections.find((areaMm2) => dropOf(areaMm2) <= dropFraction);
  const byAmpacity = sections.find((areaMm2) => ampacity(areaMm2) >= currentA);
  if (byDrop === undefined || byAmpacity === undefined) return null;
  const areaMm2 = Math.max(byDrop, byAmpacity);
  const by = byDrop === byAmpacity ? 'both' : byDrop > byAmpacity ? 'drop' : 'ampacity';
  return { areaMm2, ampacityA: ampacity(areaMm2), dropFraction: dropOf(areaMm2), by };
}

/** The next larger section of the list; null at its end. */
export const nextSection = (areaMm2: number): number | null =>
  METRIC_AMPACITY.find(([area]) => area > areaMm2)?.[0] ?? null;
