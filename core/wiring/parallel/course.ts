import { interpolate } from '../../cells/interpolate';
import { at } from '../../quantity/guard';
import { type Drain, drain, type DrainedBattery, type DrainRow, type DrainRule } from './drain';
import { hottestLead } from './hottest-lead';
import { parallelShares, without } from './shares';
import type { Joining } from './topology';

/** A bank in parallel over time, with the warmth of what joins it: plain data, as it comes out of a worker. */
export interface Course extends Drain {
  rows: (DrainRow & {
    /** Of the hottest lead if the current of that instant went on, °C; null where no ampacity is known. */
    hottestC: number | null;
  })[];
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
  const warmAt = ({ atS, totalA, socFraction }: DrainRow): number | null => {
    const gone = new Set(course.events.flatMap((event) => (event.atS <= atS ? [event.battery] : [])));
    if (gone.size === batteries.length) return null;
    const now = batteries.map(({ restedV, ohm, looseOhm }, k) => ({
      emfV: interpolate(restedV, at(socFraction, k)),
      ohm,
      looseOhm,
    }));
    const shares = parallelShares(join(without(now, gone)), { by: 'current', currentA: totalA });
    return shares && (hottestLead(shares.conductors, leadA, 'course')?.value ?? null);
  };
  return { ...course, rows: course.rows.map((row) => ({ ...row, hottestC: warmAt(row) })) };
}
