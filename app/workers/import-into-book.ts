import { guessLayout } from '@core/logbook/import/guess-layout';
import { PLAIN_SEPARATOR } from '@core/logbook/import/plain-line';
import { importLog, type ImportResult } from '@core/logbook/import/import-log';
import type { FilePiece } from '@core/logbook/import/import-options';
import { type RowReaderOptions, UnreadableFile } from '@core/logbook/import/row-reader';
import { LogRecord } from '@core/logbook/plan';
import { dayStartMs } from '@core/series/local-day';
import { errorText } from '@core/text/error-text';
import type { CoulanDatabase } from '../storage/database';
import { CoveredTime } from '../storage/covered-time';
import { LogStore } from '../storage/log-store';
import { changeStoredRig, readRow, UnreadableRow } from '../storage/read-row';
import { planTables } from '../storage/tables';
import { Cancelled } from './cancelled';
import { guessEncoding, linesOf } from './file-bytes';
import { checkWanted, type Job, UNWATCHED } from './job';
import type { FileLook, ImportFailure, LogImport, LogImported } from './log-worker-api';
import { quotedRows } from './quoted-rows';

const HEAD_BYTES = 262_144;
/** Of the head, for the preview: enough for a long preamble and the rows below it. */
const HEAD_SHOWN = 100_000;
const SAMPLES = 24;
const SAMPLE_BYTES = 32_768;
const STRETCH_SHOWN = 6000;
const LINE_FEED = 10;

/** Looks at the head of a file, and at stretches all over it, and guesses how to read it. */
export async function lookAtFile(file: File, timeZone: string, nominalV: number): Promise<FileLook> {
  const encoding = guessEncoding(new Uint8Array(await file.slice(0, 4096).arrayBuffer()));
  const head = (await linesOf(file, encoding, 0, HEAD_BYTES)).replace(/^\uFEFF/, '');
  const samples: string[] = [];
  for (let k = 0; k < SAMPLES; k++) {
    const from = Math.floor((Math.max(0, file.size - SAMPLE_BYTES) * k) / (SAMPLES - 1));
    const text = await linesOf(file, encoding, from, from + SAMPLE_BYTES);
    samples.push(k === 0 ? text.replace(/^\uFEFF/, '') : text);
    // A small file is one stretch.
    if (file.size <= SAMPLE_BYTES) break;
  }
  return {
    layout: guessLayout(head, samples, timeZone, nominalV),
    encoding,
    newlineByte: head.includes('\n') || !head.includes('\r') ? 10 : 13,
    head: head.slice(0, HEAD_SHOWN),
    samples: samples.length === 1 ? samples : samples.map(startOf),
  };
}

/** The first lines of a stretch: what is looked at again with every change of the mapping must stay small. */
const startOf = (lines: string) =>
  lines.slice(0, Math.max(lines.lastIndexOf('\n', STRETCH_SHOWN), lines.lastIndexOf('\r', STRETCH_SHOWN)) + 1);

/** Another import has put a log into this book meanwhile: what is covered must be looked at again. */
class BookChanged extends Error {}

/**
 * Imports one file under its log id into the book of its rig: all of it, its record in the stored plan too, or nothing. What the book
 * covers already is settled as the record is stored, in one transaction with it.
 */
export async function importIntoBook(
  db: CoulanDatabase,
  order: LogImport,
  open: () => AsyncIterable<FilePiece>,
  job = UNWATCHED,
): Promise<LogImported | ImportFailure> {
  const { logId, place } = order;
  const store = new LogStore(db, logId, (key) => dayStartMs(key, place.timeZone));
  try {
    for (;;) {
      try {
        return await importOnce(db, order, store, open, job);
      } catch (error) {
        await store.discard();
        if (!(error instanceof BookChanged)) throw error;
      }
    }
  } catch (error) {
    await store.discard().catch(() => undefined);
    return failureOf(error);
  }
}

async function importOnce(
  db: CoulanDatabase,
  order: LogImport,
  store: LogStore,
  open: () => AsyncIterable<FilePiece>,
  job: Job,
): Promise<LogImported | ImportFailure> {
  const { rigId, logId, place, mapping, columnCount, newlineByte } = order;
  const beside = await logsOf(db, rigId);
  const covered = await CoveredTime.of(db, beside);
  const read = (from: () => AsyncIterable<FilePiece>, reader: Omit<RowReaderOptions, 'decode'>) =>
    importLog(from, {
      mapping,
      columnCount,
      place,
      covered: (key) => covered.about(key),
      store,
      reader: { decode, ...reader },
      onProgress: job.onProgress,
      checkCancelled: () => checkWanted(job),
    });
  const result = await read(open, { newlineByte }).catch(async (error: unknown) => {
    if (!(error instanceof UnreadableFile && error.code === 'quoted')) throw error;
    await store.discard();
    return read(() => quotedRows(open(), mapping.delimiter, columnCount, newlineByte), {
      delimiterByte: PLAIN_SEPARATOR.charCodeAt(0),
      newlineByte: LINE_FEED,
    });
  });
  if (result.rowsKept === 0) {
    await store.discard();
    return { failed: 'no-rows', says: noRowsReason(result), listed: result.remarks.listed.slice(0, 50) };
  }
  checkWanted(job);
  const record = recordOf(order, result);
  const known = new Set(beside.map(({ id }) => id));
  await db.transaction('rw', [...planTables(db), db.logDays, db.logRemarks], async () => {
    const changed = await changeStoredRig(db, rigId, order.nowMs, (rig) => {
      if (rig.logbook.logs.some(({ id }) => !known.has(id))) throw new BookChanged();
      return { ...rig, logbook: { ...rig.logbook, logs: [...rig.logbook.logs, record] } };
    });
    if (changed === null) throw new NoRig();
    await db.logDays.bulkPut(result.days.map((day) => ({ ...day, logId })));
    await db.logRemarks.put({ logId, listed: result.remarks.listed, counts: result.remarks.counts });
  });
  return { record, listed: result.remarks.listed, counts: result.remarks.counts };
}

/** The rig was deleted while its file was read. */
class NoRig extends Error {}

async function logsOf(db: CoulanDatabase, rigId: string): Promise<LogRecord[]> {
  const read = await readRow(db, rigId);
  if (!read) throw new NoRig();
  if (!read.ok) throw new UnreadableRow(read.problem);
  return read.row.rig.logbook.logs;
}

const decoder = new TextDecoder();
const decode = (bytes: Uint8Array) => decoder.decode(bytes);

/** @throws where a figure would not be taken back by the reader of rig files */
function recordOf(order: LogImport, result: ImportResult): LogRecord {
  const { days, remarks } = result;
  const sampled = days.filter((day) => day.samples > 0);
  return LogRecord.parse({
    id: order.logId,
    name: order.file.name.slice(0, 120),
    importedAtMs: order.nowMs,
    mapping: order.mapping,
    ...order.place,
    rowsRead: result.rowsRead,
    rowsKept: result.rowsKept,
    rowsSetAside: remarks.setAside,
    rowsDuplicate: remarks.of('duplicate-time'),
    rowsBackward: remarks.of('backward-time'),
    rowsCovered: remarks.of('already-covered'),
    firstMs: sampled[0]!.firstMs,
    lastMs: sampled[sampled.length - 1]!.lastMs,
    medianStepMs: result.medianStepMs,
    gapLimitMs: result.gapLimitMs,
  });
}

function noRowsReason({ remarks, rowsRead }: ImportResult): string {
  if (rowsRead === 0) return 'The file has no rows below its header.';
  const covered = remarks.of('already-covered');
  const first = remarks.listed[0];
  const odd = remarks.setAside > 0 ? `${remarks.setAside} cannot be used` : '';
  const where = odd && first ? `, the first in row ${first.row}, column ${first.column}` : '';
  const twice = covered > 0 ? `${covered} lie in time that is already in the book` : '';
  return `Of its ${rowsRead} rows ${[twice, odd + where].filter(Boolean).join(', and ') || 'none is left'}.`;
}

function failureOf(error: unknown): ImportFailure {
  if (error instanceof NoRig) return { failed: 'no-rig', says: '', listed: [] };
  if (error instanceof Cancelled) return { failed: 'cancelled', says: '', listed: [] };
  if (error instanceof UnreadableFile) return { failed: 'line-too-long', says: '', listed: [] };
  const name = error instanceof Error ? error.name : '';
  const says = errorText(error);
  return { failed: /Quota|Abort|Database|Open/i.test(name) ? 'storage' : 'unreadable', says, listed: [] };
}
