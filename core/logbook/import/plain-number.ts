const SPACE = 32;
const PLUS = 43;
const MINUS = 45;
const ZERO = 48;
const CARRIAGE_RETURN = 13;
/** More digits than this are no longer exact. */
const DIGITS_MOST = 15;

/** The bytes that part numbers in a file. */
export interface NumberBytes {
  delimiter: number;
  newline: number;
  decimal: number;
}

/**
 * The number in a cell of the plainest kind: a sign, digits, at most one decimal sign, blanks about it, and nothing else up to the end
 * of the cell.
 * @param from  index of the cell's first byte; the cell ends with a delimiter, a newline or a carriage return
 * @returns     NaN where the cell is anything else: then it is read as text
 * @example plainNumber(Uint8Array.from([45, 49, 44, 53, 59]), 0, { delimiter: 59, newline: 10, decimal: 44 }) // -1.5
 */
export function plainNumber(bytes: Uint8Array, from: number, { delimiter, newline, decimal }: NumberBytes): number {
  let p = from;
  let c = bytes[p]!;
  while (c === SPACE && delimiter !== SPACE) c = bytes[++p]!;
  const negative = c === MINUS;
  if (negative || c === PLUS) c = bytes[++p]!;
  let value = 0;
  let digits = 0;
  let scale = 1;
  let afterPoint = false;
  for (;;) {
    const digit = c - ZERO;
    if (digit >= 0 && digit <= 9) {
      value = value * 10 + digit;
      digits++;
      if (afterPoint) scale *= 10;
    } else if (c === decimal && !afterPoint && c !== delimiter) {
      afterPoint = true;
    } else break;
    c = bytes[++p]!;
  }
  while (c === SPACE && delimiter !== SPACE) c = bytes[++p]!;
  const ends = c === delimiter || c === newline || c === CARRIAGE_RETURN;
  if (digits === 0 || digits > DIGITS_MOST || !ends) return Number.NaN;
  return (negative ? -value : value) / scale;
}
