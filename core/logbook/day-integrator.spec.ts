import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import type { Columns } from '../series/columns';
import { sliceColumns } from '../series/columns';
import { DayIntegrator, type IntegratedLog, type PlaceOfLog } from './day-integrator';
import { wholeDay } from '../series/day-sums';
import { addFlow, noFlow } from '../series/flow';

const UTC: PlaceOfLog = { timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null };
const BERLIN = { timeZone: 'Europe/Berlin', latitudeDeg: 52.5, longitudeDeg: 13.4 };
const T0 = Date.parse('2026-03-28T00:00:00Z');
const MIN = 60_000;

function columns(
  rows: readonly (readonly [minute: number, voltageV: number, currentA: number])[],
  startMs = T0,
): Columns {
  return {
    timeMs: Float64Array.from(rows, (row) => startMs + row[0] * MIN),
    voltageV: Float64Array.from(rows, (row) => row[1]),
    currentA: Float64Array.from(rows, (row) => row[2]),
  };
}

function integrate(pieces: readonly Columns[], place = UTC, gapMs?: number): IntegratedLog {
  const integrator = new DayIntegrator(place, gapMs);
  for (const piece of pieces) integrator.add(piece);
  return integrator.finish();
}

const total = (log: IntegratedLog) => log.days.reduce((sum, day) => addFlow(sum, wholeDay(day)), noFlow());

describe('by hand', () => {
  it('takes trapezoids: −2 A to −4 A over an hour is 3 Ah out; at 12 V steady, 36 Wh', () => {
    const sum = total(integrate([columns([0, 30, 60].map((m) => [m, 12, -2 - m / 30] as const))], UTC, 3_600_000));
    expect(sum.outAh).toBeCloseTo(3, 12);
    expect(sum.outWh).toBeCloseTo(36, 12);
    expect(sum.inAh).toBe(0);
  });
  it('cuts at the zero crossing: +3 A to −1 A over 4 min', () => {
    // zero after 3 min: in = ½·3 A·3/60 h = 0.075 Ah, out = ½·1 A·1/60 h
    const sum = total(
      integrate([
        columns([
          [0, 12, 3],
          [4, 12, -1],
        ]),
      ]),
    );
    expect(sum.inAh).toBeCloseTo(0.075, 12);
    expect(sum.outAh).toBeCloseTo(1 / 120, 12);
  });
  it('multiplies straight voltage and current exactly', () => {
    // v 10→12, i 0→6 over 1 min: ∫ = 1/60·(2·12·6 + 10·6)/6 = 34/60 Wh
    expect(
      total(
        integrate([
          columns([
            [0, 10, 0],
            [1, 12, 6],
          ]),
        ]),
      ).inWh,
    ).toBeCloseTo(34 / 60, 12);
  });
  it('cuts at local midnight', () => {
    // 22:58 UTC to 23:02 UTC on 28 March is 23:58 to 00:02 in Berlin
    const log = integrate(
      [
        columns([
          [22 * 60 + 58, 12, -6],
          [23 * 60 + 2, 12, -6],
        ]),
      ],
      BERLIN,
    );
    expect(log.days.map((day) => [day.key, wholeDay(day).outAh.toFixed(6)])).toEqual([
      ['2026-03-28', '0.200000'],
      ['2026-03-29', '0.200000'],
    ]);
  });
  it('leaves a step over the gap limit as missing time', () => {
    const log = integrate([
      columns([
        [0, 12, -6],
        [1, 12, -6],
        [2, 12, -6],
        [32, 12, -6],
        [33, 12, -6],
      ]),
    ]);
    expect(log.gapLimitMs).toBe(5 * MIN);
    expect(total(log).coveredMs).toBe(3 * MIN);
    expect(total(log).outAh).toBeCloseTo(0.3, 12);
  });
  it('bridges long steps in a log that is slow throughout', () => {
    const log = integrate([columns(Array.from({ length: 25 }, (_, h) => [h * 60, 12, -1] as const))]);
    expect(log.medianStepMs).toBe(60 * MIN);
    expect(total(log).outAh).toBeCloseTo(24, 12);
  });
  it('splits a night at dusk and dawn', () => {
    const log = integrate([columns(Array.from({ length: 1441 }, (_, m) => [m, 12, -1] as const))]);
    const [day] = log.days;
    expect([day!.morning.outAh, day!.daylight.outAh, day!.evening.outAh].map((ah) => ah.toFixed(9))).toEqual([
      '6.000000000',
      '12.000000000',
      '6.000000000',
    ]);
  });
  it('finds the lowest voltage and when', () => {
    const log = integrate([
      columns([
        [0, 12.9, -1],
        [1, 11.8, -9],
        [2, 12.7, -1],
      ]),
    ]);
    expect([log.days[0]!.minV, log.days[0]!.minVAtMs]).toEqual([11.8, T0 + MIN]);
  });
  it('integrates a log without voltage', () => {
    const log = integrate([
      {
        ...columns([
          [0, 0, -6],
          [1, 0, -6],
        ]),
        voltageV: null,
      },
    ]);
    expect(log.days[0]!.hasVoltage).toBe(false);
    expect(total(log).outAh).toBeCloseTo(0.1, 12);
  });
});

const samples = fc
  .array(
    fc.tuple(
      fc.integer({ min: 1, max: 400 }),
      fc.double({ min: 10, max: 30, noNaN: true }),
      fc.double({ min: -80, max: 80, noNaN: true }),
    ),
    {
      minLength: 2,
      maxLength: 120,
    },
  )
  .map((steps) => {
    let minute = 0;
    return columns(steps.map(([step, voltageV, currentA]) => [(minute += step), voltageV, currentA] as const));
  });

const close = (a: number, b: number, scale: number) =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(1e-9 * Math.max(1, scale));

describe('laws', () => {
  test.prop([samples, fc.nat()])('handing the log over in two pieces changes nothing', (log, seed) => {
    const cut = seed % (log.timeMs.length + 1);
    const whole = total(integrate([log], BERLIN));
    const parts = total(integrate([sliceColumns(log, 0, cut), sliceColumns(log, cut, log.timeMs.length)], BERLIN));
    for (const key of ['inAh', 'outAh', 'inWh', 'outWh', 'coveredMs'] as const)
      close(parts[key], whole[key], whole[key]);
  });
  test.prop([samples, fc.nat(), fc.double({ min: 0.01, max: 0.99, noNaN: true })])(
    'a point added on the line changes nothing',
    (log, seed, near) => {
      const k = 1 + (seed % (log.timeMs.length - 1));
      // At a whole millisecond: a time near 1.8e12 ms has no room for finer ones.
      const spanMs = log.timeMs[k]! - log.timeMs[k - 1]!;
      const share = Math.round(near * spanMs) / spanMs;
      const mix = (column: Float64Array) => column[k - 1]! + share * (column[k]! - column[k - 1]!);
      const insert = (column: Float64Array) =>
        Float64Array.from([...column.slice(0, k), mix(column), ...column.slice(k)]);
      const gap = 1e12;
      const whole = total(integrate([log], UTC, gap));
      const fine = total(
        integrate(
          [{ timeMs: insert(log.timeMs), voltageV: insert(log.voltageV!), currentA: insert(log.currentA) }],
          UTC,
          gap,
        ),
      );
      for (const key of ['inAh', 'outAh', 'inWh', 'outWh'] as const)
        close(fine[key], whole[key], whole.inWh + whole.outWh);
    },
  );
  test.prop([samples])('in and out are never negative', (log) => {
    for (const day of integrate([log], BERLIN).days) {
      for (const flow of [day.morning, day.daylight, day.evening])
        for (const part of Object.values(flow)) expect(part).toBeGreaterThanOrEqual(0);
    }
  });
  test.prop([samples, fc.double({ min: 0.001, max: 1000, noNaN: true })])(
    'twice the current is twice the amp-hours',
    (log, factor) => {
      const plain = total(integrate([log]));
      const scaled = total(integrate([{ ...log, currentA: log.currentA.map((a) => a * factor) }]));
      close(scaled.inAh / factor, plain.inAh, plain.inAh);
      close(scaled.outAh / factor, plain.outAh, plain.outAh);
    },
  );
  test.prop([samples])('turning the sign swaps in and out', (log) => {
    const plain = total(integrate([log]));
    const turned = total(integrate([{ ...log, currentA: log.currentA.map((a) => -a) }]));
    close(turned.inAh, plain.outAh, plain.outAh);
    close(turned.outWh, plain.inWh, plain.inWh);
  });
  test.prop([samples, fc.integer({ min: -400, max: 400 })])(
    'shifting time by whole days over the clock changes keeps the totals',
    (log, days) => {
      const shifted = { ...log, timeMs: log.timeMs.map((ms) => ms + days * 86_400_000) };
      const [a, b] = [total(integrate([log], BERLIN)), total(integrate([shifted], BERLIN))];
      for (const key of ['inAh', 'outAh', 'coveredMs'] as const) close(a[key], b[key], a[key]);
    },
  );
  test.prop([samples])('a day is never covered for longer than it lasts', (log) => {
    for (const day of integrate([log], BERLIN, 1e12).days)
      expect(wholeDay(day).coveredMs).toBeLessThanOrEqual(day.endMs - day.startMs + 1e-6);
  });
});
