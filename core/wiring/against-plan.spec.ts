import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { circuitOf, lamp, laidOut, type Rig, van } from '../kept-spec/van';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import type { WiringPlan } from './plan';

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
