import { describe, expect, it } from 'vitest';
import { METRIC_AMPACITY } from './ampacity.data';
import { chooseFuse, whyNoFuse } from './choose-fuse';
import { shortCircuitAtFuse } from './short-circuit';
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
  const demand = (loadA: number, ampacityA: number, shortCircuitA: number, highestV = 14.2) => ({
    loadA,
    ampacityA,
    highestV,
    shortCircuitA,
  });
  it('takes 1.25 × the load, up to the next step', () =>
    expect(chooseFuse(demand(20, 45, 800))).toEqual({ family: 'blade', ratingA: 25 }));
  it('passes over families that cannot break the short circuit', () => {
    expect(chooseFuse(demand(100, 170, 8000))).toEqual({ family: 'class T', ratingA: 125 });
    expect(chooseFuse(demand(20, 45, 1000))).toMatchObject({ family: 'blade' });
    expect(chooseFuse(demand(20, 45, 1001))).toMatchObject({ family: 'bolt-down, small' });
  });
  it('never lies above the wire, and may equal it', () => {
    expect(chooseFuse(demand(100, 110, 1000))).toBeNull();
    expect(chooseFuse(demand(80, 100, 1000))).toMatchObject({ ratingA: 100 });
    expect(chooseFuse(demand(80, 99.9, 1000))).toBeNull();
  });
  it('stands the highest charging voltage: a breaker for 48 V is none for a lead bank charged at 58.8 V', () => {
    expect(chooseFuse(demand(30, 60, 3000, 48))).toMatchObject({ family: 'thermal breaker' });
    expect(chooseFuse(demand(30, 60, 3000, 48.1))).toBeNull();
    expect(chooseFuse(demand(100, 170, 3000, 58.8))).toMatchObject({ family: 'class T' });
  });
  it('says what is lacking where none fits', () => {
    expect(whyNoFuse(demand(20, 45, 800, 200))).toBe('voltage');
    expect(whyNoFuse(demand(20, 45, 25_000))).toBe('interrupt');
    expect(whyNoFuse(demand(20, 45, 10_000))).toBe('wire');
    expect(whyNoFuse(demand(350, 500, 10_000))).toBe('size');
  });
});

describe('short circuit at the fuse', () => {
  it('by hand: 14.2 V behind 1.2 mΩ are 11,833 A at the post, 7,889 A behind 0.6 mΩ of leads', () => {
    expect(shortCircuitAtFuse.of({ highestV: 14.2, bankOhm: 0.0012, leadsOhm: 0 })).toBeCloseTo(11_833.3, 1);
    expect(shortCircuitAtFuse.of({ highestV: 14.2, bankOhm: 0.0012, leadsOhm: 0.0006 })).toBeCloseTo(7888.9, 1);
  });
});
