import Papa from 'papaparse';
import type { Unit, UnitLook } from '../quantity/unit';
import { COMMON_LIMITS } from '../plan/common-limits';
import { AUDIT_LIMITS } from './limits';
import type { Load, PatternId } from './load';
import { newLoad } from './fresh';
import { type DecimalMark, decimalOfCells } from '../text/number-text';
import { readQuantity } from '../text/quantity-text';

/** A row of a table that could not be taken as it stands. row counts from 1 in the block. */
export interface TableRemark {
  row: number;
  column: number;
  code: 'no-name' | 'no-power' | 'not-a-number' | 'two-readings' | 'out-of-range' | 'unknown-word';
  text: string;
}

export interface LoadTable {
  loads: Load[];
  remarks: TableRemark[];
}

/** Columns that are known by name; the order is the one in which a table is written. */
const COLUMNS = {
  name: /^(name|load|what|item|device|appliance)/i,
  group: /^(group|room|where|category)/i,
  quantity: /^(quantity|qty|many|count|number|pieces|pcs)/i,
  supply: /^(supply|ac.?dc|type)/i,
  watts: /^(watts?|power|w)\b/i,
  volts: /^(volts?|voltage|v)\b/i,
  amps: /^(amps?|current|a)\b/i,
  hours: /^(hours?|h)\b/i,
  share: /^(share|duty)/i,
  use: /^use|^runs/i,
  lowPercent: /^low/i,
  highPercent: /^high/i,
  pattern: /^pattern|^when/i,
  days: /^days?/i,
  surge: /^surge|^start/i,
  must: /^must|^critical/i,
  known: /^known/i,
} as const;
type Column = keyof typeof COLUMNS;

/** The unit of a column, which its cells may state, with a prefix too. */
const UNIT_OF: Partial<Record<Column, Unit>> = {
  watts: 'W',
  volts: 'V',
  amps: 'A',
  hours: 'H',
  days: 'Day',
};
/** A bare number is in the unit of its column. */
const BARE: UnitLook = { symbol: '', factor: 1, decimals: 0 };

const PATTERNS: readonly PatternId[] = ['all-day', 'day', 'evening', 'night', 'meals'];
const KNOWN: readonly Load['known'][] = ['logged', 'timed', 'clamp', 'wattmeter', 'nameplate'];

/**
 * Loads out of a block of a spreadsheet or a CSV: a header row is recognised by its names; without one, the columns are
 * name, watts, hours, quantity. Rows that have no name or no power are left out and listed; other odd cells are listed, and
 * their default holds.
 * @param text  tabs, semicolons or commas between cells
 * @param newId gives a fresh id for each load
 */
export function loadsFromTable(text: string, group: string, newId: () => string): LoadTable {
  const rows = Papa.parse(text.trim(), { skipEmptyLines: true, delimiter: delimiterOf(text) }).data;
  const head = rows[0] ?? [];
  const columns = columnsOf(head);
  const header = columns !== null;
  const places =
    columns ??
    new Map<Column, number>([
      ['name', 0],
      ['watts', 1],
      ['hours', 2],
      ['quantity', 3],
    ]);
  // "share %": 1 is one percent there, not the whole.
  const percent = header && /%|percent/i.test(head[places.get('share') ?? -1] ?? '');
  const decimal = decimalOfCells(rows.slice(header ? 1 : 0).flat());
  const table: LoadTable = { loads: [], remarks: [] };
  rows.slice(header ? 1 : 0).forEach((cells, k) => {
    const load = readRow(cells, places, percent, decimal, k + (header ? 2 : 1), group, newId, table.remarks);
    if (load) table.loads.push(load);
  });
  return table;
}

function readRow(
  cells: readonly string[],
  places: ReadonlyMap<Column, number>,
  percent: boolean,
  decimal: DecimalMark,
  row: number,
  group: string,
  newId: () => string,
  remarks: TableRemark[],
): Load | null {
  const textOf = (column: Column) => cells[places.get(column) ?? -1]?.trim().replace(QUOTED_FORMULA, '') ?? '';
  const remark = (column: Column, code: TableRemark['code']) => {
    remarks.push({ row, column: (places.get(column) ?? -1) + 1, code, text: textOf(column) || cells.join(' ') });
  };
  const numberOf = (
    column: Column,
    { min, max, integer }: { min: number; max: number; integer?: boolean },
  ): number | null => {
    const text = textOf(column);
    if (text === '') return null;
    const read = readQuantity(text.replace(/\s*%$/, ''), UNIT_OF[column] ?? 'Count', decimal, BARE);
    if (!read.ok) remark(column, read.code === 'ambiguous' ? 'two-readings' : 'not-a-number');
    else if (read.value < min || read.value > max || (integer && !Number.isInteger(read.value)))
      remark(column, 'out-of-range');
    else return read.value;
    return null;
  };
  const name = textOf('name');
  if (name === '') {
    remark('name', 'no-name');
    return null;
  }
  const watts = numberOf('watts', AUDIT_LIMITS.powerW);
  const volts = numberOf('volts', AUDIT_LIMITS.loadVoltageV);
  const amps = numberOf('amps', AUDIT_LIMITS.loadCurrentA);
  if (watts === null && (volts === null || amps === null)) {
    remark('watts', 'no-power');
    return null;
  }
  const load = newLoad(newId(), textOf('group') || group);
  load.name = name.slice(0, 120);
  load.power =
    watts !== null ? { by: 'watts', powerW: watts } : { by: 'volts-amps', voltageV: volts!, currentA: amps! };
  load.quantity = numberOf('quantity', AUDIT_LIMITS.quantity) ?? 1;
  load.supply = /\b(ac|mains|inverter)\b|230|240|120|110|~/i.test(textOf('supply')) ? 'ac' : 'dc';
  const share = numberOf('share', { min: 0, max: 100 });
  const hours = numberOf('hours', COMMON_LIMITS.hoursPerDay);
  if (/always/i.test(textOf('use'))) load.use = { by: 'always' };
  else if (share !== null) {
    const isPercent = percent || share > 1 || textOf('share').includes('%');
    load.use = { by: 'share', dutyFraction: isPercent ? hundredth(share) : share };
  } else load.use = { by: 'hours', hoursPerDay: hours ?? 1 };
  const low = numberOf('lowPercent', { min: 0, max: 100 });
  const high = numberOf('highPercent', { min: 100, max: 2000 });
  if (low !== null && high !== null) load.spread = { lowFraction: hundredth(low), highFraction: hundredth(high) };
  load.daysPerWeek = numberOf('days', COMMON_LIMITS.daysPerWeek) ?? 7;
  load.surgeFactor = numberOf('surge', AUDIT_LIMITS.surgeFactor) ?? 1;
  load.must = /^(must|yes|y|true|1)/i.test(textOf('must'));
  const pattern = PATTERNS.find((id) => id === textOf('pattern').toLowerCase().replace(' ', '-'));
  if (pattern) load.pattern = { by: 'named', id: pattern };
  else if (textOf('pattern') !== '') remark('pattern', 'unknown-word');
  const known = KNOWN.find((id) => id === textOf('known').toLowerCase());
  if (known) load.known = known;
  else if (textOf('known') !== '') remark('known', 'unknown-word');
  return load;
}

const hundredth = (percent: number) => Number((percent / 100).toPrecision(10));

/** What a spreadsheet takes for a formula when a cell begins with it; a name may, and gets a ' in front, as one that begins so. */
const FORMULA = /^['=+\-@\t\r]/;
/** That ' again, in a table of our own or one that a spreadsheet wrote. */
const QUOTED_FORMULA = /^'(?=['=+\-@\t\r])/;

/** The loads as a table that loadsFromTable reads back; what a table cannot hold (recordings, seasons) stays behind. */
export function tableOfLoads(loads: readonly Load[]): string {
  const head = [
    'name',
    'group',
    'quantity',
    'supply',
    'watts',
    'volts',
    'amps',
    'hours',
    'share %',
    'use',
    'low %',
    'high %',
    'pattern',
    'days a week',
    'surge',
    'must',
    'known',
  ];
  const rows = loads.map((load) => {
    const { power, use, spread } = load;
    return [
      load.name,
      load.group,
      load.quantity,
      load.supply,
      power.by === 'watts' ? power.powerW : '',
      power.by === 'volts-amps' ? power.voltageV : '',
      power.by === 'volts-amps' ? power.currentA : '',
      use.by === 'hours' || use.by === 'timed' ? use.hoursPerDay : '',
      use.by === 'share' ? Number((use.dutyFraction * 100).toPrecision(8)) : '',
      use.by,
      spread ? Number((spread.lowFraction * 100).toPrecision(8)) : '',
      spread ? Number((spread.highFraction * 100).toPrecision(8)) : '',
      load.pattern.by === 'named' ? load.pattern.id : '',
      load.daysPerWeek,
      load.surgeFactor,
      load.must ? 'must' : '',
      load.known,
    ];
  });
  return `${Papa.unparse([head, ...rows], { escapeFormulae: FORMULA })}\n`;
}

/** Null where the row holds no known names: then it is data. A name and a power must be among them. */
function columnsOf(cells: readonly string[]): Map<Column, number> | null {
  const places = new Map<Column, number>();
  cells.forEach((cell, k) => {
    const column = (Object.keys(COLUMNS) as Column[]).find((one) => COLUMNS[one].test(cell.trim()) && !places.has(one));
    if (column) places.set(column, k);
  });
  const hasPower = places.has('watts') || (places.has('volts') && places.has('amps'));
  return places.has('name') && hasPower ? places : null;
}

/** The one that takes a header row apart; without a header, the first of them that stands in the first rows. */
function delimiterOf(text: string): string {
  const byHeader = DELIMITERS.find((delimiter) => {
    const [head] = Papa.parse(text.trim(), { delimiter, preview: 1 }).data;
    return head && columnsOf(head) !== null;
  });
  const top = text.split('\n', 3).join('\n');
  return byHeader ?? DELIMITERS.find((delimiter) => top.includes(delimiter)) ?? ',';
}
const DELIMITERS = ['\t', ';', ','];
