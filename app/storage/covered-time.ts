import type { DayKey } from '@core/series/local-day';
import { runsOf, type Span } from '@core/series/span';
import type { CoulanDatabase } from './database';

/** A log whose time counts: with the step beyond which its time is missing. */
export interface CoveringLog {
  id: string;
  gapLimitMs: number;
}

interface KnownDay {
  key: DayKey;
  firstMs: number;
  lastMs: number;
}

/** The time that logs already in a book cover, to the instant: stretches in which their samples follow one another without a gap. */
export class CoveredTime {
  private constructor(
    private readonly db: CoulanDatabase,
    private readonly logs: readonly (CoveringLog & { days: readonly KnownDay[] })[],
  ) {}

  static async of(db: CoulanDatabase, logs: readonly CoveringLog[]): Promise<CoveredTime> {
    const rows = await db.logDays
      .where('logId')
      .anyOf(logs.map(({ id }) => id))
      .toArray();
    const known = logs.map((log) => ({
      ...log,
      days: rows
        .filter((row) => row.logId === log.id && row.samples > 0)
        .map(({ key, firstMs, lastMs }) => ({ key, firstMs, lastMs }))
        .sort((a, b) => (a.key < b.key ? -1 : 1)),
    }));
    return new CoveredTime(db, known);
  }

  /** Stretches about a day; those that run over its midnights too. */
  async about(key: DayKey): Promise<Span[]> {
    const spans = await Promise.all(
      this.logs.map(async ({ id, gapLimitMs, days }) => {
        const at = firstNotBefore(days, key);
        const own = days[at]?.key === key ? ((await this.db.logBlocks.get([id, key]))?.columns.timeMs ?? []) : [];
        const before = days[at - 1]?.lastMs;
        const after = days[days[at]?.key === key ? at + 1 : at]?.firstMs;
        const times = [...(before === undefined ? [] : [before]), ...own, ...(after === undefined ? [] : [after])];
        return runsOf(times, gapLimitMs);
      }),
    );
    return spans.flat();
  }
}

function firstNotBefore(days: readonly KnownDay[], key: DayKey): number {
  let [low, high] = [0, days.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((days[middle]?.key ?? key) < key) low = middle + 1;
    else high = middle;
  }
  return low;
}
