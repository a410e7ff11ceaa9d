import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { circuitOf, lamp, laidOut, provingOf, type Rig, van } from '../kept-spec/van';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { cutRows, partsToBuy } from './cut-list';
import { WiringPlan } from './plan';

const faultsOf = (rig: Rig, wiring: WiringPlan) =>
  circuitOf(rig, wiring).findings.map(({ severity, on, fault }) => ({ severity, on, ...fault }));

/** From the engine, between two batteries or over a relay. */
const engine = (by: 'limited' | 'relay', id = 'alt'): Source => {
  const source = newSource('engine', id);
  const mode =
    by === 'limited'
      ? ({ by, currentA: 30 } as const)
      : ({ by, alternatorV: 14.2, pathOhm: 0.02, limitA: 60 } as const);
  return { ...source, mode, name: 'Engine' } as Source;
};
const withSources = (...sources: Source[]): Rig => ({ ...van, sources });
const banked = (parallelCount: number, seriesCount: number): Rig => ({
  ...van,
  bank: { ...van.bank, parallelCount, seriesCount },
});

/** Said of the old circuit, and no more once it is laid out again. */
function saidUntilLaidOut(before: Rig, now: Rig, faults: readonly object[]) {
  const wiring = laidOut(before);
  expect(faultsOf(before, wiring)).toEqual([]);
  expect(faultsOf(now, wiring)).toEqual(faults);
  expect(faultsOf(now, laidOut(now, wiring))).toEqual([]);
}

describe('a circuit against the plan', () => {
  it('an inverter and a source that came since are named; one that is off is not', () => {
    const inverters = [...van.inverters, newInverter('two')];
    const shore: Source = { ...newSource('shore', 'shore'), on: true };
    saidUntilLaidOut(van, { ...van, inverters, sources: [...van.sources, shore] }, [
      { severity: 'warning', on: null, code: 'without-part', inverterIds: ['two'], sourceIds: ['shore'] },
    ]);
    expect(faultsOf({ ...van, sources: [...van.sources, { ...shore, on: false }] }, laidOut(van))).toEqual([]);
  });
  it('a DC load that came since has no circuit; an AC load without an inverter has nothing that feeds it', () => {
    const loads = [...van.loads, lamp('radio', 'Desk', 20)];
    saidUntilLaidOut(van, { ...van, loads }, [
      { severity: 'warning', on: null, code: 'loads-without-circuit', loadIds: ['radio'] },
    ]);
    const none = { ...van, inverters: [] };
    const said = [{ severity: 'warning', on: null, code: 'ac-without-inverter', loadIds: ['kettle'] }];
    expect(faultsOf(none, laidOut(none))).toEqual(said);
    // With one, the load is its.
    saidUntilLaidOut({ ...van, loads: van.loads.filter(({ supply }) => supply === 'dc') }, van, []);
  });
  it.each([1, 2, 3])('of %i strings, one more is not joined, and none is once it is laid out', (count) => {
    saidUntilLaidOut(banked(count, 1), banked(count + 1, 1), [
      { severity: 'error', on: { part: `battery-${count + 1}` }, code: 'string-apart', poles: ['+', '-'] },
    ]);
  });
  it('a string of which one pole is joined is apart by the other', () => {
    const two = banked(2, 1);
    const wiring = laidOut(two);
    const runs = wiring.runs.filter(({ id }) => id !== 'battery-2-minus');
    expect(faultsOf(two, { ...wiring, runs })).toContainEqual({
      severity: 'error',
      on: { part: 'battery-2' },
      code: 'string-apart',
      poles: ['-'],
    });
  });
  it('more batteries in a string miss their links', () => {
    saidUntilLaidOut(banked(1, 1), banked(1, 2), [
      { severity: 'warning', on: { part: 'battery-1' }, code: 'string-open', missing: 1 },
    ]);
  });
  it.each([
    ['limited', 'relay', 'relay'],
    ['relay', 'limited', 'between'],
  ] as const)(
    'a charger from the engine, %s before and %s now, is joined otherwise than planned',
    (was, is, planned) => {
      saidUntilLaidOut(withSources(engine(was)), withSources(engine(is)), [
        { severity: 'warning', on: { part: 'source-alt' }, code: 'joined-otherwise', planned },
      ]);
    },
  );
  it('strings that feed nothing yet are not apart, and a charger that is joined to nothing is said to be just that', () => {
    const bare: Rig = { ...banked(2, 1), loads: [], inverters: [], sources: [] };
    expect(faultsOf(bare, laidOut(bare))).toEqual([]);
    const rig = withSources(engine('relay'));
    const wiring = laidOut(rig);
    const runs = wiring.runs.filter(({ id }) => id !== 'source-alt-relay');
    const on = { part: 'source-alt' };
    expect(faultsOf(rig, { ...wiring, runs })).toEqual([{ severity: 'error', on, code: 'unreached', pole: '+' }]);
  });
  it('a circuit without loads is no longer planned', () => {
    const wiring = laidOut(van);
    const parts = wiring.parts.map((part) => (part.kind === 'loads' ? { ...part, loadIds: [] } : part));
    const codes = faultsOf(van, { ...wiring, parts }).map(({ code }) => code);
    expect(codes).toEqual(['not-planned', 'not-planned', 'loads-without-circuit']);
  });
  it('a relay that was taken out by hand is not asked for', () => {
    const rig = withSources(engine('relay'));
    const wiring = laidOut(rig);
    const relay = wiring.parts.find(({ kind }) => kind === 'relay')!;
    const [first, second] = wiring.runs.filter(({ from, to }) => [from, to].some((post) => post.startsWith(relay.id)));
    const joined = { ...first!, to: [second!.from, second!.to].find((post) => !post.startsWith(relay.id))! };
    const bare = {
      ...wiring,
      parts: wiring.parts.filter((part) => part !== relay),
      runs: wiring.runs.flatMap((run) => (run === first ? [joined] : run === second ? [] : [run])),
    };
    const codes = (removed: string[]) => faultsOf(rig, { ...bare, removed }).map(({ code }) => code);
    expect(codes([])).toContain('joined-otherwise');
    expect(codes([relay.id])).not.toContain('joined-otherwise');
  });
});

describe('loads that take another voltage than the bank has', () => {
  const bank = newBank(newBattery('b', 'lfp', 4, 100), 2, 1);
  const radio = lamp('radio', 'Cabin', 30, { dcVoltageV: 12 });
  const rig: Rig = {
    ...van,
    bank,
    inverters: [],
    loads: [lamp('lights', 'Cabin', 20), radio, lamp('pump', 'Cabin', 40)],
  };
  const circuits = (wiring: WiringPlan) =>
    wiring.parts.flatMap((part) =>
      part.kind === 'loads' ? [{ name: part.name, loadIds: part.loadIds, converterV: part.converterV }] : [],
    );
  const wrong = (wiring: WiringPlan, of = rig) =>
    circuitOf(of, wiring).findings.flatMap(({ on, severity, fault }) =>
      fault.code === 'other-voltage' ? [{ on, severity, loadIds: fault.loadIds, givesV: fault.givesV }] : [],
    );
  it('hang behind a converter, those of a group that take one voltage together', () => {
    const wiring = laidOut(rig);
    expect(circuits(wiring)).toEqual([
      { name: 'Cabin', loadIds: ['lights', 'pump'], converterV: null },
      { name: 'Cabin, 12 V', loadIds: ['radio'], converterV: 12 },
    ]);
    expect(circuitOf(rig, wiring).findings).toEqual([]);
    // What the bank has by another name, 13 V for 12, is no other voltage.
    const of12 = {
      ...rig,
      bank: { ...bank, seriesCount: 1 },
      loads: [radio, lamp('lamp', 'Cabin', 5, { dcVoltageV: 13 })],
    };
    expect(circuits(laidOut(of12)).map((one) => one.converterV)).toEqual([null]);
    const usb = { ...rig, loads: [lamp('must', 'Cabin', 5, { dcVoltageV: 5, must: true })] };
    expect(circuits(laidOut(usb))).toEqual([{ name: 'must, 5 V', loadIds: ['must'], converterV: 5 }]);
  });
  it('are named where they would get the bank’s, and laid out again they do not', () => {
    const before = laidOut({ ...rig, loads: rig.loads.map((load) => ({ ...load, dcVoltageV: null })) });
    expect(wrong(before)).toEqual([{ on: { part: 'group-Cabin' }, severity: 'error', loadIds: ['radio'], givesV: 24 }]);
    expect(wrong(laidOut(rig, before))).toEqual([]);
    // And the other way: a converter before what takes the bank’s.
    const after = laidOut(rig);
    const none = { ...rig, loads: rig.loads.map((load) => ({ ...load, dcVoltageV: null })) };
    expect(wrong(after, none).map(({ loadIds, givesV }) => [loadIds, givesV])).toEqual([[['radio'], 12]]);
    expect(circuits(laidOut(none, after)).map((one) => one.converterV)).toEqual([null]);
  });
  it('are told by a quarter of 12 V a block, on a bank of 6 V too; whatever a file says is laid out as a plan that can be read', () => {
    const needs = (dcVoltageV: number, blocks: number, cells = 4) =>
      circuits(
        laidOut({
          ...rig,
          bank: newBank(newBattery('b', cells === 4 ? 'lfp' : 'agm', cells, 100), blocks, 1),
          loads: [lamp('one', 'Cabin', 5, { dcVoltageV })],
        }),
      )[0]!.converterV;
    expect([9, 15, 13.8].map((volts) => needs(volts, 1))).toEqual([null, null, null]);
    expect([8.9, 15.1, 5].map((volts) => needs(volts, 1))).toEqual([8.9, 15.1, 5]);
    expect([needs(12, 1, 3), needs(6, 1, 3), needs(36, 3)]).toEqual([12, null, null]);
    for (const dcVoltageV of [0, 110, 1000]) {
      const wiring = laidOut({ ...rig, loads: [lamp('one', 'Cabin', 5, { dcVoltageV })] });
      expect(WiringPlan.safeParse(wiring).success).toBe(true);
      expect(circuits(wiring)[0]!.converterV).toBe(dcVoltageV);
    }
  });
  it('want a converter bought, and what it gives measured before anything is joined to it', () => {
    const wiring = laidOut(rig);
    const circuit = circuitOf(rig, wiring);
    const { pieces } = partsToBuy(
      cutRows(circuit, wiring.parts, (post) => post),
      circuit,
      wiring.parts,
    );
    expect(pieces).toContainEqual({ says: 'converter from the bank’s voltage to 12 V, for Cabin, 12 V', count: 1 });
    const power = provingOf(rig, wiring).steps.flatMap((step) =>
      step.kind === 'power' && step.convertersV.length > 0 ? [[step.id, step.convertersV]] : [],
    );
    expect(power).toEqual([['power:fuse-group-12V-Cabin', [12]]]);
  });
});
