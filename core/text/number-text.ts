/** The decimal sign of a column or a locale; "either" where nothing says which. */
export type DecimalMark = '.' | ',' | 'either';

export type TextIssue = 'empty' | 'not-a-number' | 'ambiguous' | 'other-unit';

export interface NumberText {
  value: number;
  /** What stands behind the number, trimmed: a unit, or nothing. */
  rest: string;
}

const PARTS = /^([+-]?)(\d[\d.,' ]*|[.,]\d+)(e[+-]?\d+)?\s*(\D.*)?$/i;
const BLANKS = /[\u00a0\u2000-\u200a\u202f\u205f]/g;
const APOSTROPHES = /[\u2019\u02bc`]/g;
const MINUSES = /^[\u2212\u2013]/;

/**
 * A number as a person or a meter writes it, with whatever follows it. Thousands are understood where they leave no doubt: parted
 * by blanks or apostrophes, or by the sign that is not the decimal one. With "either", one comma before just three digits can
 * mean both and is `ambiguous`; a single point is the decimal sign, as this program prints it.
 * @example readNumber('12 345.5 W', 'either').value // 12345.5
 */
export function readNumber(text: string, decimal: DecimalMark): NumberText | TextIssue {
  const plain = text.replace(BLANKS, ' ').replace(APOSTROPHES, "'").trim().replace(MINUSES, '-');
  if (plain === '') return 'empty';
  const match = PARTS.exec(plain);
  if (!match) return 'not-a-number';
  const [, sign = '', body = '', exponent = '', rest = ''] = match;
  const digits = plainDigits(body.trim(), decimal);
  if (digits === 'ambiguous' || digits === null) return digits ?? 'not-a-number';
  return { value: Number(`${sign}${digits}${exponent}`), rest: rest.trim() };
}

/** The body of a number with a point for its decimal sign and without thousands; null where its signs make no sense. */
function plainDigits(body: string, decimal: DecimalMark): string | null {
  if (/[ ']/.test(body)) {
    const groups = /^(\d{1,3}(?:([ '])\d{3})(?:\2\d{3})*)(?:([.,])(\d*))?$/.exec(body);
    if (!groups) return null;
    const [, whole = '', , mark, fraction] = groups;
    if (mark !== undefined && decimal !== 'either' && mark !== decimal) return null;
    return whole.replace(/[ ']/g, '') + (mark === undefined ? '' : `.${fraction ?? ''}`);
  }
  const [commas, points] = [body.split(',').length - 1, body.split('.').length - 1];
  if (commas === 0 && points === 0) return body;
  if (commas > 0 && points > 0) {
    const mark = body.lastIndexOf(',') > body.lastIndexOf('.') ? ',' : '.';
    if (decimal !== 'either' && mark !== decimal) return null;
    return withGroups(body, mark === ',' ? '.' : ',', mark);
  }
  const mark = commas > 0 ? ',' : '.';
  const count = commas + points;
  const grouped = isGrouped(body, mark);
  if (decimal === mark) return count === 1 ? body.replace(',', '.') : null;
  if (decimal !== 'either') return grouped ? body.split(mark).join('') : null;
  if (count > 1) return grouped ? body.split(mark).join('') : null;
  return mark === ',' && grouped ? 'ambiguous' : body.replace(',', '.');
}

function withGroups(body: string, group: string, mark: string): string | null {
  const [whole = '', fraction = '', more] = body.split(mark);
  if (more !== undefined || !isGrouped(whole, group) || fraction.includes(group)) return null;
  return `${whole.split(group).join('')}.${fraction}`;
}

/** Whether a sign parts a body into thousands: 1,234 and 12,345,678, not 0,500 or 1234,567. */
function isGrouped(body: string, group: string): boolean {
  const [first = '', ...others] = body.split(group);
  return /^[1-9]\d{0,2}$/.test(first) && others.length > 0 && others.every((part) => /^\d{3}$/.test(part));
}

/**
 * The decimal sign that the cells of a table speak for: the one that some of them cannot have for thousands. "either" where none
 * does, or both.
 * @example decimalOfCells(['1,25', '3,5']) // ","
 */
export function decimalOfCells(cells: Iterable<string>): DecimalMark {
  let [comma, point] = [false, false];
  for (const cell of cells) {
    const body = cell.replace(BLANKS, ' ').trim();
    if (/^[+-]?(?:\d+,\d{1,2}|\d+,\d{4,}|0,\d+|\d{4,},\d+|[\d.]+\.\d{3},\d*)(?!\d)/.test(body)) comma = true;
    if (/^[+-]?(?:\d+\.\d{1,2}|\d+\.\d{4,}|0\.\d+|\d{4,}\.\d+|[\d,]+,\d{3}\.\d*)(?!\d)/.test(body)) point = true;
  }
  return comma === point ? 'either' : comma ? ',' : '.';
}
