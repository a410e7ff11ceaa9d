import type { Source, Trip, WeekHours } from './source';
import { dayOfYear, MONTH_OF_DAY, weekdayOf } from '../series/calendar';

/**
 * Share of each hour of the year in which a source runs by its hours.
 * @returns Float64Array [365 · 24], 0 … 1
 */
export const runningShares = (source: Source): Float64Array => sharesOf(source, 1);

/**
 * The same of one that shares its device: while another feeds that, it rests.
 * @param before  those that go first
 */
export function sharesAfter(source: Source, before: readonly Source[]): Float64Array {
  if (before.length === 0) return runningShares(source);
  const [own, taken] = [sharesOf(source, FINE), before.map((other) => sharesOf(other, FINE))];
  const shares = new Float64Array(365 * 24);
  for (let k = 0; k < own.length; k++) {
    const left = 1 - taken.reduce((most, other) => Math.max(most, other[k]!), 0);
    shares[Math.floor(k / FINE)]! += Math.max(0, Math.min(own[k]!, left)) / FINE;
  }
  return shares;
}
/** Pieces of an hour, five minutes each: two that run half an hour may run the same half. */
const FINE = 12;

/** Share of each piece of an hour. @returns [365 · 24 · perHour] */
function sharesOf(source: Source, perHour: number): Float64Array {
  const perDay = 24 * perHour;
  const shares = new Float64Array(365 * perDay);
  if (!source.on) return shares;
  for (let day = 0; day < 365; day++) {
    if (!source.months.includes(MONTH_OF_DAY[day]! + 1)) continue;
    if (source.kind === 'other' || source.kind === 'solar') {
      shares.fill(1, day * perDay, day * perDay + perDay);
      continue;
    }
    const { fromHour, hours } = hoursOn(source, day);
    const [from, to] = [fromHour * perHour, (fromHour + hours) * perHour];
    for (let k = 0; k < 2 * perDay; k++) {
      const within = Math.max(0, Math.min(k + 1, to) - Math.max(k, from));
      // What runs past midnight belongs to the next day; past the year's end, to its first.
      const at = (day * perDay + k) % (365 * perDay);
      if (within > 0) shares[at] = Math.min(1, shares[at]! + within);
    }
  }
  if (source.kind === 'shore' && source.quiet) silence(shares, source.quiet, perHour);
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

function silence(
  shares: Float64Array,
  { fromHour, toHour }: { fromHour: number; toHour: number },
  perHour: number,
): void {
  if (fromHour === toHour) return;
  const spans =
    fromHour < toHour
      ? [[fromHour, toHour]]
      : [
          [fromHour, 24],
          [0, toHour],
        ];
  for (let k = 0; k < shares.length; k++) {
    const piece = k % (24 * perHour);
    const quiet = spans.reduce(
      (sum, [from, to]) => sum + Math.max(0, Math.min(piece + 1, to! * perHour) - Math.max(piece, from! * perHour)),
      0,
    );
    shares[k] = Math.min(shares[k]!, 1 - quiet);
  }
}
