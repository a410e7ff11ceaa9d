import { byDefault, computed, entered, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import type { AuditPlan, Load } from '../rig/load';

const compressorFactor = formula({
  id: 'audit.compressor',
  says: 'against the recording',
  unit: 'Ratio',
  words: '(surroundings − inside) ÷ (surroundings when it was known − inside), not below 0',
  terms: {
    ambientTempC: { says: 'surroundings', unit: 'TempC' },
    setTempC: { says: 'inside', unit: 'TempC' },
    refTempC: { says: 'surroundings when it was known', unit: 'TempC' },
  },
  compute: ({ ambientTempC, setTempC, refTempC }) => Math.max(0, (ambientTempC - setTempC) / (refTempC - setTempC)),
  source: 'duty(T) ≈ duty_ref · (T_amb − T_set) ÷ (T_ref − T_set)',
  leavesOut: 'doors opened, things put in warm, sun on the wall',
});

/** What season and temperature make of a load's hours: a factor of its share of the time, 0 where it does not run at all. */
export function climateFactor(load: Pick<Load, 'id' | 'climate'>, plan: AuditPlan): Sourced {
  const { climate } = load;
  const surroundings = `${plan.ambientTempC} °C around it`;
  switch (climate.by) {
    case 'none':
      return byDefault(1, 'whatever the season');
    case 'months':
      return entered(
        climate.months.includes(plan.month) ? 1 : 0,
        climate.months.includes(plan.month) ? 'in season' : 'out of season',
      );
    case 'below':
      return computed(plan.ambientTempC < climate.tempC ? 1 : 0, surroundings);
    case 'above':
      return computed(plan.ambientTempC > climate.tempC ? 1 : 0, surroundings);
    case 'compressor':
      return compressorFactor.figure(
        {
          ambientTempC: entered(plan.ambientTempC),
          setTempC: entered(climate.setTempC),
          refTempC: entered(climate.refTempC),
        },
        { key: load.id },
      );
  }
}
