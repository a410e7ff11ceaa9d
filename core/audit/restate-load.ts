import type { AuditLine } from './audit-line';
import type { Load } from './load';

/** What a socket has where nobody has said otherwise, V. */
const USUAL_V = { ac: 230, dc: 12 } as const;
/** A log of which nothing is typed yet: a week, a fifth less and a quarter more than what was counted so far. */
const LOGGED_DAYS = 7;
const LOGGED_LOW = 0.8;
const LOGGED_HIGH = 1.25;
const DAY_S = 86_400;

const toDigits = (value: number, digits: number) => Number(value.toPrecision(digits));

/** The same power said in watts, or in volts and amps. */
export function restatedPower(
  by: Load['power']['by'],
  { supply }: Pick<Load, 'supply'>,
  powerW: number,
): Load['power'] {
  if (by === 'watts') return { by, powerW };
  const voltageV = USUAL_V[supply];
  return { by, voltageV, currentA: toDigits(powerW / voltageV, 6) };
}

/**
 * The same use said in another way, as far as it can be: hours stay hours, a share becomes their part of the day, a log the Wh of a day of
 * use. What it is known by follows.
 * @param line  the load's line of the audit
 * @param atMs  of a recording that is begun with this
 */
export function restatedUse(
  by: Load['use']['by'],
  { hoursPerDay, dayWh, daysFraction, powerW }: Pick<AuditLine, 'hoursPerDay' | 'dayWh' | 'daysFraction' | 'powerW'>,
  atMs: number,
): Pick<Load, 'use'> & Partial<Pick<Load, 'known'>> {
  const hours = Math.min(24, hoursPerDay.value);
  switch (by) {
    case 'hours':
      return { use: { by, hoursPerDay: toDigits(hours, 4) } };
    case 'share':
      return { use: { by, dutyFraction: toDigits(hours / 24, 4) } };
    case 'always':
      return { use: { by } };
    case 'timed': {
      const seconds = Math.round(hours * 3600);
      const states = [
        { name: 'off', powerW: 0 },
        { name: 'on', powerW: powerW.value },
      ];
      const spans = [
        { state: 1, seconds },
        { state: 0, seconds: DAY_S - seconds },
      ];
      return { known: 'timed', use: { by, recording: { from: 'table', atMs, states, spans }, hoursPerDay: 24 } };
    }
    case 'logged': {
      const typical = toDigits(daysFraction > 0 ? dayWh.value / daysFraction : 0, 4);
      const [low, high] = [typical * LOGGED_LOW, typical * LOGGED_HIGH];
      return { known: 'logged', use: { by, unit: 'Wh', side: 'bank', low, typical, high, days: LOGGED_DAYS } };
    }
  }
}
