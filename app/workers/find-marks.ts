import { type FullMark, FullMarkFinder, type FullRule, markByHand } from '@core/logbook/full-marks';
import type { Columns } from '@core/series/columns';
import { dayKeyAt } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';

/** Full marks as set by a person at these instants. */
export interface HandRule {
  school: 'hand';
  atMs: readonly number[];
  timeZone: string;
  gapMs: number;
}

/** The full marks of stored logs, by a rule or as set by hand. */
export function findMarks(db: CoulanDatabase, logIds: string[], rule: FullRule | HandRule): Promise<FullMark[]> {
  return rule.school === 'hand' ? handMarks(db, logIds, rule) : ruleMarks(db, logIds, rule);
}

async function ruleMarks(db: CoulanDatabase, logIds: string[], rule: FullRule): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  for (const logId of logIds) {
    const finder = new FullMarkFinder(rule);
    const keys = (await db.logBlocks.where('logId').equals(logId).primaryKeys()).sort();
    for (const key of keys) {
      const block = await db.logBlocks.get(key);
      if (block) finder.addDay(block.key, block.columns);
    }
    marks.push(...finder.marks);
  }
  return marks;
}

async function handMarks(db: CoulanDatabase, logIds: string[], rule: HandRule): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  for (const atMs of rule.atMs) {
    const key = dayKeyAt(atMs, rule.timeZone);
    const blocks = await db.logBlocks.bulkGet(logIds.map((logId) => [logId, key] as [string, string]));
    const block = blocks.find((found) => found && found.columns.timeMs.at(-1)! >= atMs);
    marks.push(markByHand(key, atMs, block?.columns ?? NOTHING, rule.gapMs));
  }
  return marks;
}

const NOTHING: Columns = { timeMs: new Float64Array(0), voltageV: null, currentA: new Float64Array(0) };
