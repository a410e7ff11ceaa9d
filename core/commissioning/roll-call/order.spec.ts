import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lamp, laidOut, provingOf, van } from '../../kept-spec/van';
import { callingOrder, type Switched } from './order';

const none = { bankA: Number.POSITIVE_INFINITY, inverterW: new Map<string, number>() };
const one = (id: string, currentA: number, more: Partial<Switched> = {}): Switched => ({
  id,
  circuitId: id,
  currentA,
  needsId: null,
  outOf: null,
  acW: 0,
  ...more,
});

describe('the order of a roll call', () => {
  it('is small before large, loads before sources, and leaves on what it has called', () => {
    const called = callingOrder([one('sun', 20), one('kettle', -40), one('lamp', -1), one('fan', -3)], none);
    expect(called.map(({ id }) => id)).toEqual(['lamp', 'fan', 'kettle', 'sun']);
    expect(called.every(({ offFirst }) => offFirst.length === 0)).toBe(true);
  });
  it('calls an inverter before what hangs on it', () => {
    const called = callingOrder([one('drill', -1, { needsId: 'inv', acW: 20 }), one('inv', -2), one('lamp', -3)], none);
    expect(called.map(({ id }) => id)).toEqual(['inv', 'drill', 'lamp']);
  });
  it('has off what hangs on an inverter before that charges, and one source on a device at a time', () => {
    const all = [
      one('inv', -2),
      one('drill', -1, { needsId: 'inv', acW: 20 }),
      one('lamp', -3),
      one('mains', 50, { outOf: 'inv' }),
      one('generator', 60, { outOf: 'inv' }),
      one('sun', 70, { outOf: 'sun' }),
    ];
    expect(callingOrder(all, none)).toEqual([
      { id: 'inv', offFirst: [] },
      { id: 'drill', offFirst: [] },
      { id: 'lamp', offFirst: [] },
      { id: 'mains', offFirst: ['drill'] },
      { id: 'generator', offFirst: ['mains'] },
      { id: 'sun', offFirst: [] },
    ]);
  });
  it('calls what does not fit beside the others first and alone, so that the most stay on', () => {
    const called = callingOrder([one('a', -10), one('b', -30), one('c', -40)], { ...none, bankA: 60 });
    expect(called).toEqual([
      { id: 'c', offFirst: [] },
      { id: 'a', offFirst: ['c'] },
      { id: 'b', offFirst: [] },
    ]);
  });
  it('keeps an inverter below its watts, and on for what comes to it', () => {
    const loads = [
      one('lamp', -0.5),
      one('inv', -1),
      one('a', -20, { needsId: 'inv', acW: 600 }),
      one('b', -25, { needsId: 'inv', acW: 700 }),
    ];
    const called = callingOrder(loads, { ...none, inverterW: new Map([['inv', 1000]]) });
    expect(called.map(({ id, offFirst }) => [id, ...offFirst])).toEqual([['inv'], ['b'], ['lamp', 'b'], ['a']]);
  });
  it('calls each once, keeps within the bank wherever that can be, and switches no more often than needed', () => {
    const loads = fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(loads, fc.integer({ min: 20, max: 60 }), (sizes, bankA) => {
        const all = sizes.map((size, k) => one(`l${k}`, -size));
        const called = callingOrder(all, { ...none, bankA });
        expect([...called.map(({ id }) => id)].sort()).toEqual(all.map(({ id }) => id).sort());
        const on = new Set<string>();
        const size = (id: string) => -all.find((each) => each.id === id)!.currentA;
        for (const { id, offFirst } of called) {
          for (const off of offFirst) expect(on.delete(off)).toBe(true);
          on.add(id);
          const flows = [...on].reduce((sum, each) => sum + size(each), 0);
          expect(flows <= bankA || on.size === 1).toBe(true);
        }
        const offs = called.reduce((sum, { offFirst }) => sum + offFirst.length, 0);
        expect(offs).toBe(fewestOffs(sizes, bankA));
      }),
      { numRuns: 150 },
    );
  });
});

/** Over every order, and every choice of what goes off: by looking at all of them. */
function fewestOffs(sizes: readonly number[], bankA: number): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (left: readonly number[], on: readonly number[], offs: number): void => {
    if (offs >= best) return;
    if (left.length === 0) {
      best = offs;
      return;
    }
    const flows = on.reduce((sum, each) => sum + each, 0);
    left.forEach((size, k) => {
      if (flows + size <= bankA || on.length === 0) go(left.toSpliced(k, 1), [...on, size], offs);
    });
    on.forEach((_, k) => go(left, on.toSpliced(k, 1), offs + 1));
  };
  go(sizes, [], 0);
  return best;
}

describe('the calls of a rig', () => {
  it('are one a load, on the circuit on which it hangs by now', () => {
    const rig = { ...van, loads: [...van.loads, lamp('radio', 'Cabin', 20)] };
    const wiring = laidOut(rig);
    const calls = (loads: typeof rig.loads) =>
      provingOf({ ...rig, loads }, wiring).steps.flatMap((step) => (step.kind === 'roll-call' ? [step.id] : []));
    const before = calls(rig.loads);
    const byInverter = { supply: 'ac', inverterId: 'inv' } as const;
    const moved = calls(rig.loads.map((load) => (load.id === 'radio' ? { ...load, ...byInverter } : load)));
    expect([...moved].sort()).toEqual([...before].sort());
    expect(moved.indexOf('roll-call:load:radio')).toBeGreaterThan(moved.indexOf('roll-call:inverter:inv'));
    // One that was sold is not called.
    expect(calls(van.loads)).toEqual(before.filter((id) => id !== 'roll-call:load:radio'));
  });
});
