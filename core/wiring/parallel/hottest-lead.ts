import { ampacityOf } from '../../conductors/choose-section';
import { byDefault, computed, type Figure } from '../../formula/figure';
import { conductorTemp } from '../formulas';
import { AMBIENT_C } from '../sections';
import type { ParallelShares } from './shares';

/** Of usual battery cable. */
const INSULATION_C = 105;

/** What a lead of a section carries for good, A; null where it is on no list. */
export const leadCarriesA = (areaMm2: number): number | null => ampacityOf(areaMm2, INSULATION_C, false, 'metric');

/** A lead with what flows through it, and what it carries for good. */
export interface BurdenedLead {
  currentA: number;
  carriesA: number;
}

/**
 * The lead between batteries in parallel that carries most of what it can carry for good; null where no ampacity is known.
 * @param leadA  what a lead carries for good, where it does not say so itself
 */
export function hottestLead(conductors: ParallelShares['conductors'], leadA: number | null): BurdenedLead | null {
  let most: (BurdenedLead & { share: number }) | null = null;
  for (const { kind, currentA, ampacityA } of conductors) {
    const carriesA = ampacityA === undefined ? leadA : ampacityA;
    if (kind === 'bar' || carriesA === null) continue;
    const share = Math.abs(currentA) / carriesA;
    if (most === null || share > most.share) most = { share, currentA: Math.abs(currentA), carriesA };
  }
  return most && { currentA: most.currentA, carriesA: most.carriesA };
}

/** How warm it becomes in the end, if the current goes on. @param key  tells figures of it apart */
export const leadWarmth = ({ currentA, carriesA }: BurdenedLead, key: string): Figure =>
  conductorTemp.figure(
    {
      ambientTempC: byDefault(AMBIENT_C, 'ampacity table'),
      insulationTempC: byDefault(INSULATION_C, 'battery cable'),
      currentA: computed(currentA, 'of the network'),
      ampacityA: byDefault(carriesA, 'ampacity table'),
    },
    { key, says: 'hottest lead' },
  );
