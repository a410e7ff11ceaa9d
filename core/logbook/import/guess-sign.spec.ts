import { describe, expect, it } from 'vitest';
import { saltmarshOctober, wagtailMarch } from '../../../demo/scenarios';
import { simulate } from '../../../demo/simulate';
import { guessSign, type SignRows } from './guess-sign';

const STRETCHES = 24;
const ROWS = 200;
const HOUR_MS = 3_600_000;

/** Two decimals, as meters write them. */
const asWritten = (samples: ReturnType<typeof simulate>): SignRows => ({
  voltageV: samples.map(({ voltageV }) => Number(voltageV.toFixed(2))),
  currentA: samples.map(({ currentA }) => Number(currentA.toFixed(2))),
});

/** From a row of a made month on; longer ones sampled throughout. */
function fileFrom({ voltageV, currentA }: SignRows, fromRow: number): SignRows[] {
  const left = voltageV.length - fromRow;
  const count = left <= STRETCHES * ROWS ? 1 : STRETCHES;
  return Array.from({ length: count }, (_, k) => {
    const at = count === 1 ? fromRow : fromRow + Math.floor(((left - ROWS) * k) / (count - 1));
    const to = count === 1 ? undefined : at + ROWS;
    return { voltageV: voltageV.slice(at, to), currentA: currentA.slice(at, to) };
  });
}

describe('the sign of the current', () => {
  it.each(
    [wagtailMarch, saltmarshOctober].flatMap((scenario) =>
      [0, 1, 2, 3, 4].map((n) => ({ scenario, n, is: scenario.rig.name })),
    ),
  )('from every third hour of a made month on, $is $n: never wrong, seldom asked', ({ scenario, n }) => {
    const stepMs = 300_000;
    const nominalV = scenario === wagtailMarch ? 25.6 : 12;
    const samples = simulate({ ...scenario, seed: scenario.seed + 17 * n, stepMs });
    const sign = n % 2 === 0 ? 1 : -1;
    const written = asWritten(samples.map((one) => ({ ...one, currentA: sign * one.currentA })));
    const perHour = HOUR_MS / stepMs;
    let [asked, all] = [0, 0];
    for (let fromRow = 0; fromRow < samples.length - 6 * perHour; fromRow += 3 * perHour) {
      const guess = guessSign(fileFrom(written, fromRow), nominalV);
      all++;
      if (guess === null) asked++;
      else expect(guess).toBe(sign === 1 ? 'positive' : 'negative');
    }
    expect(asked / all).toBeLessThan(0.05);
  });
  const steps = (volts: (amps: number) => number, count = 60): { voltageV: number[]; currentA: number[] } => {
    const currentA = Array.from({ length: count }, (_, k) => [-5, -5, 8, 8, 3, -9][k % 6]!);
    return { currentA, voltageV: currentA.map(volts) };
  };
  it('follows from how the voltage answers each step', () => {
    expect(guessSign([steps((amps) => 12.6 + 0.02 * amps)], 12)).toBe('positive');
    expect(guessSign([steps((amps) => 12.6 - 0.02 * amps)], 12)).toBe('negative');
  });
  it('is not hidden by a row that cannot be', () => {
    const rows = steps((amps) => 12.6 + 0.02 * amps);
    rows.voltageV = rows.voltageV.map((volts, k) => (k === 20 ? 126 : volts));
    expect(guessSign([rows], 12)).toBe('positive');
  });
  it('is not said where the voltage stands still, the rows are few, or no current flows', () => {
    expect(guessSign([steps(() => 12.6)], 12)).toBeNull();
    expect(guessSign([steps((amps) => 12.6 + 0.02 * amps, 15)], 12)).toBeNull();
    expect(guessSign([{ currentA: Array<number>(50).fill(0), voltageV: Array<number>(50).fill(12.7) }], 12)).toBeNull();
    expect(guessSign([], 12)).toBeNull();
  });
  it('is not said where the evidence disagrees: steps one way, current at charging voltage the other', () => {
    const { currentA } = steps(() => 0);
    const voltageV = currentA.map((amps) => 14 - 0.02 * amps);
    const shifted = currentA.map((amps) => amps + 12);
    expect(guessSign([{ currentA: shifted, voltageV }], 12)).toBeNull();
  });
  it('of what flows above any voltage of rest, whatever flows below it', () => {
    const held = (volts: number, amps: number): SignRows => ({
      voltageV: Array<number>(40).fill(volts),
      currentA: Array<number>(40).fill(amps),
    });
    for (const way of [1, -1])
      expect(guessSign([held(14.2, 10 * way), held(12.5, -10 * way)], 12)).toBe(way > 0 ? 'positive' : 'negative');
    // As much out of the bank as into it while it stands so high: nothing is known.
    expect(guessSign([held(14.2, 10), held(14.2, -8), held(12.5, -10)], 12)).toBeNull();
  });
  it('in absorption, where the current falls while the voltage stands high', () => {
    const currentA = Array.from({ length: 120 }, (_, k) => 30 * Math.exp(-k / 40) + 0.3 * Math.sin(k * 1.7));
    const night = Array.from({ length: 120 }, (_, k) => -3 - (k % 5 === 0 ? 2 : 0));
    const day = { currentA, voltageV: currentA.map(() => 14.4) };
    const dark = { currentA: night, voltageV: night.map((amps, k) => 12.7 - k / 600 + 0.01 * amps) };
    expect(guessSign([day, dark], 12)).toBe('positive');
  });
});
