import Papa from 'papaparse';
import type { LogMapping } from '../../rig/logbook';
import { cellClock, cellNumber, cellTime } from './cell';

/** What was made out of the head of a file; `unsure` names what a person should look at. */
export interface LayoutGuess {
  mapping: LogMapping;
  columnNames: string[];
  /** The first rows of data as cells. */
  preview: string[][];
  unsure: ('date-order' | 'sign' | 'voltage' | 'current')[];
}

export type GuessRefusal = { refused: 'empty' | 'binary' | 'no-time-column' | 'no-current-column' };

type TimeFormat = LogMapping['timeFormat'];

const VOLTAGE_NAME = /volt|spannung|tension|(^|[^a-z])[uv]([^a-z]|$)/i;
const CURRENT_NAME = /current|amps?\b|ampere|strom|courant|corrente|(^|[^a-z])[ia]([^a-z]|$)/i;
const NOT_CURRENT_NAME = /ah\b|amp.?hour|wh\b|watt|power|temp|soc|state|percent|%/i;
const IN_NAME = /charg(?!.*dis)|\bin\b|_in\b|in_|laden|ladung/i;
const OUT_NAME = /discharg|\bout\b|_out\b|out_|entlad|load|consum/i;
const MILLI = /\bm[va]\b|milli|[_(\s[]m[va][)\]]?/i;

/**
 * Guesses how to read a meter's file from its head.
 * @param head      whole lines from the start of the file
 * @param samples   whole lines from further on, for the sign of the current; may be empty
 * @param timeZone  the place's, for times that carry no offset
 * @param nominalV  of the bank, for bounds of the possible
 */
export function guessLayout(
  head: string,
  samples: string,
  timeZone: string,
  nominalV: number,
): LayoutGuess | GuessRefusal {
  if (head.trim() === '') return { refused: 'empty' };
  if (looksBinary(head)) return { refused: 'binary' };
  const parsed = Papa.parse(head, { preview: 400, skipEmptyLines: true, delimiter: guessDelimiter(head) });
  const rows = parsed.data;
  const delimiter = parsed.meta.delimiter as LogMapping['delimiter'];
  const decimal = guessDecimal(rows, delimiter);

  const firstData = rows.findIndex(
    (row) =>
      row.some((cell) => timeFormatOf(cell, decimal) !== null) &&
      row.some((cell) => !Number.isNaN(cellNumber(cell, decimal))),
  );
  if (firstData < 0) return { refused: 'no-time-column' };
  const data = rows.slice(firstData, firstData + 200);
  const width = mostCommon(data.map((row) => row.length));
  const full = data.filter((row) => row.length === width);
  const names = firstData > 0 ? padded(rows[firstData - 1]!, width) : Array.from({ length: width }, () => '');
  const columns = Array.from({ length: width }, (_, k) => full.map((row) => row[k]!));

  const timeColumn = findTimeColumn(columns, names, decimal);
  if (timeColumn < 0) return { refused: 'no-time-column' };
  const { timeFormat, sure: dateSure } = guessTimeFormat(columns[timeColumn]!, decimal);
  const hasClock = columns[timeColumn]!.some((cell) => /\d:\d/.test(cell)) || timeFormat.startsWith('epoch');
  const clockColumn = hasClock
    ? null
    : columns.findIndex((cells, k) => k !== timeColumn && mostly(cells, (cell) => cellClock(cell) !== null));

  const numeric = columns
    .map((cells, k) => ({
      k,
      name: names[k]!,
      values: cells.map((cell) => cellNumber(cell, decimal)).filter((v) => !Number.isNaN(v)),
    }))
    .filter(({ k, values }) => k !== timeColumn && k !== clockColumn && values.length >= 0.6 * full.length);
  const named = (wanted: RegExp) => numeric.find(({ name }) => wanted.test(name) && !NOT_CURRENT_NAME.test(name));
  const voltage =
    named(VOLTAGE_NAME) ??
    numeric.find(
      ({ name, values }) => !NOT_CURRENT_NAME.test(name) && !CURRENT_NAME.test(name) && looksLikeVoltage(values),
    );
  const others = numeric.filter((column) => column !== voltage && !NOT_CURRENT_NAME.test(column.name));
  const out = others.find(({ name }) => OUT_NAME.test(name));
  const into = others.find((column) => column !== out && IN_NAME.test(column.name));
  const apart = out && into;
  const current = others.find(({ name }) => CURRENT_NAME.test(name)) ?? others[0];
  if (!current) return { refused: 'no-current-column' };

  const sign = apart
    ? 'positive'
    : guessSign(
        samples === '' ? rows.slice(firstData) : Papa.parse(samples, { delimiter }).data,
        voltage?.k,
        current.k,
        decimal,
      );
  const voltageUnit = voltage && (MILLI.test(voltage.name) || median(voltage.values) > 1000) ? 'mV' : 'V';
  const usualV = voltage ? median(voltage.values) / (voltageUnit === 'mV' ? 1000 : 1) : 0;
  const foreign = usualV > 2 * nominalV;
  const expectedV = foreign ? usualV : nominalV;
  const unsure: LayoutGuess['unsure'] = [];
  if (!dateSure) unsure.push('date-order');
  if (!apart && sign === null) unsure.push('sign');
  if (voltage && (foreign || !VOLTAGE_NAME.test(voltage.name))) unsure.push('voltage');
  if (!apart && !CURRENT_NAME.test(current.name)) unsure.push('current');
  const mapping: LogMapping = {
    delimiter,
    headerRows: lineOfRow(head, firstData),
    decimal,
    timeFormat,
    timeColumn,
    clockColumn: clockColumn === null || clockColumn < 0 ? null : clockColumn,
    voltageColumn: voltage?.k ?? null,
    voltageUnit,
    current: apart
      ? { by: 'in-and-out', inColumn: into.k, outColumn: out.k }
      : { by: 'signed', column: current.k, chargingIs: sign ?? 'positive' },
    currentUnit: MILLI.test(current.name) ? 'mA' : 'A',
    timeZone,
    voltageMaxV: 2 * expectedV,
    currentMaxA: 2000,
  };
  return { mapping, columnNames: names, preview: full.slice(0, 8), unsure };
}

/** Papaparse chooses among its usual four; a decimal comma must not be taken for a delimiter. */
function guessDelimiter(head: string): string {
  const lines = head.split(/\r\n|\n|\r/, 60).filter((line) => line.trim() !== '');
  const tail = lines.slice(Math.floor(lines.length / 2));
  const steady = [';', '\t', '|', ','].find((delimiter) => {
    const counts = tail.map((line) => line.split(delimiter).length);
    return (
      mostCommon(counts) > 1 && counts.filter((count) => count === mostCommon(counts)).length >= 0.7 * counts.length
    );
  });
  return steady ?? (tail.every((line) => line.trim().split(/ +/).length > 2) ? ' ' : ',');
}

function guessDecimal(rows: readonly string[][], delimiter: string): '.' | ',' {
  if (delimiter === ',') return '.';
  const cells = rows.flat();
  const commas = cells.filter((cell) => /^\s*[+-]?\d+,\d+\s*$/.test(cell)).length;
  const points = cells.filter((cell) => /^\s*[+-]?\d+\.\d+\s*$/.test(cell)).length;
  return commas > points ? ',' : '.';
}

function timeFormatOf(cell: string, decimal: '.' | ','): TimeFormat | null {
  const count = cellNumber(cell, decimal);
  if (count >= 6e8 && count < 4.2e9) return 'epoch-s';
  if (count >= 6e11 && count < 4.2e12) return 'epoch-ms';
  for (const format of ['iso', 'dmy', 'mdy'] as const) if (cellTime(cell, format, decimal)) return format;
  return null;
}

function findTimeColumn(columns: readonly string[][], names: readonly string[], decimal: '.' | ','): number {
  const fits = columns.map((cells) => mostly(cells, (cell) => timeFormatOf(cell, decimal) !== null));
  const byName = names.findIndex(
    (name, k) => fits[k] && /time|date|zeit|datum|stamp|heure|hora|fecha|data/i.test(name),
  );
  return byName >= 0 ? byName : fits.indexOf(true);
}

/** Day before month unless the cells say otherwise; unsure when both readings are possible. */
function guessTimeFormat(cells: readonly string[], decimal: '.' | ','): { timeFormat: TimeFormat; sure: boolean } {
  const first = timeFormatOf(cells[0] ?? '', decimal) ?? 'iso';
  if (first !== 'dmy' && first !== 'mdy') return { timeFormat: first, sure: true };
  const fits = (format: TimeFormat) => mostly(cells, (cell) => cellTime(cell, format, decimal) !== null);
  if (!fits('mdy')) return { timeFormat: 'dmy', sure: true };
  if (!fits('dmy')) return { timeFormat: 'mdy', sure: true };
  const spanOf = (format: TimeFormat) => {
    const times = cells.map((cell) => cellTime(cell, format, decimal)?.wallMs ?? 0);
    return Math.abs(times[times.length - 1]! - times[0]!);
  };
  const [dmy, mdy] = [spanOf('dmy'), spanOf('mdy')];
  if (dmy !== mdy) return { timeFormat: dmy < mdy ? 'dmy' : 'mdy', sure: true };
  return { timeFormat: 'dmy', sure: (cells[0] ?? '').includes('.') };
}

/** Charging lifts the voltage: the sign that makes current and voltage rise together. Null when they say nothing. */
function guessSign(
  rows: readonly string[][],
  voltageColumn: number | undefined,
  currentColumn: number,
  decimal: '.' | ',',
): 'positive' | 'negative' | null {
  if (voltageColumn === undefined) return null;
  const pairs = rows
    .map(
      (row) => [cellNumber(row[voltageColumn] ?? '', decimal), cellNumber(row[currentColumn] ?? '', decimal)] as const,
    )
    .filter(([v, i]) => !Number.isNaN(v) && !Number.isNaN(i));
  const count = pairs.length;
  if (count < 20) return null;
  const meanV = pairs.reduce((sum, [v]) => sum + v, 0) / count;
  const meanI = pairs.reduce((sum, [, i]) => sum + i, 0) / count;
  let [vv, ii, vi] = [0, 0, 0];
  for (const [v, i] of pairs) {
    vv += (v - meanV) ** 2;
    ii += (i - meanI) ** 2;
    vi += (v - meanV) * (i - meanI);
  }
  const together = vi / Math.sqrt(vv * ii);
  if (!(Math.abs(together) > 0.3)) return null;
  return together > 0 ? 'positive' : 'negative';
}

function looksLikeVoltage(values: readonly number[]): boolean {
  const middle = median(values);
  const scale = middle > 1000 ? 1000 : 1;
  const spread = Math.max(...values) - Math.min(...values);
  return middle / scale > 5 && middle / scale < 120 && spread < 0.4 * middle;
}

/** Index of the physical line on which a parsed row stands; blank lines count as lines but not as rows. */
function lineOfRow(head: string, row: number): number {
  const lines = head.split(/\r\n|\n|\r/);
  let seen = -1;
  return lines.findIndex((line) => line !== '' && ++seen === row);
}

function looksBinary(text: string): boolean {
  let odd = 0;
  for (let k = 0; k < text.length; k++) {
    const code = text.charCodeAt(k);
    if (code === 0) return true;
    if (code === 0xfffd || (code < 32 && code !== 9 && code !== 10 && code !== 13)) odd++;
  }
  return odd > text.length * 0.05;
}

const mostly = (cells: readonly string[], test: (cell: string) => boolean) =>
  cells.length > 0 && cells.filter(test).length >= 0.8 * cells.length;

const padded = (cells: readonly string[], width: number) =>
  Array.from({ length: width }, (_, k) => (cells[k] ?? '').trim());

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

function mostCommon(counts: readonly number[]): number {
  const tally = new Map<number, number>();
  for (const count of counts) tally.set(count, (tally.get(count) ?? 0) + 1);
  return [...tally.entries()].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
}
