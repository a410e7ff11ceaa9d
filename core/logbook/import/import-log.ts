import type { LogMapping } from '../../rig/logbook';
import type { Columns } from '../../series/columns';
import { DayIntegrator, type IntegratedLog, type PlaceOfLog } from '../../series/day-integrator';
import { type DayKey, dayStartMs } from '../../series/local-day';
import { type DayLevel, reduceDay } from '../../series/level';
import { orderByTime } from '../../series/order';
import { outsideSpans, type Span } from '../../series/span';
import { DaySheaves } from './day-sheaves';
import { RemarkList } from './remark';
import { RowReader, type RowReaderOptions, type RowSink } from './row-reader';

/** Where the importer leaves its days; in the browser a database, in tests a map. */
export interface DayStore {
  /** Keeps part of a day for later; parts come back in the order they were put. */
  putPart(key: DayKey, columns: Columns): Promise<void>;
  takeParts(key: DayKey): Promise<Columns[]>;
  putDay(key: DayKey, columns: Columns, level: DayLevel): Promise<void>;
}

export interface ImportOptions {
  mapping: LogMapping;
  columnCount: number;
  place: PlaceOfLog;
  /** Time already in the book from other logs; rows within are left out and counted. */
  covered: readonly Span[];
  store: DayStore;
  reader: RowReaderOptions;
  onProgress: (share: number) => void;
  /** Throws when the person has cancelled. */
  checkCancelled: () => void;
  /** Rows kept in memory before whole days are put aside. */
  rowsHeldMax?: number;
}

export interface ImportResult extends IntegratedLog {
  rowsRead: number;
  rowsKept: number;
  remarks: RemarkList;
}

const ROWS_HELD_MAX = 5_000_000;
/** Share of the progress bar that reading takes; the rest is putting in order, integrating and storing. */
const READING_SHARE = 0.7;

/**
 * Reads a meter's file in one stream and leaves it in the store as ordered days, integrated.
 * @param chunks  the file's bytes, with the share of the file read so far
 * @throws {UnreadableFile}, and whatever checkCancelled or the store throw; nothing is put in the ledger then
 */
export async function importLog(
  chunks: AsyncIterable<{ bytes: Uint8Array; share: number }>,
  options: ImportOptions,
): Promise<ImportResult> {
  const { mapping, place, store } = options;
  const remarks = new RemarkList();
  const sheaves = new DaySheaves(place.timeZone, mapping.voltageColumn !== null);
  const spilled = new Set<DayKey>();
  let lastMs = Number.NEGATIVE_INFINITY;
  const sink: RowSink = {
    row(row, timeMs, voltageV, currentA) {
      if (timeMs < lastMs)
        remarks.add({
          row,
          column: mapping.timeColumn + 1,
          code: 'backward-time',
          text: new Date(timeMs).toISOString(),
        });
      else lastMs = timeMs;
      sheaves.push(timeMs, voltageV, currentA);
    },
    reject(row, column, code, text) {
      remarks.add({ row, column, code, text });
    },
  };
  const reader = new RowReader(mapping, sink, options.reader, options.columnCount);
  for await (const { bytes, share } of chunks) {
    reader.push(bytes);
    options.checkCancelled();
    options.onProgress(share * READING_SHARE);
    if (sheaves.rowsHeld > (options.rowsHeldMax ?? ROWS_HELD_MAX)) {
      for (const key of sheaves.keys()) {
        await store.putPart(key, sheaves.take(key)!);
        spilled.add(key);
      }
    }
  }
  reader.end();

  const integrator = new DayIntegrator(place);
  const keys = [...new Set([...spilled, ...sheaves.keys()])].sort();
  let rowsKept = 0;
  for (const [k, key] of keys.entries()) {
    const parts = spilled.has(key) ? await store.takeParts(key) : [];
    const held = sheaves.take(key);
    const ordered = orderByTime(join(held ? [...parts, held] : parts));
    for (const ms of ordered.duplicateMs)
      remarks.add({ row: 0, column: 0, code: 'duplicate-time', text: new Date(ms).toISOString() });
    const fresh = outsideSpans(ordered.columns, options.covered);
    if (fresh.dropped > 0) remarks.count('already-covered', fresh.dropped);
    if (fresh.columns.timeMs.length > 0) {
      integrator.add(fresh.columns);
      rowsKept += fresh.columns.timeMs.length;
      await store.putDay(key, fresh.columns, reduceDay(fresh.columns, dayStartMs(key, place.timeZone)));
    }
    options.checkCancelled();
    options.onProgress(READING_SHARE + ((k + 1) / keys.length) * (1 - READING_SHARE));
  }
  return { ...integrator.finish(), rowsRead: reader.rowsRead, rowsKept, remarks };
}

function join(parts: readonly Columns[]): Columns {
  const [only] = parts;
  if (parts.length === 1 && only) return only;
  const total = parts.reduce((sum, part) => sum + part.timeMs.length, 0);
  const all: Columns = {
    timeMs: new Float64Array(total),
    voltageV: only?.voltageV ? new Float64Array(total) : null,
    currentA: new Float64Array(total),
  };
  let at = 0;
  for (const part of parts) {
    all.timeMs.set(part.timeMs, at);
    if (part.voltageV) all.voltageV?.set(part.voltageV, at);
    all.currentA.set(part.currentA, at);
    at += part.timeMs.length;
  }
  return all;
}
