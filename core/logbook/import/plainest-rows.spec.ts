import { describe, expect, it } from 'vitest';
import { drawsFrom } from '../../statistics/random-bits';
import { PLAIN_LAYOUT } from '../../kept-spec/plain-layout.data';
import { WallClock } from '../../series/wall-clock';
import { divisorsFor, type PlainLayout, readPlainRows, type RowTarget } from './plain-rows';
import { readPlainestRows } from './plainest-rows';

const MIDNIGHT = Date.UTC(2026, 2, 9);
const LAYOUT: PlainLayout = { ...PLAIN_LAYOUT, voltageMaxV: 60, currentMaxA: 80 };
const encoder = new TextEncoder();
/** Behind what is read: nothing that is looked at lies beyond the bytes. */
const AFTER = `${'x'.repeat(40)}\n`;

type Reader = typeof readPlainRows;

/** What a reader takes of a text: ms after midnight, V and A of each row, and the bytes that it read. */
function taken(
  by: Reader,
  text: string | Uint8Array,
  layout: Partial<PlainLayout> = {},
  { zone = 'UTC', ...target }: Partial<RowTarget> & { zone?: string } = {},
) {
  const rows = typeof text === 'string' ? encoder.encode(text) : text;
  const bytes = Uint8Array.of(...rows, ...encoder.encode(AFTER));
  const into: RowTarget = {
    count: 0,
    timeMs: new Float64Array(8),
    voltageV: new Float64Array(8),
    currentA: new Float64Array(8),
    fromMs: -Infinity,
    toMs: Infinity,
    ...target,
  };
  const date = { bytes: encoder.encode('2026-03-09'), midnightMs: MIDNIGHT };
  const to = by(bytes, 0, rows.length, { ...LAYOUT, ...layout }, date, new WallClock(zone), into);
  const of = (k: number) => [(into.timeMs[k] ?? 0) - MIDNIGHT, into.voltageV[k] ?? 0, into.currentA[k] ?? 0];
  return { rows: Array.from({ length: into.count }, (_, k) => of(k)), to, lastMs: into.fromMs };
}
const quick = (...args: Parameters<typeof taken> extends [Reader, ...infer Rest] ? Rest : never) =>
  taken(readPlainestRows, ...args);
const plain = (...args: Parameters<typeof taken> extends [Reader, ...infer Rest] ? Rest : never) =>
  taken(readPlainRows, ...args);

describe('plainest rows', () => {
  it('are taken with one or two digits before the sign and two behind it', () => {
    const text =
      '2026-03-09T00:00:07Z,26.19,-7.04\n2026-03-09 23:59:59Z,5.00,+19.99\r\n2026-03-09T23:59:59,00.10,-0.00\n';
    expect(quick(text)).toEqual({
      rows: [
        [7000, 26.19, -7.04],
        [86_399_000, 5, 19.99],
        [86_399_000, 0.1, 0],
      ],
      to: text.length,
      lastMs: MIDNIGHT + 86_399_000,
    });
  });

  it('are taken with current first, a decimal comma, other units and the other sign', () => {
    const layout: Partial<PlainLayout> = {
      ...{ order: 'current-voltage', delimiter: ';'.charCodeAt(0), decimal: ','.charCodeAt(0) },
      ...{ voltageDivisors: divisorsFor(1000), currentDivisors: divisorsFor(-1) },
    };
    expect(quick('2026-03-09T00:00:01Z;-12,34;98,70\n', layout).rows).toEqual([[1000, 0.0987, 12.34]]);
  });

  it.each([
    '2026-03-09T00:00:07Z,126.19,-7.04', // three digits before the sign, three behind it, one, none
    '2026-03-09T00:00:07Z,26.195,-7.04',
    '2026-03-09T00:00:07Z,26.1,-7.04',
    '2026-03-09T00:00:07Z,26.19,-7',
    '2026-03-09T00:00:07Z,26.19,-107.04',
    '2026-03-09T00:00:07.250Z,26.19,-7.04',
    '2026-03-09T00:00:07+01:00,26.19,-7.04',
    '2026-03-09T00:00:07Z,60.01,-7.04', // beyond what is possible
    '2026-03-09T00:00:07Z,26.19,-80.01',
    '2026-03-09T00:00:07Z,26.19,80.01',
    '2026-03-09T00:00:07Z,-0.01,-7.04',
    '2026-03-09T00:00:60Z,26.19,-7.04',
    '2026-03-09T24:00:00Z,26.19,-7.04',
    '2026-03-10T00:00:07Z,26.19,-7.04',
    '2026-03-09T00:00:07Z,26.19,-7.04,',
  ])('are not such as %s', (line) => {
    expect(quick(`${line}\n`)).toMatchObject({ rows: [], to: 0 });
  });

  it('are such as lie on the very limits', () => {
    const text = '2026-03-09T00:00:07Z,60.00,-80.00\n2026-03-09T00:00:07Z,0.00,80.00\n';
    expect(quick(text).rows).toEqual([
      [7000, 60, -80],
      [7000, 0, 80],
    ]);
  });

  it('are left to the next reader where cells lie between, or there is no voltage', () => {
    const text = '2026-03-09T00:00:07Z,26.19,-7.04\n';
    for (const k of [0, 1, 2, 3]) {
      const skips: [number, number, number, number] = [0, 0, 0, 0];
      skips[k] = 1;
      expect(quick(text, { skips })).toMatchObject({ rows: [], to: 0 });
    }
    expect(quick(text, { order: 'current' })).toMatchObject({ rows: [], to: 0 });
  });

  it('end at the end of what is asked for, of the room, and of the stretch', () => {
    const line = (second: number) => `2026-03-09T00:00:0${second}Z,26.19,-7.04\n`;
    const text = [1, 2, 3, 4].map(line).join('');
    expect(quick(text, {}, { timeMs: new Float64Array(3) }).to).toBe(3 * line(1).length);
    expect(quick(text, {}, { toMs: MIDNIGHT + 3000 }).to).toBe(2 * line(1).length);
    expect(quick(text, {}, { fromMs: MIDNIGHT + 1001 })).toMatchObject({ rows: [], to: 0 });
    expect(quick(text, {}, { fromMs: MIDNIGHT + 1000, count: 1 }).rows).toHaveLength(5);
  });

  it('by the wall clock skip no hour and repeat none', () => {
    const text = '2026-03-09T01:59:59,26.19,-7.04\n2026-03-09T02:30:00,26.19,-7.04\n2026-03-09T03:00:00,26.19,-7.04\n';
    for (const zone of ['UTC', 'Europe/Berlin', 'America/New_York', 'Asia/Kolkata'])
      expect(quick(text, {}, { zone })).toEqual(plain(text, {}, { zone }));
    // The night in which New York put its clocks forward in 2026 was the eighth.
    const skipped = { bytes: encoder.encode('2026-03-08'), midnightMs: Date.UTC(2026, 2, 8) };
    const bytes = encoder.encode(`${text.replaceAll('-09T', '-08T')}${AFTER}`);
    const into = { ...{ count: 0, fromMs: -Infinity, toMs: Infinity }, ...columns() };
    const clock = new WallClock('America/New_York');
    expect(readPlainestRows(bytes, 0, text.length, LAYOUT, skipped, clock, into)).toBe(text.indexOf('\n') + 1);
  });

  const columns = () => ({
    timeMs: new Float64Array(8),
    voltageV: new Float64Array(8),
    currentA: new Float64Array(8),
  });

  it.each(['2026-03-09T12:34:56Z,26.19,-7.04\r\n', '2026-03-09 02:09:00,5.05,12.34\n'])(
    'are taken as the plain reader takes them, whatever byte stands where: %j',
    (line) => {
      const bytes = encoder.encode(line + line);
      let both = 0;
      for (let k = 0; k < line.length; k++)
        for (let byte = 0; byte < 256; byte++) {
          const changed = bytes.slice();
          changed[k] = byte;
          const [mine, theirs] = [quick(changed), plain(changed)];
          const same = mine.rows.every((row, n) => row.every((value, c) => Object.is(value, theirs.rows[n]?.[c])));
          if (!same || mine.to > theirs.to) expect({ k, byte, ...mine }).toEqual({ k, byte, ...theirs });
          if (mine.rows.length > 0) both++;
        }
      expect(both).toBeGreaterThan(100);
    },
  );

  it('before the plain reader change nothing of what is read together', () => {
    const random = drawsFrom(20_261_128);
    const number = (most: number) => {
      const value = most * (2 * random() - 1);
      return value.toFixed(Math.floor(4 * random()));
    };
    const line = (second: number) =>
      `2026-03-09T11:${String(Math.floor(second / 60)).padStart(2, '0')}:${String(second % 60).padStart(2, '0')}Z,${number(70).replace('-', random() < 0.1 ? '-' : '')},${number(90)}${random() < 0.2 ? '\r' : ''}\n`;
    for (let round = 0; round < 300; round++) {
      const text = Array.from({ length: 6 }, (_, k) => line(10 * k + Math.floor(12 * random()))).join('');
      const together: Reader = (bytes, from, ...rest) =>
        readPlainRows(bytes, readPlainestRows(bytes, from, ...rest), ...rest);
      expect(taken(together, text)).toEqual(plain(text));
    }
  });
});
