import { TestBed } from '@angular/core/testing';
import { afterEach, describe, expect, it } from 'vitest';
import { UnitChoice } from '../../ui/unit-choice';
import { drawnLength } from './drawn-length';

describe('a length on a drawing', () => {
  afterEach(() => TestBed.inject(UnitChoice).set('metric'));
  it.each([
    ['metric', 1.5, true, '≈ 1.50 m'],
    ['metric', 0.104, false, '0.10 m'],
    ['imperial', 1.5, true, '≈ 4.9 ft'],
    ['imperial', 12.3, false, '40.4 ft'],
  ] as const)('%s, %s m', (system, lengthM, guessed, says) => {
    const units = TestBed.inject(UnitChoice);
    units.set(system);
    expect(drawnLength(units, lengthM, guessed).replace(/\u2009|\u00a0/g, ' ')).toBe(says);
  });
});
