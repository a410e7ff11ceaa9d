import { describe, expect, it } from 'vitest';
import { PLAIN_MAPPING } from '../../kept-spec/plain-mapping.data';
import type { LogMapping } from '../plan';
import { OPEN_QUOTE_MARK, RowReader, type RowSink } from './row-reader';

const encoder = new TextEncoder();
const NOON = Date.UTC(2026, 2, 9, 12);
const row = (k: number) => `2026-03-09T12:00:${String(k).padStart(2, '0')},12.${k},-${k}.5`;

/** How many of the rows are laid down without a call, and which come by one. */
function read(rows: readonly string[], mapping: Partial<LogMapping> = {}, columns = 3, room = 8) {
  const called: number[] = [];
  const rejected: string[] = [];
  const laid: [number, number, number][] = [];
  const target = {
    count: 0,
    timeMs: new Float64Array(room),
    voltageV: new Float64Array(room),
    currentA: new Float64Array(room),
    fromMs: -Infinity,
    toMs: Infinity,
  };
  const empty = () => {
    for (let k = 0; k < target.count; k++)
      laid.push([target.timeMs[k]! - NOON, target.voltageV[k]!, target.currentA[k]!]);
    target.count = 0;
  };
  const sink: RowSink = {
    target,
    makeRoom: empty,
    row: (number, timeMs, voltageV, currentA) => {
      called.push(number);
      empty();
      laid.push([timeMs - NOON, voltageV, currentA]);
    },
    reject: (number, column, code, text) => rejected.push(`${number} ${column} ${code} ${text}`),
  };
  const decode = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
  const reader = new RowReader({ ...PLAIN_MAPPING, ...mapping }, sink, { decode }, columns);
  reader.push(encoder.encode(`time,V,A\n${rows.join('\n')}\n`));
  reader.end();
  empty();
  return { called, rejected, laid, count: reader.rowsRead };
}
const twenty = Array.from({ length: 20 }, (_, k) => row(k + 1));
const values = twenty.map((_, k) => [(k + 1) * 1000, Number(`12.${k + 1}`), -(k + 1.5)]);

describe('the row reader', () => {
  it('lays plain rows down without a call for each, once it knows their date; room is made as it is needed', () => {
    const { called, rejected, laid, count } = read(twenty);
    expect(called).toEqual([2]);
    expect(rejected).toEqual([]);
    expect(laid).toEqual(values);
    expect(count).toBe(20);
  });
  it.each<[string, Partial<LogMapping>, (line: string) => string, number]>([
    ['cells after', {}, (line) => `${line},ok,1`, 5],
    [
      'a cell before',
      { timeColumn: 1, voltageColumn: 2, current: { by: 'signed', column: 3, chargingIs: 'positive' } },
      (line) => `7,${line}`,
      4,
    ],
    [
      'a cell between',
      { current: { by: 'signed', column: 3, chargingIs: 'positive' } },
      (line) => line.replace(/,-/, ',80,-'),
      4,
    ],
    [
      'the current first',
      { voltageColumn: 2, current: { by: 'signed', column: 1, chargingIs: 'positive' } },
      (line) => line.replace(/,(.*),(.*)$/, ',$2,$1'),
      3,
    ],
  ])('does so with %s', (_, mapping, line, columns) => {
    const { called, laid } = read(twenty.map(line), mapping, columns);
    expect(called).toEqual([2]);
    expect(laid).toEqual(values);
  });
  it('goes through a call what is not plain, and comes back to plain rows', () => {
    const odd = [...twenty.slice(0, 5), '2026-03-09T12:00:06,12.6 V,-6.5', ...twenty.slice(6)];
    const { called, laid } = read(odd);
    expect(called).toEqual([2, 7]);
    expect(laid).toEqual(values);
  });
  it('lists a line whose quote was left open by what stood in it, up to 120 bytes of it', () => {
    const mark = String.fromCharCode(OPEN_QUOTE_MARK);
    const open = (text: string) => read([...twenty.slice(0, 2), `${mark}${text}`, ...twenty.slice(3)]);
    expect(open('a "b, 12.5').rejected).toEqual(['4 1 open-quote a "b, 12.5']);
    expect(open('x'.repeat(300)).rejected).toEqual([`4 1 open-quote ${'x'.repeat(120)}`]);
    expect(open('x').laid).toEqual(values.filter((_, k) => k !== 2));
  });
  it('says what is wrong with a cell, and in which column: nothing, no number, no clock, beyond what can be', () => {
    const good = twenty[0]!;
    const listed = (line: string, more: Partial<LogMapping> = {}, columns = 3) =>
      read([good, line], more, columns).rejected.map((one) => one.split(' ').slice(0, 3).join(' '));
    const at = '2026-03-09T12:00:30';
    expect(listed(`${at},12.6,Ladestrom fünf`)).toEqual(['3 3 not-a-number']);
    expect(listed(`${at}, ,1`)).toEqual(['3 2 empty-cell']);
    expect(listed(' ,12.6,1')).toEqual(['3 1 empty-cell']);
    expect(listed('noon,12.6,1')).toEqual(['3 1 not-a-time']);
    expect(listed(`${at},12.6,1e9`)).toEqual(['3 3 current-impossible']);
    expect(listed(`${at},-0.1,1`)).toEqual(['3 2 voltage-impossible']);
    // Currents apart: what is too much is said of the first of the two.
    const apart = { current: { by: 'in-and-out', inColumn: 2, outColumn: 3 } } as const;
    expect(listed(`${at},12.6,0,1e9`, apart, 4)).toContain('3 3 current-impossible');
    const clocked = { timeColumn: 0, clockColumn: 3 };
    const listedBy = (clock: string) =>
      read([`2026-03-09,12.6,1,12:00`, `2026-03-09,12.6,1,${clock}`], clocked, 4).rejected.map((one) =>
        one.split(' ').slice(0, 3).join(' '),
      );
    expect([listedBy('12:01'), listedBy('25:00'), listedBy('7.5')]).toEqual([
      [],
      ['3 4 not-a-time'],
      ['3 4 not-a-time'],
    ]);
  });
  it('learns each new date by one row', () => {
    const next = (line: string) => line.replace('03-09', '03-10');
    const { called, laid } = read([...twenty.slice(0, 3), ...twenty.slice(0, 3).map(next)]);
    expect(called).toEqual([2, 5]);
    expect(laid.at(-1)?.[0]).toBe(86_400_000 + 3000);
  });
  it('has nothing plain in other dates, in currents apart, and with a number before the time', () => {
    const all = twenty.map((_, k) => k + 2);
    expect(
      read(twenty, { current: { by: 'in-and-out', inColumn: 1, outColumn: 2 }, voltageColumn: null }).called,
    ).toEqual(all);
    const dmy = twenty.map((line) => line.replace('2026-03-09T', '09/03/2026 '));
    expect(read(dmy, { timeFormat: 'dmy' }).called).toEqual(all);
    const last = twenty.map((line) => line.split(',').reverse().join(','));
    expect(read(last, { timeColumn: 2, current: { by: 'signed', column: 0, chargingIs: 'positive' } }).called).toEqual(
      all,
    );
  });
  it('tries again now and then where nothing was plain for long', () => {
    const odd = Array.from({ length: 200 }, (_, k) => `2026-03-09T11:00:00,12.5 V,${k}`);
    const { called } = read([...odd, ...Array.from({ length: 100 }, () => row(1))], {}, 3, 512);
    expect(called.length).toBeGreaterThan(200);
    expect(called.length).toBeLessThan(266);
  });
});
