import { describe, expect, it } from 'vitest';
import { newInverter, newLoad } from '../audit/fresh';
import { Inverter } from '../audit/inverter';
import { CYCLES_WANTED, SECONDS_WANTED, summarise } from '../audit/recording';
import type { Recording } from '../audit/load';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { solveRemedies } from '../charging/solve-remedies';
import { aboveAirWhPerM2 } from '../climate/above-air';
import { daylightOf } from '../climate/daylight';
import { sunTrack } from '../climate/sun-track';
import { copperOhm } from '../conductors/copper';
import { deriveRig } from '../rig/derive-rig';
import { newRig } from '../rig/new-rig';
import { Rig } from '../rig/rig';
import { parseRigFile } from '../rig/rig-file';
import { FullMarkFinder } from '../logbook/full-marks';
import { TimeBytes } from '../logbook/import/time-bytes';
import { buildLedger } from '../logbook/ledger';
import { stampOf } from '../plan/stamped';
import { decimalsFor, formatNumber, ordinal } from '../quantity/format';
import { quantileOf } from '../statistics/quantile';
import { bitsOf, RANDOM_STEP } from '../statistics/random-bits';
import type { DaySums } from '../series/day-sums';
import { noFlow } from '../series/flow';
import { localDayAt } from '../series/local-day';
import { outsideSpans } from '../series/span';
import { modulePower } from '../sources/module-power';
import { relayCurrent } from '../sources/relay-current';
import { TimeCells } from '../text/cell';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { getPosition } from 'suncalc';

const MIN = 60_000;

describe('both sides of a limit', () => {
  it.each([
    [999.9, 'V', 1],
    [1000, 'V', 0],
    [99.9, 'V', 2],
    [100, 'V', 1],
    [-1000, 'V', 0],
    [0.9999, 'Fraction', 1],
    [1, 'Fraction', 1],
  ] as const)('%s %s is shown with %i decimals', (value, unit, decimals) =>
    expect(decimalsFor(value, unit)).toBe(decimals),
  );
  it('groups thousands from five digits on, and never shows a minus before nothing', () => {
    expect([formatNumber(9999, 0), formatNumber(10_000, 0), formatNumber(-0.04, 1), formatNumber(2, 1, true)]).toEqual([
      '9999',
      '10\u2009000',
      '0.0',
      '+2.0',
    ]);
  });
  it.each([
    [1, '1st'],
    [2, '2nd'],
    [3, '3rd'],
    [4, '4th'],
    [11, '11th'],
    [12, '12th'],
    [13, '13th'],
    [21, '21st'],
    [112, '112th'],
  ])('%i is the %s', (place, says) => expect(ordinal(place)).toBe(says));

  it('a voltage and a tail current that are just reached mark full; short of either does not', () => {
    const rule = { fullV: 14, tailA: 4, holdMs: 10 * MIN, gapMs: 5 * MIN } as const;
    const marks = (volts: number, amps: number, minutes: number) => {
      const finder = new FullMarkFinder(rule);
      finder.addDay(
        { key: '2026-03-09', endMs: 1e12 },
        {
          timeMs: Float64Array.from({ length: minutes + 1 }, (_, k) => k * MIN),
          voltageV: new Float64Array(minutes + 1).fill(volts),
          currentA: new Float64Array(minutes + 1).fill(amps),
        },
      );
      return finder.marks.length;
    };
    expect([marks(14, 4, 10), marks(14, -4, 10)]).toEqual([1, 1]);
    expect([marks(13.999, 4, 10), marks(14, 4.001, 10), marks(14, 4, 9)]).toEqual([0, 0, 0]);
  });
  it('a recording of three cycles and two hours is long enough', () => {
    expect([CYCLES_WANTED, SECONDS_WANTED]).toEqual([3, 7200]);
    const recording = (cycles: number, seconds: number): Recording => ({
      from: 'table',
      atMs: 0,
      states: [
        { name: 'off', powerW: 0 },
        { name: 'on', powerW: 50 },
      ],
      spans: Array.from({ length: 2 * cycles + 2 }, (_, k) => ({ state: k % 2, seconds: seconds / (2 * cycles + 2) })),
    });
    expect(summarise(recording(3, 7200), 'x')!.recordLonger).toEqual([]);
    expect(summarise(recording(2, 7200), 'x')!.recordLonger).toEqual(['too-few-cycles']);
    expect(summarise(recording(3, 7199), 'x')!.recordLonger).toEqual(['too-short']);
  });
  it.each([
    ['capacity', 0.5],
    ['full-voltage', 0.05],
    ['tail-current', 0.0005],
    ['hold-time', 0.5],
    ['coulombic-efficiency', 0.005],
    ['dead-band', 0.005],
    ['reserve-alarm', 0.005],
  ] as const)('%s as entered agrees within what a meter shows', (id, half) => {
    const rig: Rig = { ...newRig('r', 'R', 'UTC'), bank: newBank(newBattery('b', 'lfp', 8, 100)) };
    const figure = deriveRig(rig, null).monitor!.settings.find((one) => one.id === id)!.figure;
    const agrees = (off: number) => {
      const { value, rests } = stampOf(figure, 0, figure.value + off);
      const entry = {
        id: 'e',
        atMs: 0,
        by: '',
        profileId: 'usual',
        values: [{ id, value, rests }],
        note: '',
        photo: null,
      };
      const typed = { ...rig, monitor: { ...rig.monitor, entries: [entry] } };
      return deriveRig(typed, null).monitor!.settings.find((one) => one.id === id)!.entered!.agrees;
    };
    expect([agrees(half * 0.98), agrees(-half * 0.98)]).toEqual([true, true]);
    expect([agrees(half * 1.02), agrees(-half * 1.02)]).toEqual([false, false]);
  });
  it.each([
    ['loads', 500, newLoad('x', '')],
    ['inverters', 20, null],
    ['trials', 500, null],
    ['shelf', 200, newBattery('x', 'agm', 6, 100)],
  ] as const)('a plan holds as many %s as %i, and no more', (key, most, item) => {
    const rig = newRig('r', 'R', 'UTC');
    if (item === null) return;
    const of = (count: number) => Rig.safeParse({ ...rig, [key]: Array.from({ length: count }, () => item) }).success;
    expect([of(most), of(most + 1)]).toEqual([true, false]);
  });
  it.each([
    ['name', 120],
    ['purpose', 500],
    ['id', 60],
  ] as const)('the %s of a rig may be %i long', (key, most) => {
    const of = (length: number) => Rig.safeParse({ ...newRig('r', 'R', 'UTC'), [key]: 'x'.repeat(length) }).success;
    expect([of(most), of(most + 1)]).toEqual([true, false]);
  });
  it.each([
    ['latitude', () => aboveAirWhPerM2(90, 1), () => aboveAirWhPerM2(90.1, 1)],
    ['day of the year', () => aboveAirWhPerM2(0, 366), () => aboveAirWhPerM2(0, 367)],
    ['latitude of the sun', () => sunTrack(-90, 0, 'UTC', 1), () => sunTrack(-90.1, 0, 'UTC', 1)],
    ['longitude of the sun', () => sunTrack(0, 180, 'UTC', 1), () => sunTrack(0, 180.1, 'UTC', 1)],
    ['length of copper', () => copperOhm(0, 1, 20), () => copperOhm(-0.001, 1, 20)],
    ['section of copper', () => copperOhm(1, 0.01, 20), () => copperOhm(1, 0, 20)],
    ['warmth of copper', () => copperOhm(1, 1, 200), () => copperOhm(1, 1, 201)],
    ['light on a module', () => modulePower(100, 0, 20), () => modulePower(100, -1, 20)],
    ['warmth of a module', () => modulePower(100, 100, 80), () => modulePower(100, 100, 81)],
    ['charge at a relay', () => relay(1), () => relay(1.01)],
  ])('%s is taken at its limit and refused beyond', (_name, at, beyond) => {
    expect(at).not.toThrow();
    expect(beyond).toThrow(/out-of-range/);
  });
});

const relay = (soc: number) =>
  relayCurrent(
    { alternatorV: 14, pathOhm: 0.02, limitA: 100 },
    { chemistry: CHEMISTRIES.agm, cells: 6, ohm: 0.01 },
    soc,
  );

describe('quantiles', () => {
  it('lie on a straight line between two places', () => {
    expect([0, 0.25, 0.5, 0.9, 1].map((share) => quantileOf([1, 2, 4, 8, 16], share))).toEqual([1, 2, 4, 12.8, 16]);
    expect(quantileOf([7], 0.3)).toBe(7);
  });
  it('of nothing, or beyond the ends, are refused', () => {
    expect(() => quantileOf([], 0.5)).toThrow(/wrong-shape/);
    expect(() => quantileOf([1], -0.01)).toThrow(/out-of-range/);
    expect(() => quantileOf([1], 1.01)).toThrow(/out-of-range/);
  });
});

it('the generator is mulberry32, worked apart in whole numbers without a limit', () => {
  const wide = (state: number): number => {
    const mask = 0xffffffffn;
    const product = (a: bigint, b: bigint) => (a * b) & mask;
    const a = BigInt(state >>> 0);
    let t = product(a ^ (a >> 15n), a | 1n);
    t = t ^ ((t + product(t ^ (t >> 7n), t | 61n)) & mask);
    return Number((t ^ (t >> 14n)) & mask);
  };
  for (let k = 1; k < 200; k++) {
    const state = Math.imul(k, RANDOM_STEP) ^ (k << 3);
    expect(bitsOf(state)).toBe(wide(state));
  }
});

describe('twilight near the bright nights', () => {
  it.each([55, 57, 58.4, 60, 61, 62.5])(
    'ends and begins where the sun is six degrees down: latitude %f',
    (latitude) => {
      for (let day = 130; day < 215; day += 3) {
        const local = localDayAt(Date.UTC(2026, 0, day, 11), 'UTC');
        const { dawnMs, duskMs } = daylightOf(local, latitude, 10);
        const height = (ms: number) => getPosition(new Date(ms), latitude, 10).altitude - 0.484;
        for (const ms of [dawnMs, duskMs]) {
          if (ms === local.startMs || ms === local.endMs) expect(height(ms)).toBeGreaterThan(-6.1);
          else expect(Math.abs(height(ms) + 6)).toBeLessThan(0.05);
        }
      }
    },
  );
});

describe('times off the bytes', () => {
  it('are those of the text, second by second, whatever stands around them', () => {
    for (const [format, before, after] of [
      ['iso', '2026-03-09 14:05:', ''],
      ['dmy', '09.03.2026 14:05:', ' '],
      ['iso', '2026-03-09T14:05:', '+01:00'],
    ] as const) {
      const cells = new TimeCells(format, '.');
      const decode = (bytes: Uint8Array, from: number, to: number) =>
        new TextDecoder().decode(bytes.subarray(from, to));
      const times = new TimeBytes(cells, decode);
      for (let second = 0; second < 60; second++) {
        const text = `${before}${String(second).padStart(2, '0')}${after}`;
        const bytes = new TextEncoder().encode(`,,${text},`);
        expect(times.read(bytes, 2, 2 + text.length)).toEqual(new TimeCells(format, '.').read(text));
      }
      const odd = `${before}6x${after}`;
      expect(times.read(new TextEncoder().encode(odd), 0, odd.length)).toEqual(cells.read(odd));
      const hour = `${before.replace('14', '15')}07${after}`;
      expect(times.read(new TextEncoder().encode(hour), 0, hour.length)).toEqual(cells.read(hour));
    }
  });
});

describe('days of two logs', () => {
  const H = 3_600_000;
  const startMs = Date.UTC(2026, 2, 9);
  const day = (from: number, more: Partial<DaySums>): DaySums => ({
    key: '2026-03-09',
    startMs,
    endMs: startMs + 24 * H,
    dawnMs: startMs + 6 * H,
    duskMs: startMs + 18 * H,
    morning: noFlow(),
    daylight: noFlow(),
    evening: { ...noFlow(), outAh: from, coveredMs: 6 * H },
    samples: 10,
    hasVoltage: true,
    firstMs: startMs + from * H,
    lastMs: startMs + (from + 4) * H,
    minV: 12,
    minVAtMs: 1,
    maxV: 13,
    minA: -1,
    maxA: 1,
    ...more,
  });
  it('are one row: sums added, extremes of both', () => {
    const [row] = buildLedger(
      [[day(1, { minV: 11.9, minVAtMs: 7, maxV: 13 })], [day(12, { minV: 12.2, minVAtMs: 9, maxV: 14.4 })]],
      [],
      1,
    );
    expect(row).toMatchObject({ outAh: 13, minV: 11.9, minVAtMs: 7, maxV: 14.4 });
  });
  it('a night counts from nine tenths of it on', () => {
    const next = (coveredH: number): DaySums => ({
      ...day(0, { key: '2026-03-10', startMs: startMs + 24 * H, endMs: startMs + 48 * H, dawnMs: startMs + 30 * H }),
      morning: { ...noFlow(), outAh: 3, coveredMs: coveredH * H },
    });
    // 18 to 6 o'clock are 12 h; the evening's six are all there.
    expect(buildLedger([[day(5, {}), next(4.8)]], [], 1)[0]!.nightAh).toBe(8);
    expect(buildLedger([[day(5, {}), next(4.79)]], [], 1)[0]!.nightAh).toBeNull();
  });
});

it('samples at the ends of a covered span are covered', () => {
  const columns = { timeMs: Float64Array.of(1, 2, 3, 4, 5), voltageV: null, currentA: Float64Array.of(1, 2, 3, 4, 5) };
  const left = (fromMs: number, toMs: number) => [...outsideSpans(columns, [{ fromMs, toMs }]).columns.timeMs];
  expect(left(2, 4)).toEqual([1, 5]);
  expect(left(-3, 1)).toEqual([2, 3, 4, 5]);
  expect(left(5, 9)).toEqual([1, 2, 3, 4]);
  expect(left(-3, 0)).toEqual([1, 2, 3, 4, 5]);
  expect(left(6, 9)).toEqual([1, 2, 3, 4, 5]);
});

it('a pair of remedies is offered only where it takes less of the second than that alone', async () => {
  const solve = (gain: { array: number; cut: number }) =>
    solveRemedies(
      0.9,
      ({ array = 0, cut = 0 }) => Promise.resolve(0.5 + array * gain.array + cut * gain.cut),
      () => undefined,
      ['array', 'cut'],
    );
  const both = await solve({ array: 0.001, cut: 1 });
  expect(both.map(({ remedy }) => Object.keys(remedy).sort().join('+'))).toEqual(['array', 'cut', 'array+cut']);
  expect(both[2]!.remedy.array).toBeCloseTo(200, 6);
  expect(both[2]!.remedy.cut).toBeCloseTo(0.2, 1);
  // Half of what does nothing does nothing: no pair.
  expect((await solve({ array: 0, cut: 1 })).map(({ remedy }) => Object.keys(remedy).length)).not.toContain(2);
});

describe('a rig file', () => {
  it.each(['null', '7', '"x"', '[]', '{}', '{"format":"other"}'])('that is %s is no rig', (text) =>
    expect(parseRigFile(text)).toEqual({ ok: false, problem: { code: 'not-a-rig' } }),
  );
  it('that ends too soon is no JSON', () =>
    expect(parseRigFile('{"format":')).toEqual({ ok: false, problem: { code: 'not-json' } }));
});

it('an inverter holds sixty bench pairs, and no more', () => {
  const pair = { acW: 10, dcV: 12, dcA: 1 };
  const of = (pairs: number) => Inverter.safeParse({ ...newInverter('i'), bench: Array(pairs).fill(pair) }).success;
  expect([of(60), of(61)]).toEqual([true, false]);
});
