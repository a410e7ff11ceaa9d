import type { FullRule } from '@core/counter/full-rule';
import { type FullMark, FullMarkFinder, markByHand } from '@core/logbook/full-marks';
import type { Columns } from '@core/series/columns';
import { type DayKey, dayKeyAt, dayStartMs, shiftDay } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';

/** Full marks as set by a person at these instants. */
export interface HandRule {
  atMs: readonly number[];
  timeZone: string;
  gapMs: number;
}

/** How full marks are to be found, and on whose clocks days end. */
export type MarkRule = (FullRule & { timeZone: string }) | HandRule;

/** The full marks of stored logs, by a rule or as set by hand. */
export function findMarks(db: CoulanDatabase, logIds: string[], rule: MarkRule): Promise<FullMark[]> {
  return 'atMs' in rule ? handMarks(db, logIds, rule) : ruleMarks(db, logIds, rule);
}

const dayOf = (key: DayKey, timeZone: string) => ({ key, endMs: dayStartMs(shiftDay(key, 1), timeZone) });

/** Days on which the voltage never reaches the rule's are not read; those that were read are kept for the next rule. */
async function ruleMarks(
  db: CoulanDatabase,
  logIds: string[],
  rule: FullRule & { timeZone: string },
): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  for (const logId of logIds) {
    const finder = new FullMarkFinder(rule);
    const days = (await db.logDays.where('logId').equals(logId).toArray()).sort((a, b) => (a.key < b.key ? -1 : 1));
    for (const { key, hasVoltage, maxV } of days) {
      const mayBeFull = hasVoltage && maxV >= rule.fullV;
      const columns = mayBeFull || finder.waits ? await blockOf(db, logId, key) : null;
      if (columns) finder.addDay(dayOf(key, rule.timeZone), columns);
      else finder.passDay();
    }
    marks.push(...finder.marks);
  }
  return marks;
}

const DAYS_KEPT = 400;
/** Blocks that were read, the latest last. A day of a log never changes: its id is not used again. */
const kept = new Map<string, Columns>();

async function blockOf(db: CoulanDatabase, logId: string, key: DayKey): Promise<Columns | null> {
  const name = `${db.name} ${logId} ${key}`;
  const columns = kept.get(name) ?? (await db.logBlocks.get([logId, key]))?.columns ?? null;
  if (!columns) return null;
  kept.delete(name);
  kept.set(name, columns);
  const [oldest] = kept.keys();
  if (kept.size > DAYS_KEPT && oldest !== undefined) kept.delete(oldest);
  return columns;
}

async function handMarks(db: CoulanDatabase, logIds: string[], rule: HandRule): Promise<FullMark[]> {
  const marks: FullMark[] = [];
  for (const atMs of rule.atMs) {
    const day = dayOf(dayKeyAt(atMs, rule.timeZone), rule.timeZone);
    let mark: FullMark | null = null;
    for (const logId of logIds) {
      const columns = await blockOf(db, logId, day.key);
      if (columns === null || columns.timeMs.at(-1)! + rule.gapMs < atMs) continue;
      const after = await blockOf(db, logId, shiftDay(day.key, 1));
      const next = after && after.timeMs.length > 0 ? { timeMs: after.timeMs[0]!, currentA: after.currentA[0]! } : null;
      mark = markByHand(day, atMs, columns, next, rule.gapMs);
      break;
    }
    marks.push(mark ?? markByHand(day, atMs, NOTHING, null, rule.gapMs));
  }
  return marks;
}

const NOTHING: Columns = { timeMs: new Float64Array(0), voltageV: null, currentA: new Float64Array(0) };
