import { describe, expect, it } from 'vitest';
import { PLAIN_LAYOUT } from '../../kept-spec/plain-layout.data';
import { WallClock } from '../../series/wall-clock';
import { divisorsFor, type PlainLayout, readPlainRows, type RowTarget } from './plain-rows';

const MIDNIGHT = Date.UTC(2026, 2, 9);
const encoder = new TextEncoder();
const decoder = new TextDecoder();

/** What is read of a text plainly, as [ms after midnight, V, A], and what is left of it. */
function read(
  text: string,
  layout: Partial<PlainLayout> = {},
  target: Partial<RowTarget> = {},
  { end, zone = 'UTC' }: { end?: number; zone?: string } = {},
) {
  const bytes = encoder.encode(text);
  const size = 4;
  const into: RowTarget = {
    count: 0,
    timeMs: new Float64Array(size),
    voltageV: new Float64Array(size),
    currentA: new Float64Array(size),
    fromMs: -Infinity,
    toMs: Infinity,
    ...target,
  };
  const date = { bytes: encoder.encode('2026-03-09'), midnightMs: MIDNIGHT };
  const clock = new WallClock(zone);
  const to = readPlainRows(bytes, 0, end ?? bytes.length, { ...PLAIN_LAYOUT, ...layout }, date, clock, into);
  const rows = Array.from({ length: into.count }, (_, k) =>
    [(into.timeMs[k] ?? 0) - MIDNIGHT, into.voltageV[k], into.currentA[k]].map((value) => value ?? Number.NaN),
  );
  return { rows, rest: decoder.decode(bytes.subarray(to)), lastMs: into.fromMs };
}
/** The one row of a line; null where it is left to the other reader. */
function row(line: string, layout: Partial<PlainLayout> = {}): number[] | null {
  const { rows, rest } = read(`${line}\n`, layout);
  expect(rest).toBe(rows.length === 1 ? '' : `${line}\n`);
  return rows[0] ?? null;
}
const NOON = 43_200_000;

describe('plain rows', () => {
  it.each<[string, number]>([
    ['00:00:00', 0],
    ['12:00:09', NOON + 9000],
    ['12:00:59', NOON + 59_000],
    ['12:09:00', NOON + 540_000],
    ['12:59:00', NOON + 3_540_000],
    ['09:00:00', NOON - 10_800_000],
    ['23:59:59', 86_399_000],
    ['12:00:00.000', NOON],
    ['12:00:00.907', NOON + 907],
    ['12:00:00.097', NOON + 97],
    ['12:00:00.979', NOON + 979],
    ['12:00:00Z', NOON],
    ['12:00:00.250Z', NOON + 250],
  ])('are read with a time of %s', (time, ms) => {
    expect(row(`2026-03-09T${time},12.5,-3`)).toEqual([ms, 12.5, -3]);
    expect(row(`2026-03-09 ${time},12.5,-3`)).toEqual([ms, 12.5, -3]);
  });

  it.each([
    '2026-03-08T12:00:00', // another day, month, century: the date met last is known alone
    '2026-04-09T12:00:00',
    '2126-03-09T12:00:00',
    '2026-03-09_12:00:00',
    '2026-03-09T12.00:00',
    '2026-03-09T12:00.00',
    '2026-03-09T12:00:60',
    '2026-03-09T12:00:0a',
    '2026-03-09T12:00:a0',
    '2026-03-09T12:60:00',
    '2026-03-09T12:0a:00',
    '2026-03-09T24:00:00',
    '2026-03-09T30:00:00',
    '2026-03-09T1a:00:00',
    '2026-03-09T12:00:00.5',
    '2026-03-09T12:00:00.50',
    '2026-03-09T12:00:00.5000',
    '2026-03-09T12:00:00.a00',
    '2026-03-09T12:00:00.0a0',
    '2026-03-09T12:00:00.00a',
    '2026-03-09T12:00:00+01:00',
    '2026-03-09T12:00:00 ',
    ' 2026-03-09T12:00:00',
    '2026-03-09T12:00',
  ])('are none with a time of %s', (time) => {
    expect(row(`${time},12.5,-3`)).toBeNull();
    const known = '2026-03-09T12:00:00,12.5,-3\n';
    expect(read(`${known}${time},12.5,-3\n`).rest).toBe(`${time},12.5,-3\n`);
  });

  it('know each minute by all of its bytes', () => {
    const times = ['12:00:01', '12:01:01', '13:01:01', '13:01:02'];
    const { rows } = read(times.map((time) => `2026-03-09T${time},12,1\n`).join(''));
    expect(rows.map(([ms]) => ms)).toEqual([NOON + 1000, NOON + 61_000, NOON + 3_661_000, NOON + 3_662_000]);
    const stops = read('2026-03-09T12:00:01,12,1\n2026-03-09T12:0x:02,12,1\n');
    expect([stops.rows.length, stops.rest]).toEqual([1, '2026-03-09T12:0x:02,12,1\n']);
  });

  it.each<[string, number]>([
    ['0', 0],
    ['7', 7],
    ['13', 13],
    ['+13', 13],
    ['013', 13],
    ['000000013', 13],
    ['13.', 13],
    ['.5', 0.5],
    ['13.2', 13.2],
    ['13.25', 13.25],
    ['9.99', 9.99],
    ['13.256', 13.256],
    ['13.0004', 13.0004],
    ['13.1234567', 13.1234567],
    ['19', 19],
    ['199', 199],
    ['1999', 1999],
    ['19999999', 19_999_999],
    ['19.9', 19.9],
    ['1.19', 1.19],
    ['1.999', 1.999],
    ['-0', 0],
  ])('are read with a number of %s, in either place', (text, value) => {
    expect(row(`2026-03-09T12:00:00,${text},-1.5`)).toEqual([NOON, value, -1.5]);
    expect(row(`2026-03-09T12:00:00,12.5,${text}`)).toEqual([NOON, 12.5, value]);
    const lone = row(`2026-03-09T12:00:00,${text}`, { order: 'current' });
    expect(lone?.[2]).toBe(value);
    expect(Object.is(lone?.[2], -0)).toBe(false);
  });

  it.each([
    '',
    '-',
    '+',
    '.',
    '-.',
    '1.2.3',
    '1,2',
    '1e3',
    ' 1',
    '1 ',
    '--1',
    'a',
    '1a',
    '1.a',
    '1.2a',
    '1.23a',
    '0.000000001',
    '0000000013',
    '12.34567891',
    '"1"',
    '/',
    ':',
  ])('are none with a number of “%s”, in either place', (text) => {
    expect(row(`2026-03-09T12:00:00,${text},-1.5`)).toBeNull();
    expect(row(`2026-03-09T12:00:00,12.5,${text}`)).toBeNull();
    expect(row(`2026-03-09T12:00:00,${text}`, { order: 'current' })).toBeNull();
  });

  it('are none beyond what can be: below 0 V, and over the limits of either', () => {
    const limits = { voltageMaxV: 80, currentMaxA: 1000 };
    const at = (volts: string, amps: string) => row(`2026-03-09T12:00:00,${volts},${amps}`, limits);
    expect(at('-0.01', '1')).toBeNull();
    expect(at('80.01', '1')).toBeNull();
    expect(at('80.00', '1')).not.toBeNull();
    expect(at('12', '1000')).not.toBeNull();
    expect(at('12', '-1000')).not.toBeNull();
    expect(at('12', '1000.01')).toBeNull();
    expect(at('12', '-1000.01')).toBeNull();
    const swapped = (amps: string, volts: string) =>
      row(`2026-03-09T12:00:00,${amps},${volts}`, { ...limits, order: 'current-voltage' });
    expect(swapped('-1000', '80')).toEqual([NOON, 80, -1000]);
    expect(swapped('-1000.01', '80')).toBeNull();
    expect(swapped('1000.01', '80')).toBeNull();
    expect(swapped('1', '80.01')).toBeNull();
    expect(swapped('1', '-0.01')).toBeNull();
  });

  it('bring units and the sign of charging to those of the book', () => {
    const milli = { voltageDivisors: divisorsFor(1000), currentDivisors: divisorsFor(-1000) };
    expect(row('2026-03-09T12:00:00,12500,1500.5', milli)).toEqual([NOON, 12.5, -1.5005]);
    expect(row('2026-03-09T12:00:00,1500.5,12500', { ...milli, order: 'current-voltage' })).toEqual([
      NOON,
      12.5,
      -1.5005,
    ]);
    expect(row('2026-03-09T12:00:00,1500.5', { ...milli, order: 'current' })).toEqual([NOON, 0, -1.5005]);
    const comma = { delimiter: ';'.charCodeAt(0), decimal: ','.charCodeAt(0) };
    expect(row('2026-03-09T12:00:00;12,51;-0,5', comma)).toEqual([NOON, 12.51, -0.5]);
    expect(row('2026-03-09T12:00:00;12.51;-0,5', comma)).toBeNull();
  });

  it('pass over cells of no interest, before, between and after, and over no fewer and no more', () => {
    const skips = (before: number, first: number, second: number, after: number) => ({
      skips: [before, first, second, after] as const,
    });
    expect(row('7,2026-03-09T12:00:00,12.5,-3', skips(1, 0, 0, 0))).toEqual([NOON, 12.5, -3]);
    expect(row('7,,2026-03-09T12:00:00,12.5,-3', skips(2, 0, 0, 0))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,x,12.5,-3', skips(0, 1, 0, 0))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,,x,-3', skips(0, 0, 2, 0))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,x', skips(0, 0, 0, 1))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,', skips(0, 0, 0, 1))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,x,y', skips(0, 0, 0, 2))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,,', skips(0, 0, 0, 2))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,x\r', skips(0, 0, 0, 1))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3,\r', skips(0, 0, 0, 1))).toEqual([NOON, 12.5, -3]);
    expect(row('2026-03-09T12:00:00,12.5,-3\r')).toEqual([NOON, 12.5, -3]);
    for (const after of [
      '2026-03-09T12:00:00,12.5,-3',
      '2026-03-09T12:00:00,12.5,-3,x,y',
      '2026-03-09T12:00:00,12.5,-3,"x"',
    ])
      expect(row(after, skips(0, 0, 0, 1))).toBeNull();
    for (const after of [
      '2026-03-09T12:00:00,12.5,-3,x',
      '2026-03-09T12:00:00,12.5,-3,x,y,z',
      '2026-03-09T12:00:00,12.5,-3,"x",y',
    ])
      expect(row(after, skips(0, 0, 0, 2))).toBeNull();
    expect(row('2026-03-09T12:00:00', skips(1, 0, 0, 0))).toBeNull();
    expect(row('"7",2026-03-09T12:00:00,12.5,-3', skips(1, 0, 0, 0))).toBeNull();
    expect(row('2026-03-09T12:00:00,"x",12.5,-3', skips(0, 1, 0, 0))).toBeNull();
    expect(row('2026-03-09T12:00:00,12.5,"x",-3', skips(0, 0, 1, 0))).toBeNull();
    expect(row('2026-03-09T12:00:00,12.5,-3,x')).toBeNull();
    expect(row('2026-03-09T12:00:00,12.5')).toBeNull();
    // A cell is not looked for on the next line.
    const broken = read('7\n2026-03-09T12:00:00,12.5,-3\n', skips(1, 0, 0, 0));
    expect(broken.rows).toEqual([]);
  });

  it('stop at the end that is given, when there is no more room, and before a time out of order or out of the stretch', () => {
    const line = (second: number) => `2026-03-09T12:00:0${second},12,1\n`;
    const text = [0, 1, 2, 3, 4].map(line).join('');
    expect(read(text).rows).toHaveLength(4);
    expect(read(text).rest).toBe(line(4));
    expect(read(text, {}, {}, { end: 2 * line(0).length }).rest).toBe(line(2) + line(3) + line(4));
    expect(read(text, {}, { toMs: MIDNIGHT + NOON + 2000 }).rest).toBe(line(2) + line(3) + line(4));
    expect(read(text, {}, { fromMs: MIDNIGHT + NOON }).rows).toHaveLength(4);
    expect(read(text, {}, { fromMs: MIDNIGHT + NOON + 1 }).rest).toBe(text);
    expect(read(line(1) + line(1) + line(0)).rest).toBe(line(0));
    expect(read(line(1) + line(0))).toMatchObject({ rest: line(0), lastMs: MIDNIGHT + NOON + 1000 });
    expect(read(line(1), {}, { count: 4 }).rest).toBe(line(1));
  });

  it('end with the bytes: the last number may end there, whatever follows in memory', () => {
    for (const amps of ['1', '1.', '1.5', '1.25', '1.255', '-0.1'])
      expect(read(`2026-03-09T12:00:00,12,${amps}\n`).rows).toEqual([[NOON, 12, Number(amps)]]);
    const short = read('2026-03-09T12:00:0');
    expect([short.rows, short.rest]).toEqual([[], '2026-03-09T12:00:0']);
  });

  it('of a zone are told by its clock, and none is taken in an hour that it skips', () => {
    const summer = { zone: 'Europe/London' };
    const march = read('2026-03-09T12:00:00,12,1\n', {}, {}, summer);
    expect(march.rows).toEqual([[NOON, 12, 1]]);
    const west = read('2026-03-09T12:00:00,12,1\n2026-03-09T12:00:00Z,12,1\n', {}, {}, { zone: 'America/New_York' });
    expect([west.rows.length, west.rest]).toEqual([1, '2026-03-09T12:00:00Z,12,1\n']);
    expect(west.rows[0]?.[0]).toBe(NOON + 4 * 3_600_000);
  });
});
