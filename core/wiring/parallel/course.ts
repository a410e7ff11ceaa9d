import { interpolate } from '../../cells/interpolate';
import { at } from '../../quantity/guard';
import { type Drain, drain, type DrainedBattery, type DrainRow, type DrainRule } from './drain';
import { type BurdenedLead, hottestLead } from './hottest-lead';
import { parallelShares, without } from './shares';
import type { Joining } from './topology';

export interface CourseRow extends DrainRow {
  /** The lead that becomes hottest if the current of that instant goes on; null where no ampacity is known. */
  hottest: BurdenedLead | null;
  /** Batteries that are still joined on. */
  joinedCount: number;
}

/** A bank in parallel over time, with what becomes warm of what joins it: plain data, as it comes out of a worker. */
export interface Course extends Drain {
  rows: CourseRow[];
  /** When it would end by Peukert, s: the faster it is, the less a battery gives. Null where it does not end, or ends no sooner. */
  peukertEndS: number | null;
}

/**
 * The course of a bank in parallel, and at each of its rows the hottest lead: where one battery opens, those that are left carry more.
 * @param leadA  what a lead carries for good, where it does not say so itself; null: not known
 */
export function courseOf(
  join: Joining,
  batteries: readonly DrainedBattery[],
  rule: DrainRule,
  leadA: number | null,
): Course {
  const course = drain(join, batteries, rule);
  const rowOf = (row: DrainRow): CourseRow => {
    const { atS, totalA, socFraction } = row;
    const gone = new Set(course.events.flatMap((event) => (event.atS <= atS ? [event.battery] : [])));
    const joinedCount = batteries.length - gone.size;
    if (joinedCount === 0) return { ...row, joinedCount, hottest: null };
    const now = batteries.map(({ restedV, ohm, looseOhm }, k) => ({
      emfV: interpolate(restedV, at(socFraction, k)),
      ohm,
      looseOhm,
    }));
    const shares = parallelShares(join(without(now, gone)), { by: 'current', currentA: totalA });
    return { ...row, joinedCount, hottest: shares && hottestLead(shares.conductors, leadA) };
  };
  return { ...course, rows: course.rows.map(rowOf), peukertEndS: soonerByPeukert(join, batteries, rule, course) };
}

function soonerByPeukert(
  join: Joining,
  batteries: readonly DrainedBattery[],
  rule: DrainRule,
  course: Drain,
): number | null {
  if (course.end === 'time' || course.end === 'no-power') return null;
  const { endS } = drain(join, batteries, { ...rule, rowEvery: Number.MAX_SAFE_INTEGER }, 'by-peukert');
  return endS < course.endS ? endS : null;
}
