import { describe, expect, it } from 'vitest';
import { copperOhm } from '../conductors/copper';
import { circuitOf, circuitParts, lamp, laidOut, van } from '../kept-spec/van';
import { circuitsOfLoads } from './circuits-of-loads';
import { allLoads } from './demand';
import type { Finding } from './finding';
import { inverterPath, loadWayM, sourceOhm } from './inverter-path';
import { type LaidAgain, mendedBy } from './lay-again';
import { handRun } from './new-parts';

const wiring = laidOut(van);
const circuit = circuitOf(van, wiring);
const { audit } = circuitParts(van, wiring);
const section = (id: string) => circuit.runs.find(({ run }) => run.id === id)!;

describe('what is asked of a circuit', () => {
  it('which one a load hangs on, by name and the label of the run that feeds it; an AC load on its inverter’s', () => {
    const ofLoads = circuitsOfLoads(circuit, audit.lines, van.loads);
    expect([...ofLoads]).toEqual([
      ['kettle', `Inverter, ${section('inverter-inv-plus').run.label}`],
      ['lights', `Cabin, ${section('group-Cabin-plus').run.label}`],
      ['fridge', `fridge, ${section('load-fridge-plus').run.label}`],
    ]);
    const unfed = { ...wiring, runs: wiring.runs.filter(({ id }) => id !== 'group-Cabin-plus') };
    expect(circuitsOfLoads(circuitOf(van, unfed), audit.lines, van.loads).get('lights')).toBe('Cabin');
    expect(circuitsOfLoads(null, audit.lines, van.loads).size).toBe(0);
  });
  it('the copper between the bank and a source, there and back, warm: by hand, and none without a whole way', () => {
    const runs = ['main-fuse', 'main-switch', 'main-plus', 'main-shunt', 'main-minus'].concat(
      ['bar', 'plus', 'minus'].map((end) => `source-sun-${end}`),
    );
    const byHand = runs.map(section).reduce((sum, { run, areaMm2 }) => sum + copperOhm(run.lengthM, areaMm2, 40), 0);
    expect(sourceOhm(circuit, 'sun')).toBeCloseTo(byHand, 12);
    expect(sourceOhm(circuit, 'inv')).toBeNull();
    expect(sourceOhm(null, 'sun')).toBeNull();
    const cut = { ...wiring, runs: wiring.runs.filter(({ id }) => id !== 'source-sun-minus') };
    expect(sourceOhm(circuitOf(van, cut), 'sun')).toBeNull();
  });
  it('how far it is to an inverter and to a load: there and back halved', () => {
    const halfOf = (ids: readonly string[]) => ids.reduce((sum, id) => sum + section(id).run.lengthM, 0) / 2;
    const main = ['main-fuse', 'main-switch', 'main-plus', 'main-shunt', 'main-minus'];
    const inverter = ['bar', 'plus', 'minus'].map((end) => `inverter-inv-${end}`);
    expect(inverterPath(wiring, circuit).lengthM).toBeCloseTo(halfOf([...main, ...inverter]), 12);
    expect(inverterPath(wiring, circuit, 'another').from).toBe('one-run');
    const fridge = ['bar', 'plus', 'minus'].map((end) => `load-fridge-${end}`);
    expect(loadWayM(circuit, 'fridge')).toBeCloseTo(
      halfOf([...main, 'block-bar', 'block-feed', 'block-return', ...fridge]),
      12,
    );
    expect([loadWayM(circuit, 'kettle'), loadWayM(null, 'fridge')]).toEqual([null, null]);
  });
  it('what all loads draw at once where nothing is laid out: watts ÷ the lowest working volts', () => {
    const dc = { ...van, loads: [lamp('a', 'Cabin', 100), lamp('b', 'Cabin', 20)], inverters: [] };
    const figure = allLoads(circuitParts(dc, wiring));
    // 120 W at 4 cells of 2.625 V, where a usual inverter cuts off.
    expect(figure.value).toBeCloseTo(120 / 10.5, 9);
    expect(figure.working().result.value).toBe(figure.value);
  });
  it('a run by hand goes from the negative bar to the chassis until its ends are chosen', () =>
    expect(handRun('x')).toMatchObject({ role: 'negative', from: 'minus.bar', to: 'chassis.bolt', endsBy: 'hand' }));
});

describe('what mends a finding', () => {
  const finding = (code: 'short' | 'turned', severity: Finding['severity'] = 'error') =>
    ({ fault: { code }, on: { run: code }, severity }) as unknown as Finding;
  const way = (is: LaidAgain['is'], ...after: Finding[]) =>
    ({ is, movedBack: [], circuit: { parts: [], runs: [], removed: [] }, findings: () => after }) satisfies LaidAgain;
  const [short, turned] = [finding('short'), finding('turned')];
  it('is the gentlest way that brings no more errors', () =>
    expect(mendedBy(short, [way('again', short), way('ends', turned), way('all')], [short])!.is).toBe('ends'));
  it('is one that brings more where none brings fewer, and none where it stays', () => {
    expect(mendedBy(short, [way('ends', turned, turned)], [short])!.is).toBe('ends');
    expect(mendedBy(short, [way('ends', turned, turned), way('all', turned)], [short])!.is).toBe('all');
    expect(mendedBy(short, [way('again', short)], [short])).toBeUndefined();
  });
  it('counts errors alone', () => {
    const note = finding('turned', 'note');
    expect(mendedBy(short, [way('ends', note, note)], [short])!.is).toBe('ends');
  });
});
