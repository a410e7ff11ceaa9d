import { type FullMark, FullMarkFinder, type FullRule, markByHand } from '@core/logbook/full-marks';
import type { Columns } from '@core/series/columns';
import { type DayKey, dayKeyAt, dayStartMs, shiftDay } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';

/** Full marks as set by a person at these instants. */
export interface HandRule {
  school: 'hand';
  atMs: readonly number[];
  timeZone: string;
  gapMs: number;
}

/** How full marks are to be found, and on whose clocks days end. */
export type MarkRule = (FullRule & { timeZone: string }) | HandRule;

/** The full marks of stored logs, by a rule or as set by hand. */
export function findMarks(db: CoulanDatabase, logIds: string[], rule: MarkRule): Promise<FullMark[]> {
  return rule.school === 'hand' ? handMarks(db, logIds, rule) : ruleMarks(db, logIds, rule);
}

const dayOf = (key: DayKey, timeZone: string) => ({ key, endMs: dayStartMs(shiftDay(key, 1), timeZone) });

async function ruleMarks(
  db: CoulanDatabase,
  logIds: string[],
  rule: FullRule & { timeZone: string },
): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  for (const logId of logIds) {
    const finder = new FullMarkFinder(rule);
    const keys = (await db.logBlocks.where('logId').equals(logId).primaryKeys()).sort();
    for (const key of keys) {
      const block = await db.logBlocks.get(key);
      if (block) finder.addDay(dayOf(block.key, rule.timeZone), block.columns);
    }
    marks.push(...finder.marks);
  }
  return marks;
}

async function handMarks(db: CoulanDatabase, logIds: string[], rule: HandRule): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  const blockOf = async (logId: string, key: DayKey) => (await db.logBlocks.get([logId, key]))?.columns ?? null;
  for (const atMs of rule.atMs) {
    const day = dayOf(dayKeyAt(atMs, rule.timeZone), rule.timeZone);
    let mark: FullMark | null = null;
    for (const logId of logIds) {
      const columns = await blockOf(logId, day.key);
      if (columns === null || columns.timeMs.at(-1)! + rule.gapMs < atMs) continue;
      const after = await blockOf(logId, shiftDay(day.key, 1));
      const next = after && after.timeMs.length > 0 ? { timeMs: after.timeMs[0]!, currentA: after.currentA[0]! } : null;
      mark = markByHand(day, atMs, columns, next, rule.gapMs);
      break;
    }
    marks.push(mark ?? markByHand(day, atMs, NOTHING, null, rule.gapMs));
  }
  return marks;
}

const NOTHING: Columns = { timeMs: new Float64Array(0), voltageV: null, currentA: new Float64Array(0) };
