import { describe, expect, it } from 'vitest';
import { LoudnessMeter } from './envelope';
import { splitStates } from './split-states';

const RATE = 8000;
const FRAME_S = 0.1;

/** A small generator with a known seed, for noise that is the same each time. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
    return (state >>> 0) / 4_294_967_296;
  };
}

/** A hum of 50 Hz and its third, on in turn with the given seconds (off first), under noise at a signal-to-noise ratio in dB. */
function recording(seconds: readonly number[], snrDb: number, seed = 1): Float32Array {
  const random = dice(seed);
  const humRms = 0.1;
  const noiseRms = humRms / 10 ** (snrDb / 20);
  const total = seconds.reduce((sum, s) => sum + s, 0);
  const samples = new Float32Array(Math.round(total * RATE));
  let at = 0;
  seconds.forEach((length, k) => {
    const end = at + Math.round(length * RATE);
    for (; at < Math.min(end, samples.length); at++) {
      const phase = (2 * Math.PI * 50 * at) / RATE;
      const hum = k % 2 === 1 ? humRms * (Math.SQRT2 * 0.9 * Math.sin(phase) + 0.6 * Math.sin(3 * phase)) : 0;
      // Sum of twelve uniform numbers less six: nearly normal.
      let noise = -6;
      for (let j = 0; j < 12; j++) noise += random();
      samples[at] = hum + noise * noiseRms;
    }
  });
  return samples;
}

function split(seconds: readonly number[], snrDb: number, options = { count: null as number | null, shortestS: 3 }) {
  const meter = new LoudnessMeter(RATE, FRAME_S);
  const samples = recording(seconds, snrDb);
  for (let at = 0; at < samples.length; at += 4096) meter.add(samples.subarray(at, at + 4096));
  return splitStates(meter.finish(), options);
}

const TIMES = [40, 62, 95, 71, 88, 55, 47];
const onOff = (spans: readonly { state: number; seconds: number }[]) =>
  [0, 1].map((state) => spans.reduce((sum, span) => sum + (span.state === state ? span.seconds : 0), 0));

describe('the envelope', () => {
  it('of a full-scale sine is −3 dB', () => {
    const meter = new LoudnessMeter(8000, 0.1);
    meter.add(Float32Array.from({ length: 8000 }, (_, k) => Math.sin((2 * Math.PI * 400 * k) / 8000)));
    const { levelDb } = meter.finish();
    expect(levelDb).toHaveLength(10);
    for (const level of levelDb) expect(level).toBeCloseTo(-3.01, 1);
  });
  it('keeps a last frame of half its length, and no shorter one', () => {
    const framesOf = (samples: number) => {
      const meter = new LoudnessMeter(8000, 0.1);
      meter.add(new Float32Array(samples).fill(0.5));
      return meter.finish().levelDb.length;
    };
    expect([800, 1199, 1200, 1599, 1600].map(framesOf)).toEqual([1, 1, 2, 2, 2]);
  });
  it('has a floor for silence', () => {
    const meter = new LoudnessMeter(8000, 0.1);
    meter.add(new Float32Array(800));
    expect([...meter.finish().levelDb]).toEqual([-120]);
  });
});

describe('splitting into states', () => {
  it.each([30, 20, 10, 6])('finds the times of a hum at %i dB over the noise', (snrDb) => {
    const { states, spans } = split(TIMES, snrDb);
    expect(states).toHaveLength(2);
    expect(spans.map((span) => span.state)).toEqual([0, 1, 0, 1, 0, 1, 0]);
    const tolerance = snrDb >= 10 ? 0.02 : 0.05;
    const [off, on] = onOff(spans);
    expect(Math.abs(off! - (40 + 95 + 88 + 47)) / 270).toBeLessThan(tolerance);
    expect(Math.abs(on! - (62 + 71 + 55)) / 188).toBeLessThan(tolerance);
    spans.forEach((span, k) => expect(Math.abs(span.seconds - TIMES[k]!)).toBeLessThan(TIMES[k]! * 0.02 + 0.5));
  });
  it('merges a click and a short pause', () => {
    const { spans } = split([30, 50, 1, 40, 30], 20);
    expect(spans.map((span) => span.state)).toEqual([0, 1, 0]);
  });
  it('gives a pause that is too short to what is around it, and nothing of the time is lost', () => {
    const { spans } = split([30, 50, 4, 40, 30], 20, { count: null, shortestS: 6 });
    expect(spans.map(({ state }) => state)).toEqual([0, 1, 0]);
    [30, 94, 30].forEach((seconds, k) => expect(Math.abs((spans[k]?.seconds ?? 0) - seconds)).toBeLessThan(1));
  });
  it('takes one steady sound for one state', () => {
    expect(split([120], 20).states).toHaveLength(1);
  });
  it('keeps to the number of states that is asked for', () => {
    expect(split(TIMES, 20, { count: 1, shortestS: 3 }).states).toHaveLength(1);
    expect(split(TIMES, 20, { count: 2, shortestS: 3 }).states).toHaveLength(2);
  });
  it('tells three levels apart: off, low, high', () => {
    const meter = new LoudnessMeter(RATE, FRAME_S);
    const random = dice(9);
    const level = (k: number) => [0.004, 0.03, 0.2][k]!;
    const plan = [0, 1, 2, 1, 0, 2, 0];
    for (const state of plan) {
      meter.add(
        Float32Array.from(
          { length: RATE * 40 },
          (_, k) => level(state) * Math.sin((2 * Math.PI * 120 * k) / RATE) + 0.002 * (random() - 0.5),
        ),
      );
    }
    const { states, spans } = splitStates(meter.finish(), { count: null, shortestS: 3 });
    expect(states).toHaveLength(3);
    expect(spans.map((span) => span.state)).toEqual(plan);
  });
  it('of two levels without any noise changes where they do', () => {
    const levelDb = Float64Array.from({ length: 300 }, (_, k) => (k >= 100 && k < 200 ? -20 : -60));
    expect(splitStates({ frameS: 0.1, levelDb }, { count: null, shortestS: 3 }).spans).toEqual([
      { state: 0, seconds: 10 },
      { state: 1, seconds: 10 },
      { state: 0, seconds: 10 },
    ]);
  });
  it('is nothing for nothing', () =>
    expect(splitStates({ frameS: 0.1, levelDb: new Float64Array(0) }, { count: null, shortestS: 3 })).toEqual({
      states: [],
      spans: [],
    }));
});
