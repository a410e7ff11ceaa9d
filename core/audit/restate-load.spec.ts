import { describe, expect, it } from 'vitest';
import { computed, entered } from '../formula/figure';
import { sumFigure } from '../formula/formula';
import { restatedPower, restatedUse } from './restate-load';

const line = {
  hoursPerDay: entered(6),
  dayWh: sumFigure({ id: 'x', says: '', unit: 'Wh', source: '' }, [{ says: '', unit: 'Wh', ...computed(60) }]),
  daysFraction: 0.5,
  powerW: entered(20),
};

describe('a load said in another way', () => {
  it('draws the same: 60 W are 5 A at 12 V, 230 W are 1 A at 230 V', () => {
    expect(restatedPower('volts-amps', { supply: 'dc' }, 60)).toEqual({ by: 'volts-amps', voltageV: 12, currentA: 5 });
    expect(restatedPower('volts-amps', { supply: 'ac' }, 230)).toMatchObject({ voltageV: 230, currentA: 1 });
    expect(restatedPower('watts', { supply: 'dc' }, 60)).toEqual({ by: 'watts', powerW: 60 });
  });
  it('runs as long: six hours are a quarter of the day', () => {
    expect(restatedUse('hours', line, 0).use).toEqual({ by: 'hours', hoursPerDay: 6 });
    expect(restatedUse('share', line, 0).use).toEqual({ by: 'share', dutyFraction: 0.25 });
    expect(restatedUse('always', line, 0)).toEqual({ use: { by: 'always' } });
    expect(restatedUse('timed', line, 5)).toMatchObject({
      known: 'timed',
      use: {
        hoursPerDay: 24,
        recording: {
          atMs: 5,
          spans: [
            { state: 1, seconds: 21_600 },
            { state: 0, seconds: 64_800 },
          ],
        },
      },
    });
  });
  it('as logged has the Wh of a day on which it is used: 60 Wh on half of the days are 120', () =>
    expect(restatedUse('logged', line, 0)).toEqual({
      known: 'logged',
      use: { by: 'logged', unit: 'Wh', side: 'bank', low: 96, typical: 120, high: 150, days: 7 },
    }));
  it('never runs for more than the day', () =>
    expect(restatedUse('share', { ...line, hoursPerDay: entered(30) }, 0).use).toMatchObject({ dutyFraction: 1 }));
});
