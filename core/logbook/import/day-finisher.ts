import { DayIntegrator, type IntegratedLog } from '../../series/day-integrator';
import { type DayKey, dayStartMs } from '../../series/local-day';
import { reduceDay } from '../../series/level';
import { orderByTime } from '../../series/order';
import { outsideSpans } from '../../series/span';
import type { Columns } from '../../series/columns';
import type { ImportOptions } from './import-options';
import type { RemarkList } from './remark';

/** What is done with each day of a log, in order of the calendar: put in order of time, cleared of what is known already, integrated, stored. */
export class DayFinisher {
  rowsKept = 0;
  private readonly integrator: DayIntegrator;

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
    const { columns, dropped } = outsideSpans(ordered.columns, covered);
    if (dropped > 0) this.remarks.count('already-covered', dropped);
    if (columns.timeMs.length === 0) return;
    this.integrator.add(columns);
    this.rowsKept += columns.timeMs.length;
    await store.putDay(key, columns, reduceDay(columns, dayStartMs(key, place.timeZone)));
  }

  result(): IntegratedLog {
    return this.integrator.finish();
  }
}
