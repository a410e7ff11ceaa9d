import { describe, expect, it } from 'vitest';
import { modulePower } from './module-power';
import { newArray } from './new-source';
import { arrayWatts, controllerHoursA } from './solar-current';

const STEPS = 72;
const light = (of: (hour: number) => number) => Float64Array.from({ length: STEPS }, (_, k) => of((k + 0.5) / 3));
const steady = (watts: number) => new Float64Array(STEPS).fill(watts);
const CONTROLLER = { limitA: 30, efficiencyFraction: 0.96, derateFraction: 0.9 };

describe('what an array makes of its light', () => {
  it('is its rated power in proportion, less by the warmth of the hour: coldest at 3, warmest at 15', () => {
    const air = { meanTempC: 18, rangeK: 12 };
    const watts = arrayWatts(
      light(() => 600),
      newArray('a', 200),
      air,
    );
    for (let k = 0; k < STEPS; k++) {
      const hour = (k + 0.5) / 3;
      const tempC = 18 + 6 * Math.cos(((hour - 15) * 2 * Math.PI) / 24);
      expect(watts[k]).toBeCloseTo(modulePower(200, 600, tempC), 9);
    }
    expect(watts.indexOf(Math.min(...watts))).toBe(44);
  });
  it('is less by the shade of each hour, and nothing without light', () => {
    const shade = Array.from({ length: 24 }, (_, hour) => (hour === 9 ? 0.75 : hour === 10 ? 1 : 0));
    const air = { meanTempC: 25, rangeK: 0 };
    const watts = arrayWatts(
      light((hour) => (hour > 8 && hour < 12 ? 800 : 0)),
      { ...newArray('a', 100), shade },
      air,
    );
    const at = (hour: number) => watts[hour * 3 + 1];
    expect([at(7), at(8), at(9), at(10), at(11), at(12)]).toEqual([
      0,
      modulePower(100, 800, 25),
      modulePower(100, 200, 25),
      0,
      modulePower(100, 800, 25),
      0,
    ]);
  });
});

describe('what a controller makes of its arrays', () => {
  it('is their watts together, less its losses and the wear, over the volts of the bank', () => {
    const hoursA = controllerHoursA([steady(100), steady(60)], CONTROLLER, 14.4);
    expect([...hoursA]).toEqual(Array(24).fill(expect.closeTo((160 * 0.96 * 0.9) / 14.4, 9)));
  });
  it('is cut at its limit in each step, and not in the mean of the hour', () => {
    const third = Float64Array.from({ length: STEPS }, (_, k) => (k % 3 === 0 ? 1000 : 100));
    const [smallA] = [(100 * 0.96 * 0.9) / 14.4];
    expect(controllerHoursA([third], CONTROLLER, 14.4)[5]).toBeCloseTo((30 + 2 * smallA) / 3, 9);
  });
  it('is nothing without arrays', () => {
    expect([...controllerHoursA([], CONTROLLER, 14.4)]).toEqual(Array(24).fill(0));
  });
});
