import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { addFlow, type Flow, noFlow } from './flow';
import { addLine, integrateRun } from './integrate';

const HOUR = 3_600_000;
const line = (hours: number, v0: number, i0: number, v1: number, i1: number) => {
  const flow = noFlow();
  addLine(flow, hours * HOUR, v0, i0, v1, i1);
  return flow;
};
const reading = () => fc.double({ min: -100, max: 100, noNaN: true });
const volts = () => fc.double({ min: 9, max: 31, noNaN: true });

describe('addLine', () => {
  it.each<[string, [number, number, number, number], Partial<Flow>]>([
    ['steady charge, 2 A at 12 V', [12, 2, 12, 2], { inAh: 2, inWh: 24, outAh: 0, outWh: 0 }],
    ['steady draw', [12, -2, 12, -2], { inAh: 0, inWh: 0, outAh: 2, outWh: 24 }],
    ['rising from nothing', [12, 0, 12, 4], { inAh: 2, inWh: 24 }],
    ['charge to draw: zero after 3/4 h', [12, 3, 12, -1], { inAh: 1.125, outAh: 0.125, inWh: 13.5, outWh: 1.5 }],
    ['draw to charge, the same mirrored', [12, -1, 12, 3], { inAh: 1.125, outAh: 0.125, inWh: 13.5, outWh: 1.5 }],
    ['nothing', [12, 0, 12, 0], { inAh: 0, outAh: 0, coveredMs: HOUR }],
  ])('%s', (_, [v0, i0, v1, i1], wanted) => {
    const flow = line(1, v0, i0, v1, i1);
    for (const [key, value] of Object.entries(wanted)) expect(flow[key as keyof Flow]).toBeCloseTo(value, 12);
  });
  test.prop([volts(), reading(), volts(), reading(), fc.double({ min: 0.01, max: 0.99, noNaN: true })])(
    'is the same however it is cut',
    (v0, i0, v1, i1, share) => {
      const whole = line(1, v0, i0, v1, i1);
      const [vm, im] = [v0 + share * (v1 - v0), i0 + share * (i1 - i0)];
      const cut = addFlow(line(share, v0, i0, vm, im), line(1 - share, vm, im, v1, i1));
      for (const key of ['inAh', 'outAh', 'inWh', 'outWh'] as const) expect(cut[key]).toBeCloseTo(whole[key], 8);
    },
  );
  test.prop([volts(), reading(), volts(), reading()])(
    'turning the sign swaps in and out; neither is ever negative',
    (v0, i0, v1, i1) => {
      const flow = line(2, v0, i0, v1, i1);
      const turned = line(2, v0, -i0, v1, -i1);
      expect(Math.min(flow.inAh, flow.outAh, flow.inWh, flow.outWh)).toBeGreaterThanOrEqual(0);
      expect(turned.inAh).toBeCloseTo(flow.outAh, 10);
      expect(turned.outWh).toBeCloseTo(flow.inWh, 9);
      expect(flow.inAh - flow.outAh).toBeCloseTo(i0 + i1, 10);
    },
  );
});

describe('integrateRun', () => {
  const timeMs = Float64Array.of(0, 60_000, 120_000, 1_000_000, 1_060_000);
  const voltageV = new Float64Array(5).fill(12);
  const currentA = Float64Array.of(60, -60, 60, 60, 60);
  it('stops before a gap, and at the end asked for', () => {
    const flow = noFlow();
    expect(integrateRun(timeMs, voltageV, currentA, 0, 9e9, 300_000, flow)).toBe(2);
    expect(flow.coveredMs).toBe(120_000);
    expect(integrateRun(timeMs, voltageV, currentA, 3, 1_050_000, 300_000, noFlow())).toBe(3);
  });
  it('agrees with the lines one by one over gaps and crossings', () => {
    const flow = noFlow();
    integrateRun(timeMs, voltageV, currentA, 0, 9e9, 9e9, flow);
    const lines = noFlow();
    for (let k = 0; k < 4; k++) {
      addLine(lines, timeMs[k + 1]! - timeMs[k]!, 12, currentA[k]!, 12, currentA[k + 1]!);
    }
    for (const key of ['inAh', 'outAh', 'inWh', 'outWh', 'coveredMs'] as const)
      expect(flow[key]).toBeCloseTo(lines[key], 10);
  });
  const samples = () => fc.array(fc.tuple(volts(), reading()), { minLength: 2, maxLength: 12 });
  const agrees = (rows: readonly (readonly [number, number])[]) => {
    const times = Float64Array.from(rows, (_, k) => k * k * 1000);
    const [v, i] = [Float64Array.from(rows, ([one]) => one), Float64Array.from(rows, ([, one]) => one)];
    const flow = noFlow();
    expect(integrateRun(times, v, i, 0, 9e9, 9e9, flow)).toBe(rows.length - 1);
    const lines = noFlow();
    for (let k = 1; k < rows.length; k++) addLine(lines, times[k]! - times[k - 1]!, v[k - 1]!, i[k - 1]!, v[k]!, i[k]!);
    for (const key of ['inAh', 'outAh', 'inWh', 'outWh', 'coveredMs'] as const)
      expect(flow[key]).toBeCloseTo(lines[key], 9);
  };
  test.prop([samples()])('agrees with them whatever comes', agrees);
  it('does so in, out, from and to nothing, and through it', () => {
    agrees([[12, 1], [13, 2], [12.5, 0], [12, 0], [11.5, -3], [11, -5], [13, 4]]); // prettier-ignore
  });
  it('weighs the volts where the amps are: 12 to 15 V at 3 to 0 A, in and out', () => {
    for (const sign of [1, -1]) {
      const flow = noFlow();
      integrateRun(Float64Array.of(0, HOUR), Float64Array.of(12, 15), Float64Array.of(3 * sign, 0), 0, 9e9, 9e9, flow);
      // ∫ (12 + 3·t)·(3 − 3·t) dt over the hour
      expect(sign > 0 ? flow.inWh : flow.outWh).toBeCloseTo(19.5, 12);
      expect(sign > 0 ? flow.inAh : flow.outAh).toBeCloseTo(1.5, 12);
      expect(sign > 0 ? flow.outWh : flow.inWh).toBe(0);
    }
  });
  it('takes a sample at the end asked for, and one as far as a gap may be', () => {
    const flow = noFlow();
    expect(integrateRun(timeMs, voltageV, currentA, 0, 60_000, 60_000, flow)).toBe(1);
    expect(integrateRun(timeMs, voltageV, currentA, 0, 59_999, 60_000, flow)).toBe(0);
    expect(integrateRun(timeMs, voltageV, currentA, 0, 9e9, 59_999, flow)).toBe(0);
  });
});
