import type { Chemistry } from '../cells/chemistry';
import { chemistryValue } from '../cells/chemistry-of';
import { computed, entered, type Sourced } from '../formula/figure';
import type { Source } from '../sources/source';
import type { MonitorPlan } from './plan';

/** What a full mark is judged against, V of the bank. */
export interface ChargerVoltages {
  /** Lowest absorption of any charger. */
  absorptionV: Sourced;
  /** Highest float. */
  floatV: Sourced;
  sunCharges: boolean;
}

/**
 * The chargers as a monitor meets them: what was entered for it goes first, then the sources of the charging plan that are on
 * and state their voltages, then the chemistry.
 * @param cells  in series
 */
export function chargerVoltages(
  plan: Pick<MonitorPlan, 'lowestAbsorptionV' | 'highestFloatV' | 'solarCharging'>,
  sources: readonly Source[],
  chemistry: Chemistry,
  cells: number,
): ChargerVoltages {
  const used = sources.filter(({ on }) => on);
  const sheet = (key: 'absorptionCellV' | 'floatCellV'): Sourced => {
    const cell = chemistryValue(chemistry, key);
    return { ...cell, value: cell.value * cells, note: `${cell.note}: ${cells} cells of ${cell.value} V` };
  };
  const stated = (key: 'absorptionV' | 'floatV') =>
    used.flatMap((source) => (source[key] === null ? [] : [{ value: source[key], name: source.name || source.kind }]));
  const lowest = stated('absorptionV').sort((a, b) => a.value - b.value)[0];
  const highest = stated('floatV').sort((a, b) => b.value - a.value)[0];
  const of = (own: number | null, source: typeof lowest, key: 'absorptionCellV' | 'floatCellV'): Sourced =>
    own !== null
      ? entered(own, 'charger')
      : source
        ? computed(source.value, `${source.name}, under Charging`)
        : sheet(key);
  return {
    absorptionV: of(plan.lowestAbsorptionV, lowest, 'absorptionCellV'),
    floatV: of(plan.highestFloatV, highest, 'floatCellV'),
    sunCharges: used.length > 0 ? used.some(({ kind }) => kind === 'solar') : plan.solarCharging,
  };
}
