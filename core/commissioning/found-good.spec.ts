import { describe, expect, it } from 'vitest';
import { answered, stepBy } from '../kept-spec/commissioned';
import { circuitOf, laidOut, provingOf, type Rig, van } from '../kept-spec/van';
import type { Run } from '../wiring/run';
import { foundGood } from './found-good';

const wiring = laidOut(van);
const { steps } = provingOf(van);
const id = 'inverter-inv-plus';
const step = stepBy(steps, 'crimp', `crimp:${id}`);
const runOf = (runs: readonly Run[], of = id) => runs.find((run) => run.id === of)!;
const areas = (runs: readonly Run[], rig: Rig = van) =>
  circuitOf(rig, { ...wiring, runs: [...runs] }).runs.map(({ run, areaMm2 }) => [run.label, areaMm2]);

describe('a cable that a round has found good', () => {
  const good = foundGood(wiring.runs, [answered(step, 'pass')]);
  const { areaMm2 } = circuitOf(van, wiring).runs.find(({ run }) => run.id === id)!;
  it('lies there: made, of the section that was seen, as long as its way; no other is touched', () => {
    const before = runOf(wiring.runs);
    expect(runOf(good)).toEqual({
      ...before,
      areaMm2,
      cut: { areaMm2, lengthM: before.lengthM },
      done: ['cut', 'crimped', 'pulled', 'sealed'],
    });
    expect(good.filter((run, at) => run !== wiring.runs[at])).toHaveLength(1);
  });
  it('keeps its section when more is asked of it, and is said to be too thin', () => {
    const bigger: Rig = { ...van, inverters: van.inverters.map((one) => ({ ...one, continuousW: 1500 })) };
    const { runs, findings } = circuitOf(bigger, { ...wiring, runs: good });
    expect(runs.find(({ run }) => run.id === id)!.areaMm2).toBe(areaMm2);
    expect(findings.flatMap(({ on, fault }) => (on && 'run' in on && on.run === id ? [fault.code] : []))).toContain(
      'thin',
    );
  });
  it('one after the other, in any order, moves no section of the others', () => {
    const crimps = steps.filter(({ kind }) => kind === 'crimp');
    for (const order of [crimps, [...crimps].reverse()]) {
      let { runs } = wiring;
      for (const one of order) {
        runs = foundGood(runs, [answered(one, 'pass')]);
        expect(areas(runs)).toEqual(areas(wiring.runs));
      }
      expect(runs.every(({ cut }) => cut !== null)).toBe(true);
    }
  });
  it('only by an answer that is good, the newest one, and not against what was typed since', () => {
    const [pass, fail, skipped] = (['pass', 'fail', 'not-here'] as const).map((outcome) => answered(step, outcome));
    for (const answers of [[fail!], [skipped!], [pass!, fail!], []])
      expect(runOf(foundGood(wiring.runs, answers))).toBe(runOf(wiring.runs));
    expect(runOf(foundGood(wiring.runs, [fail!, pass!])).cut).not.toBeNull();
    const typed = wiring.runs.map((run) => (run.id === id ? { ...run, areaMm2: 50 } : run));
    expect(runOf(foundGood(typed, [pass!]))).toBe(runOf(typed));
    // Off a file that somebody wrote: no section, or none that a cable may have.
    for (const is of [[], ['thick'], ['from mm²'], ['-35 mm²'], ['1e9 mm²'], ['0.1 mm²']]) {
      const odd = { ...pass!, rests: is.map((one) => ({ what: 'section', is: one })) };
      expect(runOf(foundGood(wiring.runs, [odd]))).toBe(runOf(wiring.runs));
    }
  });
  it('of a typed section too, with the label that it bears', () => {
    const labelled = wiring.runs.map((run): Run => (run.id === id ? { ...run, areaMm2, done: ['labelled'] } : run));
    const again = provingOf(van, { ...wiring, runs: labelled }).steps;
    const entry = answered(stepBy(again, 'crimp', `crimp:${id}`), 'pass');
    expect(runOf(foundGood(labelled, [entry]))).toMatchObject({
      done: ['cut', 'crimped', 'pulled', 'sealed', 'labelled'],
      cut: { areaMm2 },
    });
    const exact = 53.47512345678;
    const odd = wiring.runs.map((run): Run => (run.id === id ? { ...run, areaMm2: exact } : run));
    const seen = answered(stepBy(provingOf(van, { ...wiring, runs: odd }).steps, 'crimp', `crimp:${id}`), 'pass');
    expect(runOf(foundGood(odd, [seen]))).toMatchObject({ areaMm2: exact, cut: { areaMm2: exact } });
  });
});
