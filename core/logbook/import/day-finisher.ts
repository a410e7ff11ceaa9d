import { DayIntegrator, type IntegratedLog } from '../day-integrator';
import { type DayKey, dayStartMs } from '../../series/local-day';
import { reduceDay } from '../../series/level';
import { orderByTime } from '../../series/order';
import { liesBetween, outsideSpans, type Span } from '../../series/span';
import { type Columns, sliceColumns } from '../../series/columns';
import type { ImportOptions } from './import-options';
import type { RemarkList } from './remark';

/** What is done with each day of a log, in order of the calendar: put in order of time, cleared of what is known already, integrated, stored. */
export class DayFinisher {
  rowsKept = 0;
  private readonly integrator: DayIntegrator;
  private lastKeptMs = Number.NEGATIVE_INFINITY;
  /** Covered time met with since the last row that was kept. */
  private passed: Span[] = [];

  constructor(
    private readonly options: Pick<ImportOptions, 'place' | 'covered' | 'store'>,
    private readonly remarks: RemarkList,
  ) {
    this.integrator = new DayIntegrator(options.place);
  }

  async finish(key: DayKey, gathered: Columns): Promise<void> {
    const { place, covered, store } = this.options;
    const ordered = orderByTime(gathered);
    for (const ms of ordered.duplicateMs) {
      this.remarks.add({ row: 0, column: 0, code: 'duplicate-time', text: new Date(ms).toISOString() });
    }
    const spans = await covered(key);
    const { columns, dropped } = outsideSpans(ordered.columns, spans);
    if (dropped > 0) this.remarks.count('already-covered', dropped);
    this.passed.push(...spans);
    if (columns.timeMs.length === 0) return;
    this.integrate(columns, spans);
    this.rowsKept += columns.timeMs.length;
    await store.putDay(key, columns, reduceDay(columns, dayStartMs(key, place.timeZone)));
  }

  result(): IntegratedLog {
    return this.integrator.finish();
  }

  /** In pieces: a line over time that another log covers would count it twice. */
  private integrate(columns: Columns, spans: readonly Span[]): void {
    const { timeMs } = columns;
    const count = timeMs.length;
    if (liesBetween(this.passed, this.lastKeptMs, timeMs[0]!)) this.integrator.breakOff();
    let from = 0;
    for (let k = 1; k < count && spans.length > 0; k++) {
      if (!liesBetween(spans, timeMs[k - 1]!, timeMs[k]!)) continue;
      this.integrator.add(sliceColumns(columns, from, k));
      this.integrator.breakOff();
      from = k;
    }
    this.integrator.add(from === 0 ? columns : sliceColumns(columns, from, count));
    this.lastKeptMs = timeMs[count - 1]!;
    this.passed = spans.filter((span) => span.toMs > this.lastKeptMs);
  }
}
