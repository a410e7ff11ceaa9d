import { describe, expect, it } from 'vitest';
import { METRIC_AMPACITY } from './ampacity.data';
import { chooseFuse } from './choose-fuse';
import { ampacityOf, nextSection } from './choose-section';
import { copperOhm, voltageDrop } from './copper';
import { FUSE_FAMILIES } from './fuses.data';

describe('copper', () => {
  it('a metre of 1 mm² at 20 °C has 17.241 mΩ, and 3.93 % more ten kelvin warmer', () => {
    expect(copperOhm(1, 1, 20)).toBeCloseTo(0.017241, 9);
    expect(copperOhm(1, 1, 30) / copperOhm(1, 1, 20)).toBeCloseTo(1.0393, 9);
  });
  it('20 A over 5 m of 10 mm² lose 0.345 V', () =>
    expect(voltageDrop.of({ currentA: 20, oneWayLengthM: 5, areaMm2: 10, conductorTempC: 20 })).toBeCloseTo(
      0.34482,
      9,
    ));
});

describe('tables', () => {
  it('carry more with section and with insulation', () => {
    for (let k = 1; k < METRIC_AMPACITY.length; k++)
      expect(METRIC_AMPACITY[k]![1]!).toBeGreaterThanOrEqual(METRIC_AMPACITY[k - 1]![1]!);
    for (const [, ...amps] of METRIC_AMPACITY) expect([...amps].sort((a, b) => a - b)).toEqual(amps);
  });
  it('read by section, insulation and place: 25 mm², 105 °C: 170 A, in an engine space 146.2 A', () => {
    expect(ampacityOf(25, 105, false)).toBe(170);
    expect(ampacityOf(25, 105, true)).toBeCloseTo(146.2, 9);
    expect(ampacityOf(11, 105, false)).toBeNull();
    expect([nextSection(25), nextSection(150)]).toEqual([35, null]);
  });
  it('have rising fuse steps', () => {
    for (const { stepsA } of FUSE_FAMILIES) expect([...stepsA].sort((a, b) => a - b)).toEqual(stepsA);
  });
});

describe('chooseFuse', () => {
  it('takes 1.25 × the load, up to the next step', () =>
    expect(chooseFuse(20, 45, 12, 800)).toEqual({ family: 'blade', ratingA: 25 }));
  it('passes over families that cannot break the short circuit', () =>
    expect(chooseFuse(100, 170, 12, 8000)).toEqual({ family: 'class T', ratingA: 125 }));
  it('never lies above the wire', () => expect(chooseFuse(100, 110, 12, 1000)).toBeNull());
});
