import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { chooseFuse } from './choose-fuse';
import { ampacityOf, chooseSection, type SectionDemand } from './choose-section';
import { copperOhm } from './copper';
import { FUSE_FAMILIES } from './fuses.data';

const demand = fc.record({
  currentA: fc.double({ min: 0.5, max: 300, noNaN: true }),
  oneWayLengthM: fc.double({ min: 0.1, max: 20, noNaN: true }),
  systemV: fc.constantFrom(12, 24, 48),
  dropFraction: fc.double({ min: 0.01, max: 0.1, noNaN: true }),
  insulationC: fc.constantFrom(90, 105, 125),
  inEngineSpace: fc.boolean(),
}) as fc.Arbitrary<SectionDemand>;

describe('the section that is chosen', () => {
  test.prop([demand])('keeps both rules, and the next smaller one breaks one of them', (wanted) => {
    const chosen = chooseSection(wanted);
    fc.pre(chosen !== null);
    const { currentA, oneWayLengthM, systemV, dropFraction, insulationC, inEngineSpace } = wanted;
    const drop = (areaMm2: number) => (currentA * copperOhm(2 * oneWayLengthM, areaMm2, 50)) / systemV;
    expect(drop(chosen.areaMm2)).toBeLessThanOrEqual(dropFraction);
    expect(chosen.ampacityA).toBeGreaterThanOrEqual(currentA);
    const smaller = [0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120, 150]
      .filter((area) => area < chosen.areaMm2)
      .at(-1);
    if (smaller === undefined) return;
    const carries = ampacityOf(smaller, insulationC, inEngineSpace)!;
    expect(drop(smaller) > dropFraction || carries < currentA).toBe(true);
  });
  test.prop([demand])('is never thinner for a longer run, a larger current or a hotter place', (wanted) => {
    const area = (more: Partial<SectionDemand>) => chooseSection({ ...wanted, ...more })?.areaMm2 ?? 1000;
    const own = area({});
    expect(area({ oneWayLengthM: wanted.oneWayLengthM * 1.5 })).toBeGreaterThanOrEqual(own);
    expect(area({ currentA: wanted.currentA * 1.5 })).toBeGreaterThanOrEqual(own);
    expect(area({ inEngineSpace: true })).toBeGreaterThanOrEqual(area({ inEngineSpace: false }));
  });
});

describe('the fuse that is chosen', () => {
  test.prop([
    fc.double({ min: 0.5, max: 300, noNaN: true }),
    fc.double({ min: 10, max: 450, noNaN: true }),
    fc.constantFrom(14.2, 28.4, 31.2, 56.8),
    fc.double({ min: 100, max: 20_000, noNaN: true }),
  ])(
    'lies over the load, under the wire, and breaks the short circuit at its voltage',
    (loadA, ampacityA, highestV, shortCircuitA) => {
      const fuse = chooseFuse({ loadA, ampacityA, highestV, shortCircuitA });
      fc.pre(fuse !== null);
      const family = FUSE_FAMILIES.find((one) => one.family === fuse.family)!;
      expect(fuse.ratingA).toBeGreaterThanOrEqual(loadA * 1.25);
      expect(fuse.ratingA).toBeLessThanOrEqual(ampacityA);
      expect(family.voltsMax).toBeGreaterThanOrEqual(highestV);
      expect(family.interruptA).toBeGreaterThanOrEqual(shortCircuitA);
      expect(family.stepsA).toContain(fuse.ratingA);
    },
  );
  it('is none where the wire carries less than 1.25 × the load', () =>
    expect(chooseFuse({ loadA: 80, ampacityA: 99, highestV: 14.2, shortCircuitA: 500 })).toBeNull());
});
