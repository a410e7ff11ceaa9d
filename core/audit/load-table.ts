import Papa from 'papaparse';
import type { Unit, UnitLook } from '../quantity/unit';
import type { Limit } from '../plan/limit';
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
  code:
    | 'unknown-head'
    | 'no-name'
    | 'no-power'
    | 'no-hours'
    | 'not-a-number'
    | 'two-readings'
    | 'out-of-range'
    | 'unknown-word';
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
  supply: /^(supply|type|ac\W*(or)?\W*dc|[ad]c$)/i,
  watts: /^((rated|nominal|running)\s+)?(watts?|wattage|power|k?w|milliwatts?|kilowatts?)\b/i,
  volts: /^(volts?|voltage|m?v|millivolts?)\b/i,
  amps: /^(amps?|amperes?|current|m?a|milliamps?)\b/i,
  hours: /^(daily\s+|run(ning)?\s*)?(hours?|hrs?|h|minutes?|mins?)\b/i,
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
/** What a head may say that its bare numbers are in, and what that comes to in the column's own unit. */
const STATED: Partial<Record<Column, readonly (readonly [RegExp, number])[]>> = {
  watts: [
    [/\bkW\b|kilowatt/i, 1000],
    [/\bmW\b|milliwatt/, 0.001],
  ],
  volts: [
    [/\bkV\b|kilovolt/i, 1000],
    [/mV|millivolt/, 0.001],
  ],
  amps: [
    [/\bkA\b/, 1000],
    [/\bmA\b|milliamp/i, 0.001],
  ],
  hours: [[/\bmin(ute)?s?\b/i, 1 / 60]],
};
/** Days of the time in which the hours of a column run. */
const PERIOD_DAYS: readonly (readonly [RegExp, number])[] = [
  [/\b(weeks?|wk|weekly)\b/i, 7],
  [/\b(months?|monthly)\b/i, 365.25 / 12],
  [/\b(years?|yr|yearly)\b/i, 365.25],
];
/** Hours a day of a load that says none. */
const BLANK_HOURS = 1;
/** A bare number is in the unit of its column, or in that which the head states. */
const BARE: UnitLook = { symbol: '', factor: 1, decimals: 0 };

const PATTERNS: readonly PatternId[] = ['all-day', 'day', 'evening', 'night', 'meals'];
const KNOWN: readonly Load['known'][] = ['logged', 'timed', 'clamp', 'wattmeter', 'nameplate'];

/**
 * Loads out of a block of a spreadsheet or a CSV: a header row is recognised by its names; without one, the columns are
 * name, watts, hours, quantity. Rows that have no name or no power are left out and listed; other odd cells are listed, and
 * their default holds.
 * Where nothing says for how long, an hour a day is assumed and remarked.
 * @param text  tabs, semicolons or commas between cells
 * @param newId gives a fresh id for each load
 */
export function loadsFromTable(text: string, group: string, newId: () => string): LoadTable {
  const rows = Papa.parse(text.trim(), { skipEmptyLines: true, delimiter: delimiterOf(text) }).data;
  const head = rows[0] ?? [];
  const columns = columnsOf(head);
  const header = columns !== null;
  // Names that say neither watts nor volts and amps: by its place 100 Wh would be taken for 100 W.
  if (!header && head.length > 1 && !/\d/.test(head.join('')))
    return { loads: [], remarks: [{ row: 1, column: 0, code: 'unknown-head', text: head.join(', ') }] };
  const places =
    columns ??
    new Map<Column, number>([
      ['name', 0],
      ['watts', 1],
      ['hours', 2],
      ['quantity', 3],
    ]);
  const body = rows.slice(header ? 1 : 0);
  const table: LoadTable = { loads: [], remarks: [] };
  const headOf = (column: Column) => (header ? (head[places.get(column) ?? -1] ?? '') : '');
  const how: TableReading = {
    places,
    // "share %": 1 is one percent there, not the whole.
    sharesInPercent: /%|percent/i.test(headOf('share')),
    unitOf: (column) => STATED[column]?.find(([said]) => said.test(headOf(column)))?.[1] ?? 1,
    periodDays: PERIOD_DAYS.find(([said]) => said.test(headOf('hours')))?.[1] ?? 1,
    decimal: decimalOfCells(body.flat()),
    group,
    newId,
  };
  for (const [k, cells] of body.entries()) {
    const load = new RowOfTable(cells, k + (header ? 2 : 1), how, table.remarks).load();
    if (load) table.loads.push(load);
  }
  return table;
}

/** How the rows of a table are to be read. */
interface TableReading {
  places: ReadonlyMap<Column, number>;
  sharesInPercent: boolean;
  /** What a bare one of a column comes to in the column’s own unit: 1000 where the head says kW. */
  unitOf: (column: Column) => number;
  /** In which the hours of a row run: 7 where they are those of a week. */
  periodDays: number;
  decimal: DecimalMark;
  /** Of loads that name none. */
  group: string;
  newId: () => string;
}

/** One row of a table of loads; what is wrong about it goes to the remarks. */
class RowOfTable {
  constructor(
    private readonly cells: readonly string[],
    private readonly row: number,
    private readonly how: TableReading,
    private readonly remarks: TableRemark[],
  ) {}

  /** Null where it has no name or no power. */
  load(): Load | null {
    const name = this.text('name');
    if (name === '') return this.without('name', 'no-name');
    const power = this.power();
    if (!power) return this.without('watts', 'no-power');
    const load = newLoad(this.how.newId(), this.text('group') || this.how.group);
    const daysPerWeek = this.number('days', COMMON_LIMITS.daysPerWeek) ?? 7;
    return {
      ...load,
      name: name.slice(0, 120),
      power,
      quantity: this.number('quantity', AUDIT_LIMITS.quantity) ?? 1,
      supply: /\b(ac|mains|inverter)\b|230|240|120|110|~/i.test(this.text('supply')) ? 'ac' : 'dc',
      use: this.use(daysPerWeek),
      spread: this.spread(),
      daysPerWeek,
      surgeFactor: this.number('surge', AUDIT_LIMITS.surgeFactor) ?? 1,
      must: /^(must|yes|y|true|1)/i.test(this.text('must')),
      pattern: this.pattern() ?? load.pattern,
      known: this.word('known', KNOWN, this.text('known').toLowerCase()) ?? load.known,
    };
  }

  private power(): Load['power'] | null {
    const powerW = this.number('watts', AUDIT_LIMITS.powerW);
    const voltageV = this.number('volts', AUDIT_LIMITS.loadVoltageV);
    const currentA = this.number('amps', AUDIT_LIMITS.loadCurrentA);
    if (powerW !== null) return { by: 'watts', powerW };
    return voltageV === null || currentA === null ? null : { by: 'volts-amps', voltageV, currentA };
  }

  private use(daysPerWeek: number): Load['use'] {
    const share = this.number('share', inPercent(COMMON_LIMITS.dutyFraction));
    const hours = this.hours(daysPerWeek);
    if (/always/i.test(this.text('use'))) return { by: 'always' };
    if (share === null) {
      // An odd cell has been remarked already.
      if (this.text('hours') === '' && this.text('share') === '') this.remark('hours', 'no-hours');
      return { by: 'hours', hoursPerDay: hours ?? BLANK_HOURS };
    }
    const isPercent = this.how.sharesInPercent || share > 1 || this.text('share').includes('%');
    const dutyFraction = isPercent ? hundredth(share) : share;
    // Of hours that are stated it is a share of these.
    return hours === null || hours >= 24
      ? { by: 'share', dutyFraction }
      : { by: 'hours', hoursPerDay: Number((hours * dutyFraction).toPrecision(10)) };
  }

  /** A day, on days of use: where the head says a week, a month or a year, its hours lie on the days of that. */
  private hours(daysPerWeek: number): number | null {
    const { periodDays } = this.how;
    if (periodDays === 1) return this.number('hours', COMMON_LIMITS.hoursPerDay);
    const days = (periodDays * daysPerWeek) / 7;
    const { min, max } = COMMON_LIMITS.hoursPerDay;
    const hours = days > 0 ? this.number('hours', { min: min * days, max: max * days }) : null;
    return hours === null ? null : Number((hours / days).toPrecision(10));
  }

  private spread(): Load['spread'] {
    const low = this.number('lowPercent', inPercent(AUDIT_LIMITS.spreadLow));
    const high = this.number('highPercent', inPercent(AUDIT_LIMITS.spreadHigh));
    return low === null || high === null ? null : { lowFraction: hundredth(low), highFraction: hundredth(high) };
  }

  private pattern(): Load['pattern'] | null {
    const id = this.word('pattern', PATTERNS, this.text('pattern').toLowerCase().replace(' ', '-'));
    return id && { by: 'named', id };
  }

  /** One of the words that a column knows; null where it is empty, or holds another, which is remarked. */
  private word<Word extends string>(column: Column, known: readonly Word[], text: string): Word | null {
    const found = known.find((word) => word === text) ?? null;
    if (found === null && text !== '') this.remark(column, 'unknown-word');
    return found;
  }

  private text(column: Column): string {
    return this.cells[this.how.places.get(column) ?? -1]?.trim().replace(QUOTED_FORMULA, '') ?? '';
  }

  private number(column: Column, { min, max, integer }: Limit): number | null {
    const text = this.text(column);
    if (text === '') return null;
    const bare = { ...BARE, factor: 1 / this.how.unitOf(column) };
    const read = readQuantity(text.replace(/\s*%$/, ''), UNIT_OF[column] ?? 'Count', this.how.decimal, bare);
    if (!read.ok) this.remark(column, read.code === 'ambiguous' ? 'two-readings' : 'not-a-number');
    else if (read.value < min || read.value > max || (integer && !Number.isInteger(read.value)))
      this.remark(column, 'out-of-range');
    else return read.value;
    return null;
  }

  private without(column: Column, code: TableRemark['code']): null {
    this.remark(column, code);
    return null;
  }

  private remark(column: Column, code: TableRemark['code']): void {
    const place = (this.how.places.get(column) ?? -1) + 1;
    this.remarks.push({ row: this.row, column: place, code, text: this.text(column) || this.cells.join(' ') });
  }
}

const inPercent = ({ min, max }: Limit): Limit => ({ min: 100 * min, max: 100 * max });
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
