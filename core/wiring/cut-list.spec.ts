import { describe, expect, it } from 'vitest';
import { piedWagtail } from '../../demo/rigs';
import { circuitOf, laidOut, type Rig, van } from '../kept-spec/van';
import { deriveRig } from '../rig/derive-rig';
import { changedSincePrint, cutRows, partsToBuy, printedList } from './cut-list';
import { cutListCsv } from './cut-list-csv';
import type { WiringPlan } from './plan';
import { type Run, turned } from './run';

const circuit = deriveRig(piedWagtail, null).circuit!;
const rows = cutRows(circuit, piedWagtail.wiring.parts, (post) => post);

describe('the cut list', () => {
  it('has every cable once, in the order of the labels, with what bends and lugs take', () => {
    expect(rows).toHaveLength(piedWagtail.wiring.runs.length);
    expect(rows.map(({ label }) => label)).toEqual(
      [...rows.map(({ label }) => label)].sort((a, b) => Number(a.slice(1)) - Number(b.slice(1))),
    );
    const trunk = rows.find(({ id }) => id === 'main-plus')!;
    // 0.62 m and 5 %, and 3 cm for each of its two lugs.
    expect(trunk.cutM).toBeCloseTo(0.62 * 1.05 + 0.06, 9);
    expect(rows.find(({ id }) => id === 'main-shunt')).toMatchObject({
      fromStud: 'M8',
      toStud: 'M10',
      colour: 'black',
    });
  });
  it('adds up to what is to be bought: two lugs a cable, metres with a tenth in reserve', () => {
    const { cable, pieces } = partsToBuy(rows, circuit, piedWagtail.wiring.parts);
    const metres = rows.reduce((sum, { cutM }) => sum + cutM, 0);
    expect(cable.reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(metres * 1.1, 9);
    const lugs = pieces.filter(({ says }) => says.startsWith('lug')).reduce((sum, { count }) => sum + count, 0);
    expect(lugs).toBe(2 * rows.length);
    expect(pieces.find(({ says }) => says.endsWith('× M10'))!.count).toBe(1);
    const shrink = pieces.filter(({ says }) => says.startsWith('heat shrink'));
    expect(shrink.reduce((sum, { count }) => sum + count, 0)).toBe(lugs);
    const trunkA = circuit.runs.find(({ run }) => run.id === 'main-plus')!.design.value;
    expect(pieces).toContainEqual({ says: `switch for at least ${Math.ceil(trunkA)} A`, count: 1 });
    // As the monitor asks for: a quarter more than what passes it.
    expect(pieces).toContainEqual({ says: `shunt for at least ${Math.ceil(1.25 * trunkA)} A`, count: 1 });
  });
  it('knows what is not as it was printed: what changed, what is new, what is gone', () => {
    const printed = printedList(rows, 5);
    expect(changedSincePrint(rows, printed)).toEqual([]);
    const [first, second, ...others] = rows;
    const now = [{ ...first!, cutM: first!.cutM + 1 }, ...others, { ...second!, label: 'W99' }];
    expect(
      changedSincePrint(now, printed).map(({ label, before, after }) => [label, before !== null, after !== null]),
    ).toEqual([
      [first!.label, true, true],
      [second!.label, true, false],
      ['W99', false, true],
    ]);
    // What is ticked off changes no cable.
    expect(
      changedSincePrint(
        rows.map((row) => ({ ...row, done: ['cut'] as const })),
        printed,
      ),
    ).toEqual([]);
  });
  it('runs no formula of a name in a spreadsheet', () => {
    const evil = { ...rows[0]!, from: '=1+1', to: '@x' };
    const [, line] = cutListCsv([evil]).split(/\r?\n/);
    expect(line).toContain("'=1+1");
    expect(line).toContain("'@x");
  });
});

describe('a cable that is cut', () => {
  const wiring = laidOut(van);
  const cutAll = (plan: WiringPlan): WiringPlan => {
    const areas = new Map(circuitOf(van, plan).runs.map(({ run, areaMm2 }) => [run.id, areaMm2]));
    return { ...plan, runs: plan.runs.map((run) => turned(run, 'cut', true, areas.get(run.id)!)) };
  };
  const codesOn = (rig: Rig, plan: WiringPlan, id: string) =>
    circuitOf(rig, plan).findings.flatMap(({ on, fault }) => (on && 'run' in on && on.run === id ? [fault.code] : []));
  const changed = (id: string, changes: Partial<Run>): WiringPlan => {
    const plan = cutAll(wiring);
    return { ...plan, runs: plan.runs.map((run) => (run.id === id ? { ...run, ...changes } : run)) };
  };
  it('keeps its section, so that a bigger inverter finds it too thin; by the rules alone it would have become thicker', () => {
    const bigger: Rig = { ...van, inverters: van.inverters.map((one) => ({ ...one, continuousW: 1500 })) };
    expect(circuitOf(bigger, wiring).findings).toEqual([]);
    expect(circuitOf(van, cutAll(wiring)).findings).toEqual([]);
    expect(codesOn(bigger, cutAll(wiring), 'inverter-inv-plus')).toContain('thin');
  });
  it('is said where the circuit has another section for it, or a greater length than it was cut for', () => {
    const id = 'inverter-inv-plus';
    const { areaMm2, lengthM } = cutAll(wiring).runs.find((run) => run.id === id)!;
    expect(codesOn(van, changed(id, { lengthM: lengthM * 1.01 }), id)).toContain('cut-otherwise');
    expect(codesOn(van, changed(id, { lengthM: lengthM * 0.9 }), id)).toEqual([]);
    for (const other of [areaMm2! * 2, areaMm2! / 2])
      expect(codesOn(van, changed(id, { areaMm2: other }), id)).toContain('cut-otherwise');
    expect(codesOn(van, changed(id, { areaMm2: null }), id)).toEqual([]);
  });
  it('that is not cut after all is known of no more; other steps say nothing of it', () => {
    const [run] = wiring.runs;
    const cut = turned(run!, 'cut', true, 16);
    expect(cut).toMatchObject({ done: ['cut'], areaMm2: 16, cut: { areaMm2: 16, lengthM: run!.lengthM } });
    const crimped = turned(cut, 'crimped', true, 16);
    expect(crimped).toEqual({ ...cut, done: ['cut', 'crimped'] });
    expect(turned(crimped, 'cut', false, 16)).toEqual({ ...cut, done: ['crimped'], cut: null });
    expect(turned(run!, 'labelled', true, 16)).toEqual({ ...run!, done: ['labelled'] });
  });
  it('is cut too when it is crimped, pulled or sealed, until none of them is so', () => {
    const [run] = wiring.runs;
    const cut = { lengthM: run!.lengthM, areaMm2: 16 };
    for (const step of ['crimped', 'pulled', 'sealed'] as const) {
      const made = turned(run!, step, true, 16);
      expect(made).toEqual({ ...run!, areaMm2: 16, cut, done: [step] });
      expect(turned(made, step, false, 16)).toMatchObject({ cut: null, done: [] });
      const labelled = turned(made, 'labelled', true, 16);
      expect(turned(labelled, step, false, 16)).toMatchObject({ cut: null, done: ['labelled'] });
    }
    // Cut anew of what the circuit has by now.
    expect(turned(turned(run!, 'crimped', true, 16), 'cut', true, 25).cut).toEqual({ ...cut, areaMm2: 25 });
    const both = turned(turned(run!, 'crimped', true, 16), 'pulled', true, 25);
    expect(both.cut).toEqual(cut);
    expect(turned(both, 'pulled', false, 25)).toMatchObject({ cut, done: ['crimped'] });
  });
});
