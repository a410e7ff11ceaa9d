import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { enoughConductors } from './enough-conductors';
import { inverterPath } from './inverter-path';
import { cutRows, metresToCut, partsToBuy, printedList } from './cut-list';
import { cutListCsv } from './cut-list-csv';
import { circuitOf, laidOut, provingOf, type Rig, van } from '../kept-spec/van';
import type { WiringPlan } from './plan';
import { stringLeads } from './equal-leads';
import { type Run, sideBySide } from './run';
import { wiringStage } from './stage';
import { runOhm } from './run-ohm';

/** 3 kW at 12 V: more than the thickest cable bears before its fuse blows. */
const rig: Rig = {
  ...van,
  inverters: [{ ...newInverter('inv'), name: 'Inverter', continuousW: 3000, cutOffV: 10.5 }],
  bank: newBank(newBattery('b', 'agm', 6, 400), 1, 1),
};
const TRUNK = [
  'main-switch',
  'main-plus',
  'main-shunt',
  'main-minus',
  'main-fuse',
  'inverter-inv-bar',
  'inverter-inv-plus',
  'inverter-inv-minus',
  'bond',
];
const laid = laidOut(rig);
const changed = (ids: readonly string[], to: (run: Run) => Run): WiringPlan => ({
  ...laid,
  runs: laid.runs.map((run) => (ids.includes(run.id) ? to(run) : run)),
});
const doubled = changed(TRUNK, (run) => sideBySide(run, 2));
const codes = (plan: WiringPlan) => circuitOf(rig, plan).findings.map(({ fault }) => fault.code);
const runOf = (plan: WiringPlan, id: string) => circuitOf(rig, plan).runs.find(({ run }) => run.id === id)!;

describe('cables side by side', () => {
  it('bear together what no single one does', () => {
    expect(codes(laid)).toContain('beyond-list');
    expect(codes(doubled)).not.toContain('beyond-list');
    const trunk = runOf(doubled, 'main-plus');
    expect(trunk.bears.value).toBeGreaterThan(475);
    expect(trunk.ampacityA).toBeGreaterThanOrEqual(trunk.bears.value);
    // No thinner pair does: the next below carries less than must be borne, or loses too much.
    expect(trunk.areaMm2).toBeLessThan(runOf(laid, 'main-plus').areaMm2 + 1e-9);
  });
  it('are as many as bear what must be borne, four at most', () => {
    const enough = (plan: WiringPlan, id: string) => enoughConductors(runOf(plan, id));
    const [one, two] = [runOf(laid, 'main-plus'), runOf(doubled, 'main-plus')];
    expect(enough(laid, 'main-plus')).toBe(Math.ceil(one.bears.value / one.ampacityA!));
    expect(two.ampacityA).toBeGreaterThanOrEqual(two.bears.value);
    expect(enough(doubled, 'main-plus')).toBe(2);
    const bears = (value: number) => enoughConductors({ ...one, bears: { ...one.bears, value }, ampacityA: 100 });
    expect([100, 100.1, 400, 400.1].map(bears)).toEqual([1, 2, 4, null]);
    expect(enoughConductors({ ...one, ampacityA: null })).toBeNull();
  });
  it('lose half of what one of them would, and weigh twice as much', () => {
    const typed = (conductors: number) =>
      changed(['inverter-inv-plus'], (run) => ({ ...sideBySide(run, conductors), areaMm2: 95 }));
    const [one, two] = [typed(1), typed(2)].map((plan) => runOf(plan, 'inverter-inv-plus'));
    expect(two!.drop.value).toBeCloseTo(one!.drop.value / 2, 12);
    expect(two!.lossW).toBeCloseTo(one!.lossW / 2, 9);
    expect(two!.ampacityA).toBeCloseTo(2 * one!.ampacityA!, 9);
    // A quarter of the warmth above its surroundings.
    expect(two!.warmth!.value - 30).toBeCloseTo((one!.warmth!.value - 30) / 4, 9);
    expect(two!.drop.working().terms.map(({ note }) => note)).toContain('2 × 95 mm², as it lies there');
    const path = (plan: WiringPlan) => inverterPath(plan, circuitOf(rig, plan)).ohm;
    const { run } = one!;
    expect(path(typed(1)) - path(typed(2))).toBeCloseTo(runOhm(run, 95, 40) / 2, 12);
  });
  it('let more through in a short circuit, as one of twice the section does', () => {
    const fuseOf = (plan: WiringPlan) =>
      circuitOf(rig, plan).fuses.find(({ part }) => part.id === 'fuse-inverter-inv')!.shortCircuit!.value;
    const pair = changed(['main-plus'], (run) => ({ ...sideBySide(run, 2), areaMm2: 35 }));
    const thick = changed(['main-plus'], (run) => ({ ...run, areaMm2: 70 }));
    expect(fuseOf(pair)).toBeCloseTo(fuseOf(thick), 6);
  });
  it('count with what they lose in the leads of a string', () => {
    const two: Rig = { ...rig, bank: { ...rig.bank, parallelCount: 2 } };
    const plan = laidOut(two);
    const ohmOf = (conductors: number) => {
      const runs = plan.runs.map((run) =>
        run.id === 'battery-1-plus' ? { ...sideBySide(run, conductors), areaMm2: 95 } : run,
      );
      return stringLeads(circuitOf(two, { ...plan, runs })).map(({ ohm }) => ohm);
    };
    const lead = plan.runs.find(({ id }) => id === 'battery-1-plus')!;
    expect(ohmOf(1)[0]! - ohmOf(2)[0]!).toBeCloseTo(runOhm(lead, 95, 40) / 2, 12);
  });
  it('take as many metres of cable, and weigh as much', () => {
    const kg = (plan: WiringPlan) => {
      const figures = wiringStage.keyFigures({ circuit: circuitOf(rig, plan) });
      return figures.find(({ id }) => id === 'wiring.copper')!.value;
    };
    const lying = laid.runs.map((run) => ({ ...run, areaMm2: 120 }));
    const thick = (conductors: number): WiringPlan => ({
      ...laid,
      runs: lying.map((run) => (run.id === 'main-plus' ? { ...run, conductors } : run)),
    });
    expect(kg(thick(2)) - kg(thick(1))).toBeCloseTo(0.5 * 120e-6 * 8890, 9);
    const metres = (plan: WiringPlan) => circuitOf(rig, plan).cable.value;
    expect(metres(doubled) - metres(laid)).toBeCloseTo(
      laid.runs.reduce((sum, run) => sum + (TRUNK.includes(run.id) ? run.lengthM : 0), 0),
      9,
    );
  });
  it('are cut, bought and lugged each', () => {
    const listOf = (plan: WiringPlan) => {
      const circuit = circuitOf(rig, plan);
      const rows = cutRows(circuit, plan.parts, (post) => post);
      return { rows, ...partsToBuy(rows, circuit, plan.parts) };
    };
    const pair = changed(['main-plus'], (run) => ({ ...sideBySide(run, 2), areaMm2: 150 }));
    const single = changed(['main-plus'], (run) => ({ ...run, areaMm2: 150 }));
    const [two, one] = [listOf(pair), listOf(single)];
    const row = two.rows.find(({ id }) => id === 'main-plus')!;
    expect(metresToCut(two.rows) - metresToCut(one.rows)).toBeCloseTo(row.cutM, 9);
    const lugs = ({ pieces }: typeof two) => pieces.find(({ says }) => says === 'lug 150 mm² × M8')!.count;
    expect(lugs(two) - lugs(one)).toBe(2);
    const shrink = ({ pieces }: typeof two) =>
      pieces.find(({ says }) => says === 'heat shrink for 150 mm², red, 5 cm')!.count;
    expect(shrink(two) - shrink(one)).toBe(2);
    const bought = ({ cable }: typeof two) =>
      cable.find(({ section, colour }) => section === '150 mm²' && colour === 'red')!.lengthM;
    expect(bought(two) - bought(one)).toBeCloseTo(1.1 * row.cutM, 9);
    expect(printedList(two.rows, 0).cables.find(({ label }) => label === row.label)!.says).toContain(': 2 × 0.58');
    const lines = cutListCsv(two.rows).split(/\r?\n/);
    const ofRow = lines.filter((line) => line.startsWith(`${row.label} `));
    expect(ofRow.map((line) => line.split(',').slice(0, 4))).toEqual(
      ['1/2', '2/2'].map((piece) => [`${row.label} ${piece}`, 'switch-main.out', 'plus.bar', row.cutM.toFixed(2)]),
    );
    expect(lines).toHaveLength(two.rows.length + 2);
  });
  it('lie with as many lugs on a post, and bars have ways for them', () => {
    const most = changed(['main-plus'], (run) => sideBySide(run, 4));
    const switched = {
      ...most,
      parts: most.parts.map((part) => (part.id === 'switch-main' ? { ...part, lugsMost: 2 } : part)),
    };
    const lugs = circuitOf(rig, switched).findings.flatMap(({ on, fault }) =>
      fault.code === 'lugs' ? [[on, fault.count]] : [],
    );
    expect(lugs).toContainEqual([{ part: 'switch-main' }, 4]);
  });
  it('are not all made when one more is laid: cut and crimped no longer holds, its section stays', () => {
    const made: Run = { ...laid.runs[0]!, areaMm2: 95, done: ['cut', 'crimped'], cut: { lengthM: 0.5, areaMm2: 95 } };
    expect(sideBySide(made, 2)).toEqual({ ...made, conductors: 2, done: [], cut: null });
    expect(sideBySide(made, 1)).toBe(made);
  });
  it('are half the milliohms that a voltage drop may show, joints and all, and it rests on how many they are', () => {
    const stepOf = (conductors: number) => {
      const plan = changed(['main-plus'], (run) => ({ ...sideBySide(run, conductors), areaMm2: 95 }));
      const { label } = plan.runs.find(({ id }) => id === 'main-plus')!;
      const steps = provingOf(rig, plan).steps.flatMap((step) => (step.kind === 'drop' ? [step] : []));
      const pieces = steps.flatMap(({ stretches }) => stretches.flatMap((stretch) => stretch.pieces));
      return { rests: steps[0]!.rests, label, piece: pieces.find(({ name }) => name === label)! };
    };
    const [one, two] = [stepOf(1), stepOf(2)];
    expect(two.piece.lowOhm).toBeCloseTo(one.piece.lowOhm / 2, 12);
    expect(two.piece.highOhm).toBeCloseTo(one.piece.highOhm / 2, 12);
    expect(two.rests).toContainEqual({ what: `${two.label} cables side by side`, is: '2' });
    expect(one.rests.filter(({ what }) => what.endsWith('side by side'))).toEqual([]);
  });
  it('are looked at both, and a round that saw one is asked again', () => {
    const crimpOf = (plan: WiringPlan) => provingOf(rig, plan).steps.find(({ id }) => id === 'crimp:main-plus')!;
    const now = crimpOf(doubled);
    expect(now.kind === 'crimp' && now.run.section).toMatch(/^2 × \d+ mm²$/);
    expect(now.rests).toContainEqual({ what: 'cables side by side', is: '2' });
    expect(crimpOf(laid).rests.map(({ what }) => what)).not.toContain('cables side by side');
  });
});
