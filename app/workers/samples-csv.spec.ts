import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { samplesCsv } from './samples-csv';

const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const isoRow = (time: number, ...figures: number[]) => [new Date(time).toISOString(), ...figures].join(',') + '\n';

describe('samples as CSV', () => {
  it('are what the language itself writes, at any time and for any figure', () => {
    const figure = fc.oneof(
      fc.double({ noNaN: true, min: -1e5, max: 1e5 }),
      fc.integer({ min: -5000, max: 5000 }).map((hundredths) => hundredths / 100),
    );
    const row = fc.tuple(fc.integer({ min: 0, max: Date.parse('2200-01-01') }), figure, figure);
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 20 }), (rows) => {
        const columns = {
          timeMs: Float64Array.from(rows, ([time]) => time),
          voltageV: Float64Array.from(rows, ([, volts]) => volts),
          currentA: Float64Array.from(rows, ([, , amps]) => amps),
        };
        expect(textOf(samplesCsv(columns, false))).toBe(rows.map((one) => isoRow(...one)).join(''));
      }),
    );
  });
  it('keep the longest figures there are', () => {
    const columns = {
      timeMs: Float64Array.of(59_999, 60_000),
      voltageV: Float64Array.of(-1 / 3e7, 1 / 3),
      currentA: Float64Array.of(-(2 ** -1022), -Math.PI * 1e-7),
    };
    const rows = [0, 1].map((k) => isoRow(columns.timeMs[k]!, columns.voltageV[k]!, columns.currentA[k]!));
    expect(textOf(samplesCsv(columns, false))).toBe(rows.join(''));
  });
  it('name their columns, and have no voltage where none was logged', () => {
    const columns = { timeMs: Float64Array.of(1_774_743_000_123), voltageV: null, currentA: Float64Array.of(-4.5) };
    expect(textOf(samplesCsv(columns, true))).toBe('time,current_A\n2026-03-29T00:10:00.123Z,-4.5\n');
    expect(textOf(samplesCsv({ ...columns, voltageV: Float64Array.of(12.8) }, true))).toBe(
      'time,voltage_V,current_A\n2026-03-29T00:10:00.123Z,12.8,-4.5\n',
    );
  });
});
