import { describe, expect, it } from 'vitest';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { circuitOf, lamp, laidOut, van } from '../kept-spec/van';
import { canTakeOut, INSERTS, putInto, takeOut, takeOutOwn, takeOutRun } from './edit-circuit';
import { type Laid, otherConsumer, ownCircuit } from './new-parts';
import { postsOf } from './part';
import type { WiringPlan } from './plan';

const wiring = laidOut(van);
const run = (of: Pick<WiringPlan, 'runs'>, id: string) => of.runs.find((one) => one.id === id)!;
const added = (to: Laid, own: Laid): Laid => ({ parts: [...to.parts, ...own.parts], runs: [...to.runs, ...own.runs] });
const codes = (plan: WiringPlan) => circuitOf(van, plan).findings.map(({ fault }) => fault.code);

describe('a part put into a run', () => {
  it('makes two runs of it, as long together, the label on the one that leads on', () => {
    const { runs, parts } = putInto(wiring, 'inverter-inv-plus', 'switch', 'isolator');
    const rest = run({ runs }, 'inverter-inv-plus');
    const piece = run({ runs }, 'own-isolator-piece');
    expect([piece.from, piece.to, rest.from, rest.to]).toEqual([
      'fuse-inverter-inv.out',
      'own-isolator.in',
      'own-isolator.out',
      'inverter-inv.+',
    ]);
    expect(piece.lengthM + rest.lengthM).toBeCloseTo(run(wiring, 'inverter-inv-plus').lengthM, 12);
    expect(rest.label).toBe(run(wiring, 'inverter-inv-plus').label);
    expect(wiring.runs.map(({ label }) => label)).not.toContain(piece.label);
    expect(parts.at(-1)).toMatchObject({ kind: 'switch', name: `Switch in ${rest.label}` });
  });
  it('is carried by its current like the run itself, and nothing is wrong with it', () => {
    const plan = { ...wiring, ...putInto(wiring, 'inverter-inv-plus', 'fuse', 'more') };
    const { fuses, findings } = circuitOf(van, plan);
    const design = (id: string) => fuses.find(({ part }) => part.id === id)!.design.value;
    expect(design('own-more')).toBe(design('fuse-inverter-inv'));
    expect(findings).toEqual([]);
  });
  it('sits half-way, a fuse 0.1 m from where the run begins, or from its end where one is at its beginning; of a short run, half of it', () => {
    const put = (id: string, kind: 'fuse' | 'switch', lengthM: number) => {
      const runs = wiring.runs.map((one) => (one.id === id ? { ...one, lengthM } : one));
      const made = putInto({ ...wiring, runs }, id, kind, 'x');
      return [run(made, 'own-x-piece').lengthM, run(made, id).lengthM].map((metres) => Number(metres.toFixed(9)));
    };
    // Its run begins at a fuse, and its lead to that fuse at a bar.
    expect(put('inverter-inv-plus', 'switch', 3)).toEqual([1.5, 1.5]);
    expect(put('inverter-inv-plus', 'fuse', 3)).toEqual([2.9, 0.1]);
    expect(put('inverter-inv-plus', 'fuse', 0.12)).toEqual([0.06, 0.06]);
    const bare = wiring.runs.find(
      ({ from, role }) =>
        role === 'positive' && !wiring.parts.some(({ id, kind }) => kind === 'fuse' && from.startsWith(`${id}.`)),
    )!.id;
    expect(put(bare, 'fuse', 3)).toEqual([0.1, 2.9]);
    expect(put(bare, 'fuse', 0.12)).toEqual([0.06, 0.06]);
  });
  it('only what belongs there', () => {
    expect(INSERTS.link).toEqual([]);
    expect(putInto(wiring, 'main-shunt', 'fuse', 'x')).toBe(wiring);
    expect(putInto(wiring, 'no such run', 'bar', 'x')).toBe(wiring);
  });
  it('a battery’s own protection belongs to the bank’s side, whichever way the run is drawn', () => {
    const turned = {
      ...wiring,
      runs: wiring.runs.map((one) => (one.id === 'main-shunt' ? { ...one, from: one.to, to: one.from } : one)),
    };
    for (const plan of [wiring, turned]) {
      const put = { ...plan, ...putInto(plan, 'main-shunt', 'protection', 'bms') };
      expect(codes(put)).toEqual([]);
      const own = otherConsumer('heater', { name: 'Heater', currentA: 4, gives: false });
      const landed = own.runs.map((one, k) => ({
        ...one,
        label: `W9${k}`,
        to: one.role === 'negative' ? 'own-bms.out' : one.to,
      }));
      const { findings } = circuitOf(van, {
        ...put,
        parts: [...put.parts, ...own.parts],
        runs: [...put.runs, ...landed],
      });
      expect(findings.map(({ fault }) => fault)).toContainEqual(
        expect.objectContaining({ code: 'bypass', move: { runId: 'own-heater-minus', end: 'to', to: 'minus.bar' } }),
      );
    }
  });
});

describe('a part taken out', () => {
  it('joins its two runs again: what was put in leaves no trace but a guess', () => {
    for (const kind of INSERTS.positive) {
      const back = { ...wiring, ...takeOut(putInto(wiring, 'inverter-inv-plus', kind, 'x'), 'own-x') };
      const was = run(wiring, 'inverter-inv-plus');
      expect(run(back, 'inverter-inv-plus')).toEqual({
        ...was,
        lengthM: expect.closeTo(was.lengthM, 12) as number,
        endsBy: 'hand',
      });
      expect({ ...back, runs: back.runs.length }).toEqual({ ...wiring, runs: wiring.runs.length });
    }
  });
  it('stays out when the circuit is laid out again, and its run goes round it', () => {
    const plan = { ...wiring, ...takeOut(wiring, 'switch-main') };
    const again = laidOut(van, plan);
    expect(again.parts.map(({ id }) => id)).not.toContain('switch-main');
    expect(run(again, 'main-switch')).toMatchObject({ from: 'fuse-main.out', to: 'plus.bar', lengthM: 1 });
    expect(again.runs.map(({ id }) => id)).not.toContain('main-plus');
    expect(codes(again)).toEqual([]);
    expect(laidOut(van, { ...again, removed: [] }).parts.map(({ id }) => id)).toContain('switch-main');
  });
  it('a block that is taken out of a rig with one small circuit is not what the next one hangs on', () => {
    const one = { ...van, loads: van.loads.filter(({ group }) => group === 'Cabin').slice(0, 1) };
    const laid = laidOut(one);
    expect(canTakeOut(laid, 'block-plus') && canTakeOut(laid, 'block-minus')).toBe(true);
    for (const bars of [['block-plus'], ['block-minus'], ['block-plus', 'block-minus']]) {
      const without = bars.reduce((plan, id) => ({ ...plan, ...takeOut(plan, id) }), laid);
      const two = { ...one, loads: [...one.loads, lamp('pump', 'Deck', 20)] };
      const again = laidOut(two, without);
      expect(
        circuitOf(two, again).findings.map(({ fault }) => fault.code),
        bars.join(),
      ).toEqual([]);
      const own = { ...without, ...added(without, ownCircuit('x', 'By hand', [], without)) };
      const ends = new Set([...own.parts.flatMap(postsOf), 'battery-1.+', 'battery-1.-']);
      for (const { from, to } of own.runs) expect([ends.has(from), ends.has(to)], bars.join()).toEqual([true, true]);
    }
  });
  it('leaves no run that could not be stored, however long or short both were', () => {
    const allOf = (lengthM: number) => ({ ...wiring, runs: wiring.runs.map((one) => ({ ...one, lengthM })) });
    expect(run(takeOut(allOf(200), 'switch-main'), 'main-switch').lengthM).toBe(200);
    const halves = putInto(allOf(0.01), 'inverter-inv-plus', 'switch', 'x').runs.map(({ lengthM }) => lengthM);
    expect(Math.min(...halves)).toBe(0.01);
  });
  it('not the shunt, nor a bar that more than two runs come to', () => {
    expect(canTakeOut(wiring, 'shunt')).toBe(false);
    expect(canTakeOut(wiring, 'minus')).toBe(false);
    expect(takeOut(wiring, 'minus')).toBe(wiring);
    expect(canTakeOut(wiring, 'no such part')).toBe(false);
  });
  it('a run stays out as well; what a hand added goes with its fuse', () => {
    const without = { ...wiring, ...takeOutRun(wiring, 'bond') };
    expect(laidOut(van, without).runs.map(({ id }) => id)).not.toContain('bond');
    const own = otherConsumer('heater', { name: 'Heater', currentA: 4, gives: false });
    const more = { ...wiring, parts: [...wiring.parts, ...own.parts], runs: [...wiring.runs, ...own.runs] };
    expect(takeOutOwn(more, 'own-heater')).toEqual(wiring);
    expect(takeOutOwn(wiring, 'switch-main')).toBe(wiring);
    // What a hand has led to it from elsewhere, or from it, goes with it.
    const led = (from: string, to: string) => ({ ...own.runs[0]!, id: `own-${from}`, from, to });
    const runs = [...more.runs, led('own-heater.-', 'minus.bar'), led('minus.bar', 'own-heater.-')];
    expect(takeOutOwn({ ...more, runs }, 'own-heater').runs).toEqual(wiring.runs);
  });
});

describe('a string of several batteries', () => {
  const bank = newBank(newBattery('b', 'agm', 6, 100), 2, 2);
  const rig = { ...van, bank };
  const plan = laidOut(rig);
  it('has its links, which carry what it gives and bear what its fuse lets through', () => {
    const { runs, fuses, findings } = circuitOf(rig, plan);
    const links = runs.filter((one) => one.run.role === 'link');
    expect(links.map(({ run: { from, to } }) => [from, to])).toEqual([
      ['battery-1.1-', 'battery-1.2+'],
      ['battery-2.1-', 'battery-2.2+'],
    ]);
    const lead = runs.find((one) => one.run.id === 'battery-1-plus')!;
    const [link] = links;
    expect(link!.design.value).toBeCloseTo(lead.design.value, 9);
    const fuse = fuses.find(({ part }) => part.id === 'fuse-battery-1')!.choice!.ratingA;
    expect(link!.ampacityA).toBeGreaterThanOrEqual(fuse);
    expect(findings).toEqual([]);
  });
  it('counts a link whichever way it is drawn, and none that leads elsewhere', () => {
    const redrawn = (change: { from: string; to: string }) => {
      const runs = plan.runs.map((one) => (one.id === 'battery-1-link-1' ? { ...one, ...change } : one));
      const circuit = circuitOf(rig, { ...plan, runs });
      // What carries nothing leaves its string open.
      const { value } = circuit.runs.find((one) => one.run.id === 'battery-1-link-1')!.design;
      expect(circuit.findings.some(({ fault }) => fault.code === 'string-open')).toBe(value === 0);
      return value;
    };
    const asDrawn = redrawn({ from: 'battery-1.1-', to: 'battery-1.2+' });
    expect(asDrawn).toBeGreaterThan(0);
    expect(redrawn({ from: 'battery-1.2+', to: 'battery-1.1-' })).toBe(asDrawn);
    for (const elsewhere of ['battery-2.2+', 'plus.bar']) {
      expect(redrawn({ from: 'battery-1.1-', to: elsewhere }), elsewhere).toBe(0);
      expect(redrawn({ from: elsewhere, to: 'battery-1.1-' }), elsewhere).toBe(0);
    }
  });
  it('says so where a link is missing, as in circuits that were laid out before there were any', () => {
    const without = { ...plan, runs: plan.runs.filter(({ id }) => id !== 'battery-2-link-1') };
    expect(circuitOf(rig, without).findings).toEqual([
      { severity: 'warning', on: { part: 'battery-2' }, fault: { code: 'string-open', missing: 1 } },
    ]);
  });
});
