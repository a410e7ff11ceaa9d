import { describe, expect, it } from 'vitest';
import { WIRING_LIMITS } from '../wiring/limits';
import { besideRest, restedMm2, sectionRest } from './section-rest';

const { min, max } = WIRING_LIMITS.runMm2;

describe('the section that an answer rested on', () => {
  it.each([
    [min, min],
    [max, max],
    [35, 35],
    [min * 0.99, null],
    [max * 1.01, null],
  ])('%s mm² as written is %s', (areaMm2, found) => {
    for (const typed of [null, areaMm2])
      expect(restedMm2({ rests: [sectionRest('section', { areaMm2: typed }, areaMm2)] }, 'section')).toBe(found);
  });
  it('is none where the answer names none, or no number', () => {
    expect(restedMm2({ rests: [] }, 'section')).toBeNull();
    expect(restedMm2({ rests: [{ what: 'section', is: 'thick' }] }, 'section')).toBeNull();
  });
  it('says how many lie side by side only where it is not one', () => {
    expect(besideRest('', { conductors: 1 })).toEqual([]);
    expect(besideRest('W1 ', { conductors: 3 })).toEqual([{ what: 'W1 cables side by side', is: '3' }]);
  });
});
