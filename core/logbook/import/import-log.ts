import type { LogMapping } from '../plan';
import type { Columns } from '../../series/columns';
import type { IntegratedLog } from '../day-integrator';
import type { DayKey } from '../../series/local-day';
import { CurrentDay, OutOfOrder } from './current-day';
import { DayFinisher } from './day-finisher';
import { DaySheaves } from './day-sheaves';
import type { FilePiece, ImportOptions } from './import-options';
import { RemarkList } from './remark';
import { RowReader, type RowSink } from './row-reader';

export interface ImportResult extends IntegratedLog {
  rowsRead: number;
  rowsKept: number;
  remarks: RemarkList;
}

const ROWS_HELD_MAX = 5_000_000;
/** Share of the progress bar that reading takes where days are out of order; the rest is putting in order and storing. */
const READING_SHARE = 0.7;

/**
 * Reads a meter's file in one stream and leaves it in the store as ordered days, integrated. Days that come one after the
 * other are finished as they pass; a file that goes back to an earlier day is read again and gathered first.
 * @param open  gives the file's bytes from the start
 * @throws {UnreadableFile}, and whatever checkCancelled or the store throw; the caller then discards the store
 */
export async function importLog(open: () => AsyncIterable<FilePiece>, options: ImportOptions): Promise<ImportResult> {
  try {
    return await readInOrder(open(), options);
  } catch (error) {
    if (!(error instanceof OutOfOrder)) throw error;
    await options.store.discard();
    return readGathering(open(), options);
  }
}

async function readInOrder(pieces: AsyncIterable<FilePiece>, options: ImportOptions): Promise<ImportResult> {
  const { mapping, place } = options;
  const remarks = new RemarkList();
  const days = new CurrentDay(place.timeZone, mapping.voltageColumn !== null);
  const finisher = new DayFinisher(options, remarks);
  const reader = new RowReader(mapping, sinkInto(days, remarks, mapping), options.reader, options.columnCount);
  const finishClosed = async () => {
    for (const { key, columns } of days.takeClosed()) await finisher.finish(key, columns);
  };
  for await (const { bytes, share } of pieces) {
    reader.push(bytes);
    await finishClosed();
    options.checkCancelled();
    options.onProgress(share);
  }
  reader.end();
  days.end();
  await finishClosed();
  return { ...finisher.result(), rowsRead: reader.rowsRead, rowsKept: finisher.rowsKept, remarks };
}

async function readGathering(pieces: AsyncIterable<FilePiece>, options: ImportOptions): Promise<ImportResult> {
  const { mapping, place, store } = options;
  const remarks = new RemarkList();
  const sheaves = new DaySheaves(place.timeZone, mapping.voltageColumn !== null);
  const spilled = new Set<DayKey>();
  const reader = new RowReader(mapping, sinkInto(sheaves, remarks, mapping), options.reader, options.columnCount);
  for await (const { bytes, share } of pieces) {
    reader.push(bytes);
    options.checkCancelled();
    options.onProgress(share * READING_SHARE);
    if (sheaves.rowsHeld <= (options.rowsHeldMax ?? ROWS_HELD_MAX)) continue;
    for (const key of sheaves.keys()) {
      await store.putPart(key, sheaves.take(key)!);
      spilled.add(key);
    }
  }
  reader.end();

  const finisher = new DayFinisher(options, remarks);
  const keys = [...new Set([...spilled, ...sheaves.keys()])].sort();
  for (const [k, key] of keys.entries()) {
    const parts = spilled.has(key) ? await store.takeParts(key) : [];
    const held = sheaves.take(key);
    await finisher.finish(key, join(held ? [...parts, held] : parts));
    options.checkCancelled();
    options.onProgress(READING_SHARE + ((k + 1) / keys.length) * (1 - READING_SHARE));
  }
  return { ...finisher.result(), rowsRead: reader.rowsRead, rowsKept: finisher.rowsKept, remarks };
}

function sinkInto(days: CurrentDay | DaySheaves, remarks: RemarkList, mapping: LogMapping): RowSink {
  return {
    get target() {
      return days.target;
    },
    makeRoom: () => days.makeRoom(),
    row(row, timeMs, voltageV, currentA) {
      const backward = timeMs < days.latestMs;
      days.push(timeMs, voltageV, currentA);
      if (!backward) return;
      const text = new Date(timeMs).toISOString();
      remarks.add({ row, column: mapping.timeColumn + 1, code: 'backward-time', text });
    },
    reject(row, column, code, text) {
      remarks.add({ row, column, code, text });
    },
  };
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
