import { fromShown, type Unit, type UnitLook } from '../quantity/unit';
import { type DecimalMark, readNumber, type TextIssue } from './number-text';
import { unitScale } from './unit-text';

export type QuantityText = { ok: true; value: number; stated: boolean } | { ok: false; code: TextIssue };

const DURATION = /^(\d{1,4}):([0-5]\d)(?::([0-5]\d))?\s*(h|hrs?|hours?)?$/i;

/**
 * A quantity as it is written: a number with the unit of its kind, or with none. What states its unit is taken at its word
 * ("500 mA" are half an amp, wherever it stands); a bare number is in the unit that the place is meant for. Hours may be
 * written as a clock does, 0:20. Everything else is refused: nothing is scaled in silence.
 * @param bare   how a bare number is meant, such as the unit that a field shows
 * @returns      the value in the stored unit, and whether its unit was stated
 * @example readQuantity('500 mA', 'A', '.', { factor: 1 }).value // 0.5
 */
export function readQuantity(text: string, unit: Unit, decimal: DecimalMark, bare: UnitLook): QuantityText {
  const hours = unit === 'H' || unit === 'Clock' || unit === 'Minute' ? DURATION.exec(text.trim()) : null;
  if (hours) {
    const [, h, m, sec = '0', said] = hours;
    const value = Number(h) + Number(m) / 60 + Number(sec) / 3600;
    if (unit !== 'Minute') return { ok: true, value, stated: true };
    // Twenty minutes past nothing, or so many minutes and seconds? Only with its hours said.
    return said ? { ok: true, value: value * 60, stated: true } : { ok: false, code: 'ambiguous' };
  }
  const number = readNumber(text, decimal);
  if (typeof number === 'string') return { ok: false, code: number };
  if (number.rest === '') return { ok: true, value: fromShown(number.value, bare), stated: false };
  const scale = unitScale(number.rest, unit);
  if (scale === null) return { ok: false, code: /[\d.,]/.test(number.rest) ? 'not-a-number' : 'other-unit' };
  return { ok: true, value: number.value * scale.factor + (scale.offset ?? 0), stated: true };
}
