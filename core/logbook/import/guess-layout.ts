import { at } from '../../quantity/guard';
import Papa from 'papaparse';
import type { LogMapping } from '../plan';
import { cellAmount, cellClock, cellNumber, cellTime } from '../../text/cell';
import { type ColumnWords, columnWords } from './column-words';
import { guessSign, type SignRows } from './guess-sign';
import { isLikelyTime } from './likely-time';

/** What a person should look at, and say. */
export type Unsure = 'sign' | 'current' | 'voltage' | 'unit' | 'date-order';

/** What was made out of the head of a file; `unsure` names what a person should look at. */
export interface LayoutGuess {
  mapping: LogMapping;
  columnNames: string[];
  /** The first rows of data as cells. */
  preview: string[][];
  unsure: Unsure[];
}

export type GuessRefusal = { refused: 'empty' | 'binary' | 'no-time-column' | 'no-current-column' };

type TimeFormat = LogMapping['timeFormat'];

/**
 * Guesses how to read a meter's file from its head.
 * @param head      whole lines from the start of the file
 * @param samples   stretches of whole lines from all over the file, for the sign of the current; none: the head alone
 * @param timeZone  the place's, for times that carry no offset
 * @param nominalV  of the bank, for bounds of the possible
 */
export function guessLayout(
  head: string,
  samples: readonly string[],
  timeZone: string,
  nominalV: number,
): LayoutGuess | GuessRefusal {
  if (head.trim() === '') return { refused: 'empty' };
  if (looksBinary(head)) return { refused: 'binary' };
  const delimiter = guessDelimiter(head);
  const rows = Papa.parse(head, { preview: HEAD_ROWS, skipEmptyLines: true, delimiter }).data;
  const decimal = guessDecimal(rows, delimiter);

  const firstData = rows.findIndex((row) => isData(row, decimal));
  if (firstData < 0) return { refused: 'no-time-column' };
  const isWide = (rows[firstData]?.length ?? 0) > 200;
  const data = rows.slice(firstData, firstData + (isWide ? 30 : 200));
  const width = mostCommon(data.map((row) => row.length));
  const full = data.filter((row) => row.length === width);
  const names = namesAbove(rows, firstData, width);
  const columns = Array.from({ length: width }, (_, k) => full.map((row) => row[k] ?? ''));

  const timeColumn = findTimeColumn(columns, names, decimal);
  if (timeColumn < 0) return { refused: 'no-time-column' };
  const timeCells = columns[timeColumn] ?? [];
  const { timeFormat, sure: dateSure } = guessTimeFormat(
    timeCells,
    decimal,
    full.some((row) => row.some((cell) => /\d\s*[ap]\.?m\.?$/i.test(cell.trim()))),
  );
  const hasClock =
    timeFormat.startsWith('epoch') ||
    timeCells.some((cell) => (cellTime(cell, timeFormat, decimal)?.wallMs ?? 0) % DAY_MS !== 0);
  const clockColumn = hasClock
    ? null
    : columns.findIndex((cells, k) => k !== timeColumn && mostly(cells, (cell) => cellClock(cell) !== null));

  const numeric = columns
    .map((cells, k) => numericColumn(cells, k, names[k] ?? '', decimal))
    .filter(({ k, values }) => k !== timeColumn && k !== clockColumn && values.length >= 0.6 * full.length);
  const voltages = byBank(numeric.filter(({ words }) => words.kind === 'voltage'));
  const voltage =
    voltages[0] ?? numeric.find(({ words, values }) => words.kind === 'unknown' && looksLikeVoltage(values));
  const others = numeric.filter((column) => !voltages.includes(column) && column !== voltage);
  const { signed, apart, several } = currentsAmong(others);
  const current = apart?.into ?? signed;
  if (!current) return { refused: 'no-current-column' };

  const voltageUnit = unitOf(voltage, 'mV', 1000) ? 'mV' : 'V';
  const currentUnit = unitOf(current, 'mA', 2000) ? 'mA' : 'A';
  const usualV = voltage ? median(voltage.values) / (voltageUnit === 'mV' && !voltage.stated ? 1000 : 1) : 0;
  const foreign = voltage !== undefined && !(usualV >= LEAST_OF_BANK * nominalV && usualV <= MOST_OF_BANK * nominalV);
  const expectedV = foreign ? usualV : nominalV;
  const inVolts = voltageUnit === 'mV' && !voltage?.stated ? 1000 : 1;
  const sign =
    apart || !voltage
      ? null
      : guessSign(
          stretches(samples.length > 0 ? samples : [rows.slice(firstData)], delimiter, (row) => {
            const volts = amountOf(row[voltage.k] ?? '', decimal, 'V');
            const amps = amountOf(row[signed?.k ?? 0] ?? '', decimal, 'A');
            return volts === null || amps === null ? null : [volts / inVolts, amps];
          }),
          expectedV,
        );
  const unsure: Unsure[] = [];
  if (!apart && sign === null) unsure.push('sign');
  if (several || (!apart && current.words.kind !== 'current')) unsure.push('current');
  if (voltage && (foreign || voltages.length !== 1)) unsure.push('voltage');
  if (unitIsOpen(current, 200) || (voltage !== undefined && unitIsOpen(voltage, 200))) unsure.push('unit');
  if (!dateSure) unsure.push('date-order');
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
      ? { by: 'in-and-out', inColumn: apart.into.k, outColumn: apart.out.k }
      : { by: 'signed', column: current.k, chargingIs: sign ?? 'positive' },
    currentUnit,
    timeZone,
    voltageMaxV: Math.min(VOLTAGE_MOST, 2 * expectedV),
    currentMaxA: 2000,
  };
  return { mapping, columnNames: names, preview: full.slice(0, 8), unsure };
}

interface NumericColumn {
  k: number;
  name: string;
  words: ColumnWords;
  values: number[];
  /** Its cells state their unit themselves. */
  stated: 'V' | 'A' | null;
}

const HEAD_ROWS = 3000;
const DAY_MS = 86_400_000;
/** Shares of the nominal voltage between which a bank usually is: from empty under load to equalising. */
const [LEAST_OF_BANK, MOST_OF_BANK] = [0.7, 1.4];
/** What the book can hold. */
const VOLTAGE_MOST = 10_000;

const amountOf = (cell: string, decimal: '.' | ',', kind: 'V' | 'A'): number | null =>
  cellAmount(cell, decimal, kind)?.value ?? null;

const isNumeric = (cell: string, decimal: '.' | ',') =>
  amountOf(cell, decimal, 'V') !== null || amountOf(cell, decimal, 'A') !== null;

const isData = (row: readonly string[], decimal: '.' | ',') => {
  const timeAt = row.findIndex((cell) => timeFormatOf(cell, decimal) !== null);
  return timeAt >= 0 && row.some((cell, k) => k !== timeAt && isNumeric(cell, decimal));
};

function numericColumn(cells: readonly string[], k: number, name: string, decimal: '.' | ','): NumericColumn {
  const words = columnWords(name);
  const read = (kind: 'V' | 'A') => cells.flatMap((cell) => cellAmount(cell, decimal, kind) ?? []);
  const [volts, amps] = [read('V'), read('A')];
  const stated = (of: typeof volts) => of.filter((one) => one.stated).length > 0.5 * cells.length;
  if (stated(volts))
    return { k, name, words: { ...words, kind: 'voltage' }, values: volts.map((v) => v.value), stated: 'V' };
  if (stated(amps))
    return { k, name, words: { ...words, kind: 'current' }, values: amps.map((a) => a.value), stated: 'A' };
  return { k, name, words, values: amps.map((a) => a.value), stated: null };
}

/** The row above the data; where that holds nothing but units, together with the names above it. */
function namesAbove(rows: readonly string[][], firstData: number, width: number): string[] {
  const at = (k: number) => padded(rows[k] ?? [], width);
  if (firstData === 0) return Array<string>(width).fill('');
  const above = at(firstData - 1);
  const filled = above.filter((cell) => cell !== '');
  const onlyUnits =
    filled.length > 0 && filled.every((cell) => /^[[(]?(m?[va]|k?w|m?ah|k?wh|%|°?c|s|h|min)[\])]?$/i.test(cell));
  if (!onlyUnits || firstData < 2) return above;
  return at(firstData - 2).map((name, k) => `${name} ${above[k] ?? ''}`.trim());
}

/** The name that speaks most for the bank first; those that speak alike stay in order. */
const byBank = (columns: readonly NumericColumn[]): NumericColumn[] =>
  [...columns].sort((a, b) => b.words.ofBank - a.words.ofBank);

/** The column of a signed current, or one in and one out; and whether others could be meant as well. */
function currentsAmong(columns: readonly NumericColumn[]) {
  const named = columns.filter(({ words }) => words.kind === 'current');
  const never = (column: NumericColumn) => column.values.every((value) => value >= 0);
  const into = byBank(named.filter((column) => column.words.way === 'in' && never(column)))[0];
  const out = byBank(named.filter((column) => column.words.way === 'out' && never(column)))[0];
  const bothWays = byBank(named.filter(({ words }) => words.way === null));
  if (into && out && bothWays.length === 0)
    return { signed: undefined, apart: { into, out }, several: named.length > 2 };
  const signed = bothWays[0] ?? byBank(named)[0] ?? columns.find(({ words }) => words.kind === 'unknown');
  return { signed, apart: null, several: named.length > 1 };
}

/** Whether a column is in thousandths: its name says so, or, where neither name nor cells state a unit, its size. */
const unitOf = (column: NumericColumn | undefined, milli: 'mV' | 'mA', from: number): boolean =>
  column !== undefined &&
  column.stated === null &&
  (column.words.unit === milli || (column.words.unit === null && largest(column.values) > from));

/** Nothing states the unit, and the figures are large enough for thousandths. */
const unitIsOpen = ({ words, stated, values }: NumericColumn, from: number): boolean =>
  words.unit === null && stated === null && largest(values) > from;

const largest = (values: readonly number[]) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

/** Volts and amps of stretches of a file; rows that hold neither are passed over. */
function stretches(
  texts: readonly (string | readonly string[][])[],
  delimiter: string,
  read: (row: readonly string[]) => readonly [number, number] | null,
): SignRows[] {
  return texts.map((text) => {
    const rows = typeof text === 'string' ? Papa.parse(text, { delimiter, skipEmptyLines: true }).data : text;
    const pairs = rows.flatMap((row) => {
      const pair = read(row);
      return pair === null ? [] : [pair];
    });
    return { voltageV: pairs.map(([volts]) => volts), currentA: pairs.map(([, amps]) => amps) };
  });
}

/** The one that takes most rows apart into a time and a number; a sign within a remark, or a decimal comma, does not. */
function guessDelimiter(head: string): LogMapping['delimiter'] {
  const lines = head.split(/\r\n|\n|\r/).filter((line) => line.trim() !== '');
  const tail = lines.slice(Math.min(lines.length - 1, Math.max(0, lines.length - 60)));
  const scored = DELIMITERS.map((delimiter) => {
    const rows = Papa.parse(tail.join('\n'), { delimiter, skipEmptyLines: true }).data;
    const good = rows.filter((row) => isData(row, '.') || isData(row, ','));
    return { delimiter, share: rows.length > 0 ? good.length / rows.length : 0 };
  });
  const best = Math.max(...scored.map(({ share }) => share));
  return best > 0 ? (scored.find(({ share }) => share > best - 0.05)?.delimiter ?? ',') : ',';
}
const DELIMITERS = [';', '\t', ',', '|', ' '] as const;

function guessDecimal(rows: readonly string[][], delimiter: string): '.' | ',' {
  if (delimiter === ',') return '.';
  const cells = rows.flat();
  const commas = cells.filter((cell) => /^\s*[+-]?\d+,\d+\s*$/.test(cell)).length;
  const points = cells.filter((cell) => /^\s*[+-]?\d+\.\d+\s*$/.test(cell)).length;
  return commas > points ? ',' : '.';
}

function timeFormatOf(cell: string, decimal: '.' | ','): TimeFormat | null {
  const count = cellNumber(cell, decimal);
  if (isLikelyTime(count * 1000)) return 'epoch-s';
  if (isLikelyTime(count)) return 'epoch-ms';
  for (const format of ['iso', 'dmy', 'mdy'] as const) if (cellTime(cell, format, decimal)) return format;
  return null;
}

function findTimeColumn(columns: readonly string[][], names: readonly string[], decimal: '.' | ','): number {
  const fits = columns.map((cells) => mostly(cells, (cell) => timeFormatOf(cell, decimal) !== null));
  const byName = names.findIndex(
    (name, k) => fits[k] && /time|date|zeit|datum|stamp|heure|hora|fecha|data|tijd|\btid\b|aika/i.test(name),
  );
  return byName >= 0 ? byName : fits.indexOf(true);
}

/**
 * Day before month unless the cells say otherwise; unsure when both readings are possible.
 * @param hasHalves  clocks are written with AM and PM
 */
function guessTimeFormat(
  cells: readonly string[],
  decimal: '.' | ',',
  hasHalves: boolean,
): { timeFormat: TimeFormat; sure: boolean } {
  const first = timeFormatOf(cells[0] ?? '', decimal) ?? 'iso';
  if (first !== 'dmy' && first !== 'mdy') return { timeFormat: first, sure: true };
  const fits = (format: TimeFormat) => mostly(cells, (cell) => cellTime(cell, format, decimal) !== null);
  if (!fits('mdy')) return { timeFormat: 'dmy', sure: true };
  if (!fits('dmy')) return { timeFormat: 'mdy', sure: true };
  const spanOf = (format: TimeFormat) => {
    const times = cells.map((cell) => cellTime(cell, format, decimal)?.wallMs ?? 0);
    return Math.abs(at(times, times.length - 1) - at(times, 0));
  };
  const [dmy, mdy] = [spanOf('dmy'), spanOf('mdy')];
  if (dmy !== mdy) return { timeFormat: dmy < mdy ? 'dmy' : 'mdy', sure: true };
  // Parted by full stops the day comes first; who writes a morning as AM puts the month first.
  if (/^\s*\d+\./.test(cells[0] ?? '')) return { timeFormat: 'dmy', sure: true };
  return { timeFormat: hasHalves ? 'mdy' : 'dmy', sure: false };
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
