import { asPlanned, byDefault, entered, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { FRESH_AMBIENT_C } from './fresh';
import type { AuditPlan } from './plan';
import type { Load } from './load';

/** Known at almost no difference of temperature, a compressor's duty says nothing of a larger one. */
const FACTOR_MOST = 100;

const compressorFactor = formula({
  id: 'audit.compressor',
  says: 'against the recording',
  unit: 'Ratio',
  words: '(surroundings − inside) ÷ (surroundings when it was known − inside), from 0 to 100',
  terms: {
    ambientTempC: { says: 'surroundings', unit: 'TempC' },
    setTempC: { says: 'inside', unit: 'TempC' },
    refTempC: { says: 'surroundings when it was known', unit: 'TempC' },
  },
  compute: ({ ambientTempC, setTempC, refTempC }) =>
    Math.min(FACTOR_MOST, Math.max(0, (ambientTempC - setTempC) / (refTempC - setTempC))),
  source: 'duty(T) ≈ duty_ref · (T_amb − T_set) ÷ (T_ref − T_set)',
  leavesOut: 'doors opened, things put in warm, sun on the wall',
});

const switched = (side: 'below' | 'above', runs: (ambientTempC: number, switchTempC: number) => boolean) =>
  formula({
    id: `audit.switched-${side}`,
    says: 'runs at this temperature',
    unit: 'Ratio',
    words: `1 where the surroundings are ${side} the switch, else 0`,
    terms: {
      ambientTempC: { says: 'surroundings', unit: 'TempC' },
      switchTempC: { says: 'switch', unit: 'TempC' },
    },
    compute: ({ ambientTempC, switchTempC }) => (runs(ambientTempC, switchTempC) ? 1 : 0),
    source: 'the season switch of the load',
  });
const switchedBelow = switched('below', (ambient, at) => ambient < at);
const switchedAbove = switched('above', (ambient, at) => ambient > at);

/** What season and temperature make of a load's hours: a factor of its share of the time, 0 where it does not run at all. */
export function climateFactor(load: Pick<Load, 'id' | 'climate'>, plan: AuditPlan): Sourced {
  const { climate } = load;
  const temps = (tempC: number) => ({
    ambientTempC: asPlanned(plan.ambientTempC, FRESH_AMBIENT_C),
    switchTempC: entered(tempC),
  });
  switch (climate.by) {
    case 'none':
      return byDefault(1, 'whatever the season');
    case 'months':
      return entered(
        climate.months.includes(plan.month) ? 1 : 0,
        climate.months.includes(plan.month) ? 'in season' : 'out of season',
      );
    case 'below':
      return switchedBelow.figure(temps(climate.tempC), { key: load.id });
    case 'above':
      return switchedAbove.figure(temps(climate.tempC), { key: load.id });
    case 'compressor':
      return compressorFactor.figure(
        {
          ambientTempC: asPlanned(plan.ambientTempC, FRESH_AMBIENT_C),
          setTempC: entered(climate.setTempC),
          refTempC: entered(climate.refTempC),
        },
        { key: load.id },
      );
  }
}
