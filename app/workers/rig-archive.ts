import { strFromU8, strToU8, Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { importLog } from '@core/logbook/import/import-log';
import type { FilePiece } from '@core/logbook/import/import-options';
import type { LogMapping, LogRecord } from '@core/logbook/plan';
import { cutRecords } from '@core/rig/records';
import type { Rig } from '@core/rig/rig';
import { parseRigFile, type RigFile } from '@core/rig/rig-file';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import { dayStartMs } from '@core/series/local-day';
import { errorText } from '@core/text/error-text';
import type { CoulanDatabase } from '../storage/database';
import { LogStore } from '../storage/log-store';
import { saveRig } from '../storage/rig-rows';
import { Cancelled } from './cancelled';
import { checkWanted, type Job, report, UNWATCHED } from './job';
import type { MissingRows, RigExported, RigImported } from './log-worker-api';
import { samplesCsv } from './samples-csv';

const RIG_JSON = 'rig.json';
const RECORDS = 'records/';
/** A fixed date keeps two exports of the same rig the same, byte for byte. */
const ARCHIVE_DATE = '2026-01-01T00:00:00';

/** As fast as it goes: a month of samples grows by a tenth, and is packed in half of the time. */
const LEVEL = 1;
/** Of an export, packing; the rest is reading it back. */
const PACKING_SHARE = 0.6;

/** What was written of a log, and what is read back of it. */
interface Tally {
  rows: number;
  sumA: number;
}

/**
 * The whole rig as a zip: rig.json, its records, and one CSV of samples for each log. What was written is read back and counted before it is
 * handed out.
 * @throws where what is read back is not what was written; {Cancelled}
 */
export async function exportArchive(db: CoulanDatabase, rig: Rig, job = UNWATCHED): Promise<RigExported> {
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let failure: Error | null = null;
  const zip = new Zip((error, data) => {
    if (error) failure = error;
    else parts.push(data);
  });
  const logs: RigFile['logs'] = [];
  for (const [k, log] of rig.logbook.logs.entries()) {
    const remarks = await db.logRemarks.get(log.id);
    logs.push({ logId: log.id, file: `logs/${k + 1}.csv`, remarks: remarks?.listed ?? [] });
  }
  const { plan, records } = cutRecords(rig);
  const text = `${JSON.stringify({ format: RIG_FORMAT, version: RIG_VERSION, rig: plan, logs }, null, 1)}\n`;
  const own = parseRigFile(text, (name) => records.find((record) => record.name === name)?.rows);
  if (!own.ok) throw new Error(`the plan would not be read back: ${JSON.stringify(own.problem)}`);
  const json = new ZipPassThrough(RIG_JSON);
  json.mtime = ARCHIVE_DATE;
  zip.add(json);
  json.push(strToU8(text), true);
  for (const [k, record] of records.entries()) {
    const entry = new ZipDeflate(`${RECORDS}${k + 1}.json`, { level: LEVEL });
    entry.mtime = ARCHIVE_DATE;
    zip.add(entry);
    entry.push(strToU8(`${JSON.stringify(record)}\n`), true);
  }
  const written = new Map<string, Tally>();
  const rowsAll = rowsOf(rig);
  let rowsPacked = 0;
  for (const { logId, file } of logs) {
    const entry = new ZipDeflate(file, { level: LEVEL });
    entry.mtime = ARCHIVE_DATE;
    zip.add(entry);
    const keys = (await db.logBlocks.where('logId').equals(logId).primaryKeys()).sort();
    const tally: Tally = { rows: 0, sumA: 0 };
    for (const key of keys) {
      const block = await db.logBlocks.get(key);
      if (!block) continue;
      entry.push(samplesCsv(block.columns, tally.rows === 0));
      tally.rows += block.columns.timeMs.length;
      rowsPacked += block.columns.timeMs.length;
      report(job, PACKING_SHARE * Math.min(1, rowsPacked / rowsAll));
      for (const amps of block.columns.currentA) tally.sumA += amps;
    }
    entry.push(new Uint8Array(0), true);
    written.set(file, tally);
  }
  zip.end();
  if (failure) throw failure as Error;
  const blob = new Blob(parts, { type: 'application/zip' });
  const readBack = (share: number) => report(job, PACKING_SHARE + (1 - PACKING_SHARE) * share);
  for (const { file } of logs) await verify(blob, file, written.get(file) ?? { rows: 0, sumA: 0 }, readBack);
  const missing = rig.logbook.logs.flatMap(({ name, rowsKept }, k): MissingRows[] => {
    const rows = written.get(`logs/${k + 1}.csv`)?.rows ?? 0;
    return rows === rowsKept ? [] : [{ name, announced: rowsKept, written: rows }];
  });
  return { blob, missing };
}

/** Samples of all logs, as the book counts them; at least one, to divide by. */
const rowsOf = ({ logbook }: Rig) =>
  Math.max(
    1,
    logbook.logs.reduce((sum, { rowsKept }) => sum + rowsKept, 0),
  );

/** Reads one log back out of an archive and counts it. @throws where it is not what was written */
async function verify(archive: Blob, name: string, written: Tally, onShare: (share: number) => void): Promise<void> {
  if (written.rows === 0) return;
  const decoder = new TextDecoder();
  const read: Tally = { rows: 0, sumA: 0 };
  let rest = '';
  let isHead = true;
  for await (const { bytes, share } of entryPieces(archive, name)) {
    onShare(share);
    const lines = (rest + decoder.decode(bytes, { stream: true })).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      if (isHead) {
        isHead = false;
        continue;
      }
      read.rows++;
      read.sumA += Number(line.slice(line.lastIndexOf(',') + 1));
    }
  }
  const close = Math.abs(read.sumA - written.sumA) <= 1e-6 * Math.max(1, Math.abs(written.sumA));
  if (read.rows !== written.rows || !close)
    throw new Error(`${name}: ${written.rows} rows were written, ${read.rows} can be read back`);
}

/** The plan and the records that a rig file holds, as it came; its samples stay where they are, and nothing is stored. */
async function readArchive(file: File): Promise<{ file: RigFile } | Extract<RigImported, { problem: unknown }>> {
  let text: string;
  let records: Map<string, unknown>;
  try {
    text = await documentOf(file);
    records = await recordsOf(file, text);
  } catch (error) {
    return { problem: { code: 'broken-archive', says: errorText(error) } };
  }
  const parsed = parseRigFile(text, (name) => records.get(name));
  return parsed.ok ? { file: parsed.file } : { problem: parsed.problem };
}

/** The same for who wants the rig alone. */
export async function readRigFile(file: File): Promise<RigImported> {
  const read = await readArchive(file);
  return 'problem' in read ? read : { rig: read.file.rig };
}

/**
 * Brings a rig file in: a zip as exportArchive writes it, or its rig.json alone when it names no logs. A rig or log whose id
 * is taken gets a new one; nothing that is stored is overwritten. All of it, or nothing.
 */
export async function importArchive(
  db: CoulanDatabase,
  file: File,
  nowMs: number,
  newId: () => string,
  job = UNWATCHED,
): Promise<RigImported> {
  const read = await readArchive(file);
  if ('problem' in read) return read;
  const { rig: incoming, logs } = read.file;
  const taken = await db.rigs.get(incoming.id);
  const renamed = new Map<string, string>();
  for (const { id } of incoming.logbook.logs)
    renamed.set(id, (await db.logDays.where('logId').equals(id).count()) > 0 ? newId() : id);
  const rig: Rig = {
    ...incoming,
    id: taken ? newId() : incoming.id,
    name: taken ? `${incoming.name} (copy)`.slice(0, 120) : incoming.name,
    logbook: { ...incoming.logbook, logs: incoming.logbook.logs.map((log) => ({ ...log, id: renamed.get(log.id)! })) },
  };
  const stores: LogStore[] = [];
  const rowsAll = rowsOf(rig);
  let rowsBefore = 0;
  try {
    for (const [k, record] of rig.logbook.logs.entries()) {
      const entry = logs.find((log) => log.logId === incoming.logbook.logs[k]!.id)!;
      const store = new LogStore(db, record.id, (key) => dayStartMs(key, record.timeZone));
      stores.push(store);
      const [before, own] = [rowsBefore, record.rowsKept];
      rowsBefore += own;
      await restoreLog(db, store, record, file, entry.file, {
        ...job,
        onProgress: (share) => job.onProgress((before + own * share) / rowsAll),
      });
      await db.logRemarks.put({ logId: record.id, listed: entry.remarks, counts: countsOf(entry.remarks) });
    }
    checkWanted(job);
    await saveRig(db, rig, 0, nowMs);
    return { rig };
  } catch (error) {
    for (const store of stores) await store.discard().catch(() => undefined);
    if (error instanceof Cancelled) return { problem: { code: 'cancelled' } };
    const says = errorText(error);
    return {
      problem: {
        code:
          error instanceof BadSamples
            ? 'bad-samples'
            : /invalid archive|invalid zip|unexpected EOF|invalid (block|length|distance|stored)/i.test(says)
              ? 'broken-archive'
              : 'storage',
        says,
      },
    };
  }
}

class BadSamples extends Error {}

/** So many bytes a row takes at most as exportArchive writes it; a log that is longer is not what it says. */
const ROW_BYTES_MOST = 120;

async function restoreLog(
  db: CoulanDatabase,
  store: LogStore,
  record: LogRecord,
  archive: Blob,
  name: string,
  job: Job,
): Promise<void> {
  const hasVoltage = record.mapping.voltageColumn !== null;
  const result = await importLog(() => entryPieces(archive, name, (record.rowsKept + 2) * ROW_BYTES_MOST), {
    mapping: archiveMapping(hasVoltage),
    columnCount: hasVoltage ? 3 : 2,
    place: { timeZone: record.timeZone, latitudeDeg: record.latitudeDeg, longitudeDeg: record.longitudeDeg },
    covered: () => Promise.resolve([]),
    store,
    reader: { decode: (bytes) => strFromU8(bytes) },
    onProgress: job.onProgress,
    checkCancelled: () => checkWanted(job),
  });
  const [first] = result.remarks.listed;
  if (first)
    throw new BadSamples(
      `${record.name}: row ${first.row}, column ${first.column} of its samples cannot be read (${first.text})`,
    );
  if (result.rowsKept !== record.rowsKept)
    throw new BadSamples(`${record.name}: ${record.rowsKept} samples are announced, ${result.rowsKept} are there`);
  await db.logDays.bulkPut(result.days.map((day) => ({ ...day, logId: record.id })));
}

const archiveMapping = (hasVoltage: boolean): LogMapping => ({
  delimiter: ',',
  headerRows: 1,
  decimal: '.',
  timeFormat: 'iso',
  timeColumn: 0,
  clockColumn: null,
  voltageColumn: hasVoltage ? 1 : null,
  voltageUnit: 'V',
  current: { by: 'signed', column: hasVoltage ? 2 : 1, chargingIs: 'positive' },
  currentUnit: 'A',
  timeZone: 'UTC',
  voltageMaxV: 10_000,
  currentMaxA: 100_000,
});

/** A plan is small; what is larger is none. */
const DOCUMENT_BYTES_MOST = 64_000_000;

/**
 * The records of an archive, by name: as many as its plan has marks for. None of a plan that lies in a file of its own.
 * @throws where one is missing, cut off, or no record
 */
async function recordsOf(file: Blob, plan: string): Promise<Map<string, unknown>> {
  const records = new Map<string, unknown>();
  if (!(await isArchive(file))) return records;
  const count = plan.split('"$record":').length - 1;
  for (let k = 1; k <= count; k++) {
    const record = JSON.parse(await textOf(file, `${RECORDS}${k}.json`)) as { name?: unknown; rows?: unknown };
    records.set(String(record.name), record.rows);
  }
  return records;
}

/** One entry of an archive as text. @throws where it is missing, damaged, or too long for a plan */
async function textOf(archive: Blob, name: string): Promise<string> {
  const decoder = new TextDecoder();
  let text = '';
  for await (const { bytes } of entryPieces(archive, name, DOCUMENT_BYTES_MOST))
    text += decoder.decode(bytes, { stream: true });
  return text + decoder.decode();
}

async function isArchive(file: Blob): Promise<boolean> {
  const head = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  return head[0] === 0x50 && head[1] === 0x4b;
}

/** The text of rig.json, out of an archive or a file of its own. @throws where there is none, or too much of it */
async function documentOf(file: Blob): Promise<string> {
  if (!(await isArchive(file))) {
    if (file.size > DOCUMENT_BYTES_MOST) throw new Error('the file is too large for a plan');
    return file.text();
  }
  return textOf(file, RIG_JSON);
}

const SLICE_BYTES = 1 << 20;

/**
 * One entry of an archive, unpacked piece by piece: neither the archive nor the entry is ever whole in memory.
 * @throws where it is missing, damaged, cut off, or longer than mostBytes
 */
async function* entryPieces(
  archive: Blob,
  name: string,
  mostBytes = Number.POSITIVE_INFINITY,
): AsyncGenerator<FilePiece> {
  const ready: Uint8Array[] = [];
  let failure: Error | null = null;
  let [found, ended, unpacked] = [false, false, 0];
  const unzip = new Unzip((entry) => {
    if (entry.name !== name || found) return;
    found = true;
    entry.ondata = (error, data, final) => {
      if (error) failure = error;
      else if (data.length > 0) ready.push(data);
      ended = ended || final;
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  for (let from = 0; from < archive.size && !ended; from += SLICE_BYTES) {
    const to = Math.min(from + SLICE_BYTES, archive.size);
    unzip.push(new Uint8Array(await archive.slice(from, to).arrayBuffer()), to >= archive.size);
    if (failure) throw failure as Error;
    for (const bytes of ready.splice(0)) {
      unpacked += bytes.length;
      if (unpacked > mostBytes) throw new Error(`invalid archive: ${name} is longer than it may be`);
      yield { bytes, share: to / archive.size };
    }
  }
  if (!found) throw new Error(`invalid archive: ${name} is missing`);
  if (!ended) throw new Error(`invalid archive: ${name} is cut off`);
}

function countsOf(remarks: RigFile['logs'][number]['remarks']) {
  const counts: Partial<Record<(typeof remarks)[number]['code'], number>> = {};
  for (const { code } of remarks) counts[code] = (counts[code] ?? 0) + 1;
  return counts;
}
