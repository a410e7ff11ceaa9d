import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { ChargingPlan } from './plan';
import { type Source } from '../sources/source';
import { newArray, newSource, weekOf } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newCharging } from './fresh';
import { applyRemedy, LEVER_RANGE, LEVERS, type Remedy } from './remedies';

const bank = newBank(newBattery('b', 'lfp', 8, 100));
const roof = (powerW: number): Source =>
  ({ ...newSource('solar', 's'), limitA: 20, arrays: [newArray('a', powerW), newArray('b', 100)] }) as Source;
const plan = (sources: Source[]) => ({ bank, charging: { ...newCharging(), sources } });
const weekly = (source: Source | undefined) =>
  source && 'week' in source ? source.week.reduce((sum, { hours }) => sum + hours, 0) : Number.NaN;

describe('a remedy', () => {
  it('of solar goes onto the first array, and its controller grows with all of them', () => {
    const [sun] = applyRemedy(plan([roof(300)]), { array: 200 }).charging.sources;
    expect(sun).toMatchObject({ limitA: 30, arrays: [{ powerW: 500 }, { powerW: 100 }] });
  });
  it('of solar brings an array and a controller where there is none, or none in use', () => {
    const fresh = applyRemedy(plan([{ ...roof(300), on: false }]), { array: 240 }).charging.sources;
    expect(fresh).toHaveLength(2);
    expect(fresh[1]).toMatchObject({ kind: 'solar', limitA: 20, arrays: [{ powerW: 240 }] });
  });
  it('of hours goes onto the days in use, and only then onto the others', () => {
    const drive = { ...newSource('engine', 'e'), week: weekOf([1, 3], 9, 2) } as Source;
    const [few] = applyRemedy(plan([drive]), { drive: 3 }).charging.sources;
    expect('week' in few! && few.week.map(({ hours }) => hours)).toEqual([0, 3.5, 0, 3.5, 0, 0, 0]);
    const [many] = applyRemedy(plan([{ ...drive, week: weekOf([1], 0, 23) } as Source]), { drive: 13 }).charging
      .sources;
    expect('week' in many! && many.week.map(({ hours }) => hours)).toEqual([2, 24, 2, 2, 2, 2, 2]);
  });
  it('of savings is off what is left, and of the bank beside what is there', () => {
    const half = { ...plan([]), charging: { ...newCharging(), loadCutFraction: 0.5 } };
    const done = applyRemedy(half, { cut: 0.2, bank: 2 });
    expect(done.charging.loadCutFraction).toBeCloseTo(0.6, 9);
    expect(done.bank!.parallelCount).toBe(3);
    expect(applyRemedy({ ...half, bank: null }, { bank: 2 }).bank).toBeNull();
  });
  const remedy: fc.Arbitrary<Remedy> = fc
    .record(Object.fromEntries(LEVERS.map((lever) => [lever, fc.option(fc.nat({ max: 40 }), { nil: undefined })])))
    .map((steps) =>
      Object.fromEntries(
        LEVERS.flatMap((lever) => {
          const { step, most } = LEVER_RANGE[lever];
          const count = (steps as Record<string, number | undefined>)[lever];
          return count === undefined ? [] : [[lever, Math.min(most, count * step)]];
        }),
      ),
    );
  test.prop([remedy])(
    'leaves a plan that can be stored, with the hours it promises, and the plan before as it was',
    (wanted) => {
      const before = plan([roof(300), newSource('engine', 'e'), newSource('shore', 'm')]);
      const copy = structuredClone(before);
      const { charging } = applyRemedy(before, wanted);
      expect(before).toEqual(copy);
      expect(ChargingPlan.safeParse(charging).success).toBe(true);
      const more = (kind: Source['kind']) =>
        weekly(charging.sources.find((one) => one.kind === kind)) -
        weekly(before.charging.sources.find((one) => one.kind === kind));
      expect(more('engine')).toBeCloseTo(wanted.drive ?? 0, 2);
      expect(more('shore')).toBeCloseTo(wanted.shore ?? 0, 2);
    },
  );
});
