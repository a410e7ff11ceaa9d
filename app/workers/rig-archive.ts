import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { importLog } from '@core/logbook/import/import-log';
import type { LogMapping, LogRecord } from '@core/rig/logbook';
import type { Rig } from '@core/rig/rig';
import { parseRigFile, type RigFile } from '@core/rig/rig-file';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import type { Columns } from '@core/series/columns';
import { dayStartMs } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';
import { LogStore } from '../storage/log-store';
import { saveRig } from '../storage/rig-rows';
import type { RigImported } from './log-worker-api';

const RIG_JSON = 'rig.json';
/** A fixed date keeps two exports of the same rig the same, byte for byte. */
const ARCHIVE_DATE = '2026-01-01T00:00:00';

/** The whole rig as a zip: rig.json and one CSV of samples for each log. */
export async function exportArchive(db: CoulanDatabase, rig: Rig): Promise<Blob> {
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
  const document: RigFile = { format: RIG_FORMAT, version: RIG_VERSION, rig, logs };
  const json = new ZipPassThrough(RIG_JSON);
  json.mtime = ARCHIVE_DATE;
  zip.add(json);
  json.push(strToU8(`${JSON.stringify(document, null, 1)}\n`), true);
  for (const { logId, file } of logs) {
    const entry = new ZipDeflate(file, { level: 6 });
    entry.mtime = ARCHIVE_DATE;
    zip.add(entry);
    const keys = (await db.logBlocks.where('logId').equals(logId).primaryKeys()).sort();
    let header = true;
    for (const key of keys) {
      const block = await db.logBlocks.get(key);
      if (block) entry.push(strToU8(csvOf(block.columns, header)));
      header = false;
    }
    entry.push(new Uint8Array(0), true);
  }
  zip.end();
  if (failure) throw failure as Error;
  return new Blob(parts, { type: 'application/zip' });
}

function csvOf({ timeMs, voltageV, currentA }: Columns, header: boolean): string {
  const lines: string[] = header ? [voltageV ? 'time,voltage_V,current_A' : 'time,current_A'] : [];
  for (let k = 0; k < timeMs.length; k++) {
    const time = new Date(timeMs[k]!).toISOString();
    lines.push(voltageV ? `${time},${voltageV[k]!},${currentA[k]!}` : `${time},${currentA[k]!}`);
  }
  return `${lines.join('\n')}\n`;
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
): Promise<RigImported> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text: string;
  try {
    text = isZip(bytes) ? strFromU8(entryOf(bytes, RIG_JSON)) : strFromU8(bytes);
  } catch (error) {
    return { problem: { code: 'broken-archive', says: String(error) } };
  }
  const parsed = parseRigFile(text);
  if (!parsed.ok) return { problem: parsed.problem };
  const { rig: incoming, logs } = parsed.file;
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
  try {
    for (const [k, record] of rig.logbook.logs.entries()) {
      const entry = logs.find((log) => log.logId === incoming.logbook.logs[k]!.id)!;
      const store = new LogStore(db, record.id, (key) => dayStartMs(key, record.timeZone));
      stores.push(store);
      await restoreLog(db, store, record, entryOf(bytes, entry.file));
      await db.logRemarks.put({ logId: record.id, listed: entry.remarks, counts: countsOf(entry.remarks) });
    }
    await saveRig(db, rig, 0, nowMs);
    return { rig };
  } catch (error) {
    for (const store of stores) await store.discard().catch(() => undefined);
    const says = error instanceof Error ? error.message : String(error);
    return {
      problem: {
        code:
          error instanceof BadSamples ? 'bad-samples' : /invalid|unexpected/i.test(says) ? 'broken-archive' : 'storage',
        says,
      },
    };
  }
}

class BadSamples extends Error {}

async function restoreLog(db: CoulanDatabase, store: LogStore, record: LogRecord, csv: Uint8Array): Promise<void> {
  const hasVoltage = record.mapping.voltageColumn !== null;
  const result = await importLog(() => piecesOf(csv), {
    mapping: archiveMapping(hasVoltage),
    columnCount: hasVoltage ? 3 : 2,
    place: { timeZone: record.timeZone, latitudeDeg: record.latitudeDeg, longitudeDeg: record.longitudeDeg },
    covered: [],
    store,
    reader: { decode: (bytes) => strFromU8(bytes) },
    onProgress: () => undefined,
    checkCancelled: () => undefined,
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

// eslint-disable-next-line @typescript-eslint/require-await -- the importer takes its pieces from an async source
async function* piecesOf(bytes: Uint8Array) {
  const step = 1 << 21;
  for (let at = 0; at < bytes.length; at += step)
    yield { bytes: bytes.subarray(at, at + step), share: Math.min(1, (at + step) / bytes.length) };
}

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

function entryOf(bytes: Uint8Array, name: string): Uint8Array {
  const entry = unzipSync(bytes, { filter: (file) => file.name === name })[name];
  if (!entry) throw new Error(`invalid archive: ${name} is missing`);
  return entry;
}

function countsOf(remarks: RigFile['logs'][number]['remarks']) {
  const counts: Partial<Record<(typeof remarks)[number]['code'], number>> = {};
  for (const { code } of remarks) counts[code] = (counts[code] ?? 0) + 1;
  return counts;
}
