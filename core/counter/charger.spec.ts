import { describe, expect, it } from 'vitest';
import { charger } from './charger';

const SET = { absorptionV: 14.4, floatV: 13.6, stopsAtA: 4 };
const ABSORBS_S = 7200;
const STEP_S = 60;
/** What is held through so many steps of one day. */
const course = (steps: number, offeredA: number, lastA: number, socFraction = 0.97) => {
  const volts = charger(SET, ABSORBS_S, STEP_S);
  return Array.from({ length: steps }, () => volts(0, offeredA, socFraction, lastA));
};
const floatsAt = (held: readonly number[]) => held.indexOf(SET.floatV);

describe('a charger of three stages', () => {
  it('floats once absorption was held for its time, and not a step sooner', () => {
    expect(floatsAt(course(400, 30, 10))).toBe(ABSORBS_S / STEP_S);
  });
  it('floats once the current was small for 20 minutes, and not for a moment less', () => {
    expect(floatsAt(course(400, 30, 3.99))).toBe(20);
    expect(floatsAt(course(400, 30, 0))).toBe(20);
    expect(floatsAt(course(400, 30, 4))).toBe(ABSORBS_S / STEP_S);
    const volts = charger(SET, ABSORBS_S, STEP_S);
    const held = Array.from({ length: 60 }, (_, k) => volts(0, 30, 0.97, k === 15 ? 5 : 3));
    expect(floatsAt(held)).toBe(15 + 1 + 20);
  });
  it('holds no absorption while the bank takes all that is offered, nothing is offered, or it is drawn from', () => {
    expect(floatsAt(course(400, 30, 30))).toBe(-1);
    expect(floatsAt(course(400, 30, 0.98 * 30))).toBe(-1);
    expect(floatsAt(course(400, 30, 0.97 * 30))).toBe(ABSORBS_S / STEP_S);
    expect(floatsAt(course(400, 0, -0.001))).toBe(-1);
    expect(floatsAt(course(400, 0, 0))).toBe(-1);
    expect(floatsAt(course(400, 30, -0.001))).toBe(-1);
  });
  it('begins anew on another day, and once the bank has lost a tenth while it floats', () => {
    const volts = charger(SET, ABSORBS_S, STEP_S);
    const held = (steps: number, day: number, soc: number) =>
      Array.from({ length: steps }, () => volts(day, 30, soc, 2)).at(-1);
    expect(held(30, 0, 0.97)).toBe(SET.floatV);
    expect(held(1, 0, 0.9)).toBe(SET.floatV);
    expect(held(1, 0, 0.899)).toBe(SET.absorptionV);
    expect(held(19, 0, 0.899)).toBe(SET.absorptionV);
    expect(held(1, 0, 0.95)).toBe(SET.floatV);
    expect(held(1, 1, 0.95)).toBe(SET.absorptionV);
    expect(held(20, 1, 0.95)).toBe(SET.floatV);
  });
});
