import { describe, expect, it } from 'vitest';
import { normalQuantiles } from './normal-quantiles';
import { normalShare } from './normal-share';

describe('normalShare', () => {
  // Published table of the standard normal distribution.
  it.each([
    [0, 0.5],
    [0.5, 0.69146],
    [1, 0.84134],
    [1.2816, 0.9],
    [1.6449, 0.95],
    [1.96, 0.975],
    [3, 0.99865],
  ])('below z = %d lies %d', (z, share) => {
    expect(normalShare(z)).toBeCloseTo(share, 4);
    expect(normalShare(-z)).toBeCloseTo(1 - share, 4);
  });
});

describe('normalQuantiles', () => {
  const quantiles = normalQuantiles(256);
  it('rise, mirror about zero, and have a variance near 1', () => {
    for (let k = 1; k < 256; k++) expect(quantiles[k]!).toBeGreaterThan(quantiles[k - 1]!);
    for (let k = 0; k < 128; k++) expect(quantiles[k]! + quantiles[255 - k]!).toBeCloseTo(0, 5);
    const variance = quantiles.reduce((sum, z) => sum + z * z, 0) / 256;
    // The ends beyond half a share are left out, which costs a little of the variance.
    expect(variance).toBeGreaterThan(0.98);
    expect(variance).toBeLessThan(1);
  });
  it('give back the share that they stand for', () => {
    quantiles.forEach((z, k) => expect(normalShare(z)).toBeCloseTo((k + 0.5) / 256, 6));
  });
});
