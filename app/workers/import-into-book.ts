import { guessLayout } from '@core/logbook/import/guess-layout';
import { PLAIN_SEPARATOR } from '@core/logbook/import/plain-line';
import { importLog, type ImportResult } from '@core/logbook/import/import-log';
import type { FilePiece } from '@core/logbook/import/import-options';
import { UnreadableFile } from '@core/logbook/import/row-reader';
import type { LogRecord } from '@core/rig/logbook';
import { dayStartMs } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';
import { LogStore } from '../storage/log-store';
import { guessEncoding, linesOf } from './file-bytes';
import type { FileLook, ImportFailure, LogImport, LogImported } from './log-worker-api';
import { quotedRows } from './quoted-rows';

export class Cancelled extends Error {}

const HEAD_BYTES = 262_144;
const SAMPLE_BYTES = 65_536;

/** Looks at the head of a file, and at stretches further on, and guesses how to read it. */
export async function lookAtFile(file: File, timeZone: string, nominalV: number): Promise<FileLook> {
  const encoding = guessEncoding(new Uint8Array(await file.slice(0, 4096).arrayBuffer()));
  const head = (await linesOf(file, encoding, 0, HEAD_BYTES)).replace(/^\uFEFF/, '');
  const samples: string[] = [];
  for (const share of [0.2, 0.4, 0.6, 0.8]) {
    const from = Math.floor(file.size * share);
    if (file.size > 4 * HEAD_BYTES) samples.push(await linesOf(file, encoding, from, from + SAMPLE_BYTES));
  }
  return {
    layout: guessLayout(head, samples.join('\n'), timeZone, nominalV),
    encoding,
    newlineByte: head.includes('\n') || !head.includes('\r') ? 10 : 13,
    head: head.slice(0, 20_000),
  };
}

/** Imports one file under its log id: all of it, or nothing. */
export async function importIntoBook(
  db: CoulanDatabase,
  order: LogImport,
  open: () => AsyncIterable<FilePiece>,
  onProgress: (share: number) => void,
  isCancelled: () => boolean,
): Promise<LogImported | ImportFailure> {
  const { file, logId, place, mapping } = order;
  const store = new LogStore(db, logId, (key) => dayStartMs(key, place.timeZone));
  const beside = await db.logDays.where('logId').anyOf(order.besideLogIds).toArray();
  const covered = beside.filter((day) => day.samples > 0).map((day) => ({ fromMs: day.firstMs, toMs: day.lastMs }));
  const read = (from: () => AsyncIterable<FilePiece>, delimiterByte?: number) =>
    importLog(from, {
      mapping,
      columnCount: order.columnCount,
      place,
      covered,
      store,
      reader: { decode, newlineByte: order.newlineByte, ...(delimiterByte === undefined ? {} : { delimiterByte }) },
      onProgress,
      checkCancelled: () => {
        if (isCancelled()) throw new Cancelled();
      },
    });
  try {
    const result = await read(open).catch(async (error: unknown) => {
      if (!(error instanceof UnreadableFile && error.code === 'quoted')) throw error;
      await store.discard();
      return read(() => quotedRows(file, order.encoding, mapping.delimiter), PLAIN_SEPARATOR.charCodeAt(0));
    });
    if (result.rowsKept === 0) {
      await store.discard();
      return { failed: 'no-rows', says: noRowsReason(result), listed: result.remarks.listed.slice(0, 50) };
    }
    if (isCancelled()) throw new Cancelled();
    await db.transaction('rw', db.logDays, db.logRemarks, async () => {
      await db.logDays.bulkPut(result.days.map((day) => ({ ...day, logId })));
      await db.logRemarks.put({ logId, listed: result.remarks.listed, counts: result.remarks.counts });
    });
    return { record: recordOf(order, result), listed: result.remarks.listed, counts: result.remarks.counts };
  } catch (error) {
    await store.discard().catch(() => undefined);
    return failureOf(error);
  }
}

const decoder = new TextDecoder();
const decode = (bytes: Uint8Array) => decoder.decode(bytes);

function recordOf(order: LogImport, result: ImportResult): LogRecord {
  const { days, remarks } = result;
  const sampled = days.filter((day) => day.samples > 0);
  return {
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
  };
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
  if (error instanceof Cancelled) return { failed: 'cancelled', says: '', listed: [] };
  if (error instanceof UnreadableFile) return { failed: 'line-too-long', says: '', listed: [] };
  const name = error instanceof Error ? error.name : '';
  const says = error instanceof Error ? error.message : String(error);
  return { failed: /Quota|Abort|Database|Open/i.test(name) ? 'storage' : 'unreadable', says, listed: [] };
}
