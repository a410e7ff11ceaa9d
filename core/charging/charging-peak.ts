import { asTyped } from '../quantity/format';
import { computed, type Figure, type Sourced, type WorkingTerm } from '../formula/figure';
import { formula, sumFigure } from '../formula/formula';
import type { ChargingPlan } from './plan';
import type { Source } from '../sources/source';
import { arraysPower } from '../sources/arrays-power';
import { deviceLimit, type Devices, devicesInUse } from '../sources/device';
import { sharedLimit } from './charge-limit';

const together = formula({
  id: 'charging.peak',
  says: 'most that charges at once',
  unit: 'A',
  words: 'the smaller of all sources at once and what they may give together',
  terms: {
    sourcesA: { says: 'all sources at once', unit: 'A' },
    sharedA: { says: 'all sources together', unit: 'A' },
  },
  compute: ({ sourcesA, sharedA }) => Math.min(sourcesA, sharedA),
  source: 'addition; the shared limit of the charging plan',
  leavesOut: 'that sun, drive and mains seldom meet at their best',
});

/** The sources of a plan, and what they may come out of. */
type PeakParts = Devices & Pick<ChargingPlan, 'sharedLimitA'>;

/**
 * The largest current that the sources of a plan can bring into a bank of a voltage at once; null where none is in use.
 * @param nominalV  V, > 0: turns the watts of an array into amps
 */
export function chargingPeak(plan: PeakParts, nominalV: number): Figure | null {
  const used = devicesInUse(plan);
  if (used.length === 0) return null;
  const parts = used.map(({ sources }): WorkingTerm => ({
    says: sources.map(({ name }) => name).join(' or '),
    unit: 'A',
    ...most(sources, nominalV),
  }));
  return together.figure({
    sourcesA: sumFigure({ id: 'charging.at-once', says: 'all sources at once', unit: 'A', source: 'addition' }, parts),
    sharedA: sharedLimit(plan),
  });
}

/** Of a controller no more than its arrays bring. */
function most(sources: readonly Source[], nominalV: number): Sourced {
  const limit = deviceLimit(sources);
  const [source] = sources;
  if (source?.kind !== 'solar') return limit;
  const arrayW = arraysPower(source.arrays);
  const fromArraysA = (arrayW * source.efficiencyFraction) / nominalV;
  return fromArraysA < limit.value ? computed(fromArraysA, `${asTyped(arrayW)} W through its controller`) : limit;
}
