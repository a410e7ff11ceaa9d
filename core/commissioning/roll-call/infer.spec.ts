import { describe, expect, it } from 'vitest';
import { drawnCase, FAULT_KINDS } from '../../kept-spec/roll-calls';
import { inferRollCall } from './infer';
import { timesReadFigure } from './likelihood';
import { rightCause } from '../../kept-spec/right-cause';
import type { RollItem, RollReading } from './item';

const SHUNT = { ratedA: 500, fullV: 0.05 };
const load = (id: string, sizeA: number, more: Partial<RollItem> = {}): RollItem => ({
  id,
  name: id,
  circuitId: id,
  fromA: -1.2 * sizeA,
  toA: -0.8 * sizeA,
  idleFraction: 0.01,
  ...more,
});
const read = (changes: Record<string, number>): RollReading[] =>
  Object.entries(changes).map(([itemId, changeA]) => ({ itemId, beforeA: 0, afterA: changeA }));
const cause = (items: RollItem[], changes: Record<string, number>, id: string) =>
  inferRollCall(items, read(changes), SHUNT, 0.01).items.get(id)!.causes[0]!.cause;

const items = [load('lamp', 1), load('fan', 2), load('pump', 5), load('kettle', 40)];

describe('a roll call', () => {
  it('reads where all is as expected', () => {
    const verdict = inferRollCall(items, read({ lamp: -1, fan: -2.1, pump: -4.6, kettle: -43 }), SHUNT, 0.01);
    expect(verdict.shunt).toBeNull();
    for (const { causes } of verdict.items.values()) {
      expect(causes[0]!.cause).toBe('reads');
      expect(causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
    }
  });
  it('names one that does not change as one whose negative passes the shunt by', () =>
    expect(cause(items, { lamp: -1, fan: -2, pump: 0.01, kettle: -41 }, 'pump')).toBe('bypass'));
  it('says of a compressor that it was not running, sooner than that its negative is wrong', () => {
    const resting = [...items.slice(0, 3), load('fridge', 4, { idleFraction: 0.3 })];
    expect(cause(resting, { lamp: -1, fan: -2, pump: -5, fridge: 0 }, 'fridge')).toBe('idle');
  });
  it('silences all that hang on one circuit together', () => {
    const shared = [load('a', 1, { circuitId: 'c' }), load('b', 3, { circuitId: 'c' }), load('d', 2)];
    const { items: found } = inferRollCall(shared, read({ a: 0, b: 0.01, d: -2 }), SHUNT, 0.01);
    expect(['a', 'b', 'd'].map((id) => found.get(id)!.causes[0]!.cause)).toEqual(['bypass', 'bypass', 'reads']);
    expect(found.get('b')!.causes[0]!.probability).toBeGreaterThan(0.95);
  });
  it('with every sign turned, is that of a shunt the wrong way round', () => {
    const verdict = inferRollCall(items, read({ lamp: 1, fan: 2, pump: 5 }), SHUNT, 0.01);
    expect(verdict.shunt).toMatchObject({ cause: 'shunt-reversed', factor: -1 });
  });
  it('with one sign turned, is that of this one alone', () =>
    expect(cause(items, { lamp: -1, fan: -2, pump: 4.9, kettle: -40 }, 'pump')).toBe('wrong-sign'));
  it('that shows twice of everything names the shunts that would explain it', () => {
    const { shunt, settings } = inferRollCall(items, read({ lamp: -2, fan: -4, pump: -10.2 }), SHUNT, 0.01);
    expect(shunt).toMatchObject({ cause: 'shunt-rating' });
    expect(shunt!.factor).toBeCloseTo(2, 6);
    expect(settings[0]).toEqual({ ratedA: 1000, fullV: 0.05, factor: 2 });
    const times = timesReadFigure(shunt!, 3);
    expect(times.value).toBeCloseTo(2, 6);
    expect(times.working().terms.map(({ value }) => value)).toEqual([shunt!.probability, 3, shunt!.factors.length]);
    // 1500 A at 75 mV reads the same.
    expect(settings.filter(({ factor }) => Math.abs(factor - 2) < 0.01).map(({ ratedA }) => ratedA)).toContain(1500);
  });
  it('names no setting where the shunt is not known, and the factor all the same', () => {
    const { shunt, settings } = inferRollCall(items, read({ lamp: -2, fan: -4, pump: -10 }), null, 0.01);
    expect([shunt?.cause, shunt?.factor, settings]).toEqual(['shunt-rating', 2, []]);
  });
  it('in which nothing reads blames the meter, not four circuits', () =>
    expect(inferRollCall(items, read({ lamp: 0, fan: 0, pump: 0.01 }), SHUNT, 0.01).shunt?.cause).toBe('shunt-unseen'));
  it('names a plate that is wrong', () =>
    expect(cause(items, { lamp: -1, fan: -6, pump: -5, kettle: -40 }, 'fan')).toBe('plan-wrong'));
  it('says that another came on where the change is that of two', () => {
    const sharp = [
      load('a', 1, { fromA: -1.02, toA: -0.98 }),
      load('b', 7.3, { fromA: -7.35, toA: -7.25 }),
      load('d', 2),
    ];
    expect(cause(sharp, { a: -8.3, b: -7.3, d: -2 }, 'a')).toBe('other-switched');
  });
  it('knows that a large base drifts more than a small load draws', () => {
    const of = (beforeA: number) => {
      const readings = [...read({ fan: -2, pump: -5 }), { itemId: 'lamp', beforeA, afterA: beforeA + 1.9 }];
      return inferRollCall(items, readings, SHUNT, 0.01).items.get('lamp')!.causes;
    };
    const drift = (causes: ReturnType<typeof of>) =>
      causes.find((one) => one.cause === 'base-drifts')?.probability ?? 0;
    expect(of(-30)[0]!.cause).toBe('base-drifts');
    expect(drift(of(0))).toBe(0);
  });
  it('says what it cannot tell: so small a load is not seen while so much flows', () => {
    const verdict = inferRollCall(items, [{ itemId: 'lamp', beforeA: -90, afterA: -91 }], SHUNT, 0.01);
    expect(verdict.items.get('lamp')!.causes).toEqual([{ cause: 'below-resolution', probability: 1 }]);
  });
  it('accuses nothing that may hide in the steps of the meter: 0.12 to 0.34 A on steps of 0.1 A', () => {
    // Two readings on such steps are off from each other by 0.065 A: less than 0.19 A is not told from nothing.
    const lights = load('lights', 0.3, { fromA: -0.34, toA: -0.12 });
    const of = (item: RollItem, afterA: number) =>
      inferRollCall([item, load('pump', 6)], [{ itemId: 'lights', beforeA: 0, afterA }], SHUNT, 0.1).items.get(
        'lights',
      )!.causes[0]!.cause;
    expect(of(lights, 0)).toBe('below-resolution');
    expect(of(lights, -0.2)).toBe('reads');
    expect(of(lights, -1.5)).not.toBe('below-resolution');
    expect(of({ ...lights, fromA: -0.6, toA: -0.3 }, 0)).toBe('bypass');
  });
  it('leaves out readings of what is not called, and answers none with none', () => {
    expect(inferRollCall(items, [{ itemId: 'gone', beforeA: 0, afterA: 1 }], SHUNT, 0.01).items.size).toBe(0);
    expect(inferRollCall([], [], SHUNT, 0.01)).toMatchObject({ shunt: null, settings: [] });
  });
  it('changes its mind about the first when the others have been read', () => {
    const alone = inferRollCall(items, read({ lamp: -10 }), SHUNT, 0.01).items.get('lamp')!.causes;
    const among = inferRollCall(items, read({ lamp: -10, fan: -20, pump: -52 }), SHUNT, 0.01);
    expect(alone[0]!.probability).toBeLessThan(0.9);
    expect(among.shunt).toMatchObject({ cause: 'shunt-rating', factor: 10 });
  });
});

describe('on generated rigs', () => {
  // The bench draws a thousand of each.
  it.each(FAULT_KINDS)('%s is named', (kind) => {
    const seeds = Array.from({ length: 60 }, (_, k) => k);
    const wrong = seeds.filter((seed) => {
      const drawn = drawnCase(seed, kind);
      return !rightCause(drawn, inferRollCall(drawn.items, drawn.readings, SHUNT, drawn.stepA));
    });
    expect(wrong.length).toBeLessThanOrEqual(kind === 'none' ? 0 : 1);
  });
});
