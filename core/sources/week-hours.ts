import type { Source, Trip, WeekHours } from './source';
import { dayOfYear, MONTH_OF_DAY, weekdayOf } from '../series/calendar';

/**
 * Share of each hour of the year in which a source runs by its hours.
 * @returns Float64Array [365 · 24], 0 … 1
 */
export function runningShares(source: Source): Float64Array {
  const shares = new Float64Array(365 * 24);
  if (!source.on) return shares;
  for (let day = 0; day < 365; day++) {
    if (!source.months.includes(MONTH_OF_DAY[day]! + 1)) continue;
    if (source.kind === 'other' || source.kind === 'solar') {
      shares.fill(1, day * 24, day * 24 + 24);
      continue;
    }
    const { fromHour, hours } = hoursOn(source, day);
    for (let k = 0; k < 48; k++) {
      const within = Math.max(0, Math.min(k + 1, fromHour + hours) - Math.max(k, fromHour));
      // What runs past midnight belongs to the next day; past the year's end, to its first.
      const at = (day * 24 + k) % (365 * 24);
      if (within > 0) shares[at] = Math.min(1, shares[at]! + within);
    }
  }
  if (source.kind === 'shore' && source.quiet) silence(shares, source.quiet);
  return shares;
}

/**
 * The same of one that shares its device: while another feeds that, it rests.
 * @param before  those that go first
 */
export function sharesAfter(source: Source, before: readonly Source[]): Float64Array {
  const shares = runningShares(source);
  for (const other of before) {
    const taken = runningShares(other);
    for (let k = 0; k < shares.length; k++) shares[k] = Math.max(0, Math.min(shares[k]!, 1 - taken[k]!));
  }
  return shares;
}

function hoursOn(
  source: { week: WeekHours; trips?: readonly Trip[] },
  day: number,
): { fromHour: number; hours: number } {
  const trip = source.trips?.find(({ fromDay, toDay }) => withinDays(day, dayOfYear(fromDay), dayOfYear(toDay)));
  return trip ?? source.week[weekdayOf(day)]!;
}

/** A stretch may run over the turn of the year. */
const withinDays = (day: number, from: number, to: number) =>
  from <= to ? day >= from && day <= to : day >= from || day <= to;

function silence(shares: Float64Array, { fromHour, toHour }: { fromHour: number; toHour: number }): void {
  if (fromHour === toHour) return;
  const spans =
    fromHour < toHour
      ? [[fromHour, toHour]]
      : [
          [fromHour, 24],
          [0, toHour],
        ];
  for (let k = 0; k < shares.length; k++) {
    const hour = k % 24;
    const quiet = spans.reduce(
      (sum, [from, to]) => sum + Math.max(0, Math.min(hour + 1, to!) - Math.max(hour, from!)),
      0,
    );
    shares[k] = Math.min(shares[k]!, 1 - quiet);
  }
}
