import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { PLAIN_MAPPING } from '@core/kept-spec/plain-mapping.data';
import { newLoad } from '@core/audit/fresh';
import { newRig } from '@core/rig/new-rig';
import { simpleBank } from '@core/bank/fresh';
import { joinRecords } from '@core/rig/records';
import type { Rig } from '@core/rig/rig';
import { dayStartMs } from '@core/series/local-day';
import type { CoulanDatabase } from '../storage/database';
import { saveRig } from '../storage/rig-rows';
import { rigIn, testDatabase as open } from '../testing/test-database';
import { importIntoBook } from './import-into-book';
import type { RigImported } from './log-worker-api';
import { exportArchive, importArchive } from './rig-archive';
import { Cancelled } from './cancelled';

const ids = () => {
  let next = 0;
  return () => `new-${next++}`;
};
/** jsdom's own blobs cannot be read; the importer needs no more of a file than this. */
const fileOf = (bytes: Uint8Array, name = 'rig.zip') =>
  ({
    name,
    size: bytes.length,
    arrayBuffer: () => Promise.resolve(bytes.slice().buffer),
    text: () => Promise.resolve(strFromU8(bytes)),
    slice: (from: number, to: number) => fileOf(bytes.slice(from, to)),
  }) as unknown as File;
async function* onePiece(bytes: Uint8Array) {
  yield { bytes, share: 1 };
}
const bytesOf = (blob: Blob) =>
  new Promise<Uint8Array>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(new Uint8Array(reader.result as ArrayBuffer));
    reader.readAsArrayBuffer(blob);
  });

const START = Date.parse('2026-03-28T20:00:00Z');
interface Sample {
  step: number;
  voltageV: number;
  currentA: number;
}

/** @param widest  as far as a mapping lets figures go, instead of what a usual meter shows */
async function rigWithLog(
  db: CoulanDatabase,
  samples: readonly Sample[],
  startMs = START,
  widest = false,
): Promise<Rig> {
  let at = startMs;
  const rows = samples.map(
    ({ step, voltageV, currentA }) => `${new Date((at += step * 1000)).toISOString()},${voltageV},${currentA}`,
  );
  const text = ['time,voltage_V,current_A', ...rows, 'not a row', ''].join('\n');
  const rig: Rig = { ...newRig('r', 'Rig', 'Europe/Berlin'), loads: [newLoad('a', 'Cabin')], bank: simpleBank('lfp') };
  await saveRig(db, rig, 0, 1);
  const result = await importIntoBook(
    db,
    {
      file: fileOf(strToU8(text), 'meter.csv'),
      encoding: 'utf-8',
      newlineByte: 10,
      columnCount: 3,
      logId: 'log-1',
      nowMs: 7,
      rigId: 'r',
      place: { timeZone: 'Europe/Berlin', latitudeDeg: 52, longitudeDeg: 13 },
      mapping: {
        ...PLAIN_MAPPING,
        voltageMaxV: widest ? 10_000 : 100,
        currentMaxA: widest ? 100_000 : 1000,
      },
    },
    () => onePiece(strToU8(text)),
  );
  if ('failed' in result) throw new Error(result.failed + result.says);
  return rigIn(db, 'r');
}

async function everything(db: CoulanDatabase) {
  return {
    rigs: (await db.rigs.toArray()).map(({ rig }) => rig),
    days: await db.logDays.toArray(),
    blocks: await db.logBlocks.toArray(),
    levels: await db.logLevels.toArray(),
    remarks: await db.logRemarks.toArray(),
  };
}

const sample = fc.record({
  step: fc.integer({ min: 1, max: 9000 }),
  voltageV: fc.double({ min: 10, max: 30, noNaN: true }),
  currentA: fc.double({ min: -200, max: 200, noNaN: true }),
});

describe('the rig as a file', () => {
  it('comes back identical in another browser, to the last bit', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(sample, { minLength: 1, maxLength: 60 }), async (samples) => {
        const [here, there] = [open(), open()];
        try {
          const rig = await rigWithLog(here, samples);
          const archive = await bytesOf((await exportArchive(here, rig)).blob);
          const result = await importArchive(there, fileOf(archive), 9, ids());
          expect(result).toEqual({ rig });
          expect(await everything(there)).toEqual(await everything(here));
        } finally {
          await here.delete();
          await there.delete();
        }
      }),
      { numRuns: 12 },
    );
  });

  it('comes back though its figures lie at the ends of what can be stored, and its clock too', async () => {
    const wide = fc.record({
      step: fc.integer({ min: 1, max: 9000 }),
      voltageV: fc.oneof(fc.constantFrom(0, 10_000, 999.9), fc.double({ min: 0, max: 10_000, noNaN: true })),
      currentA: fc.oneof(
        fc.constantFrom(0, -100_000, 100_000),
        fc.double({ min: -100_000, max: 100_000, noNaN: true }),
      ),
    });
    const starts = fc.constantFrom(Date.UTC(1990, 0, 2), START, Date.UTC(2099, 11, 30));
    await fc.assert(
      fc.asyncProperty(fc.array(wide, { minLength: 1, maxLength: 10 }), starts, async (samples, startMs) => {
        const [here, there] = [open(), open()];
        try {
          const rig = await rigWithLog(here, samples, startMs, true);
          const archive = await bytesOf((await exportArchive(here, rig)).blob);
          expect(await importArchive(there, fileOf(archive), 9, ids())).toEqual({ rig });
          expect(await everything(there)).toEqual(await everything(here));
        } finally {
          await here.delete();
          await there.delete();
        }
      }),
      { numRuns: 12 },
    );
  });

  const two: Sample[] = [
    { step: 60, voltageV: 25.6, currentA: -3 },
    { step: 60, voltageV: 25.7, currentA: 4 },
  ];
  async function archive(): Promise<Uint8Array> {
    const db = open();
    const bytes = await bytesOf((await exportArchive(db, await rigWithLog(db, two))).blob);
    await db.delete();
    return bytes;
  }
  async function bringIn(
    bytes: Uint8Array,
  ): Promise<{ result: RigImported; left: Awaited<ReturnType<typeof everything>> }> {
    const db = open();
    const result = await importArchive(db, fileOf(bytes), 9, ids());
    const left = await everything(db);
    await db.delete();
    return { result, left };
  }
  const nothing = { rigs: [], days: [], blocks: [], levels: [], remarks: [] };
  async function edited(
    change: (document: { version: number; rig: Rig; logs: unknown[] }) => void,
  ): Promise<Uint8Array> {
    const entries = unzipSync(await archive());
    const document = JSON.parse(strFromU8(entries['rig.json']!)) as Parameters<typeof change>[0];
    // A plan whose logs stand in it, as older versions wrote it: what is read is the same.
    const records = Object.entries(entries).filter(([name]) => name.startsWith('records/'));
    const rows = new Map(
      records.map(([, bytes]) => Object.values(JSON.parse(strFromU8(bytes)) as object) as [string, unknown]),
    );
    document.rig = joinRecords(document.rig, (name) => rows.get(name)).plan as Rig;
    change(document);
    return zipSync({ ...entries, 'rig.json': strToU8(JSON.stringify(document)) });
  }

  it('says which samples the database has lost', async () => {
    const db = open();
    const rig = await rigWithLog(db, two);
    expect((await exportArchive(db, rig)).missing).toEqual([]);
    await db.logBlocks.clear();
    const { blob, missing } = await exportArchive(db, rig);
    expect(missing).toEqual([{ name: 'meter.csv', announced: 2, written: 0 }]);
    expect(unzipSync(await bytesOf(blob))['rig.json']).toBeDefined();
    await db.delete();
  });
  it('says how far it is, there and back, and leaves nothing where it is stopped at any of it', async () => {
    const db = open();
    const rig = await rigWithLog(db, two);
    const said: number[] = [];
    const job = { onProgress: (share: number) => void said.push(share), isCancelled: () => false };
    const { blob } = await exportArchive(db, rig, job);
    expect(said).toEqual([0.6, 1]);
    const bytes = await bytesOf(blob);
    const there = open();
    expect(await importArchive(there, fileOf(bytes), 9, ids(), job)).toEqual({ rig });
    const [, , ...read] = said;
    expect(read).toEqual([...read].sort((a, b) => a - b));
    expect(read.at(-1)).toBe(1);
    await there.delete();
    const stopping = (after: number) => ({ onProgress: () => undefined, isCancelled: () => after-- <= 0 });
    for (const after of [0, 1]) await expect(exportArchive(db, rig, stopping(after))).rejects.toThrow(Cancelled);
    let stops = 0;
    for (let isStopped = true; isStopped; stops++) {
      const empty = open();
      const result = await importArchive(empty, fileOf(bytes), 9, ids(), stopping(stops));
      isStopped = 'problem' in result;
      if (!isStopped) break;
      expect(result).toEqual({ problem: { code: 'cancelled' } });
      expect(await everything(empty)).toEqual(nothing);
      await empty.delete();
    }
    expect(stops).toBeGreaterThan(1);
    await db.delete();
  });
  it('takes no log that unpacks to more than it may, and no plan without end', async () => {
    const entries = unzipSync(await archive());
    const log = Object.keys(entries).find((name) => name.endsWith('.csv'))!;
    const bomb = zipSync({ ...entries, [log]: new Uint8Array(3_000_000).fill(48) });
    const { result, left } = await bringIn(bomb);
    expect(result).toMatchObject({ problem: { code: 'broken-archive' } });
    expect(left).toEqual(nothing);
  });
  it('names a log’s unknown time zone by its field', async () => {
    const { result, left } = await bringIn(
      await edited(({ rig }) => (rig.logbook.logs[0]!.timeZone = 'Nowhere/Atall')),
    );
    expect(result).toMatchObject({ problem: { code: 'wrong-field', path: 'rig.logbook.logs[0].timeZone' } });
    expect(left).toEqual(nothing);
  });
  it('refuses a truncated archive and leaves nothing behind', async () => {
    const { result, left } = await bringIn((await archive()).slice(0, 400));
    expect(result).toMatchObject({ problem: { code: 'broken-archive' } });
    expect(left).toEqual(nothing);
  });
  it('refuses a newer version', async () => {
    const { result } = await bringIn(await edited((document) => (document.version = 99)));
    expect(result).toEqual({ problem: { code: 'newer-version', version: 99 } });
  });
  it('names the first wrong field', async () => {
    const { result, left } = await bringIn(await edited(({ rig }) => (rig.bank!.parallelCount = 0)));
    expect(result).toMatchObject({ problem: { code: 'wrong-field', path: 'rig.bank.parallelCount' } });
    expect(left).toEqual(nothing);
  });
  it('refuses samples that are fewer than announced, and takes back what it had stored', async () => {
    const { result, left } = await bringIn(await edited(({ rig }) => (rig.logbook.logs[0]!.rowsKept = 3)));
    expect(result).toMatchObject({ problem: { code: 'bad-samples' } });
    expect(left).toEqual(nothing);
  });
  it('brings a rig in beside one of the same id, as a copy with samples of its own', async () => {
    const db = open();
    const rig = await rigWithLog(db, two);
    const bytes = await bytesOf((await exportArchive(db, rig)).blob);
    const result = await importArchive(db, fileOf(bytes), 9, ids());
    expect(result).toMatchObject({ rig: { name: 'Rig (copy)' } });
    expect((await db.rigs.toArray()).map(({ name }) => name).sort()).toEqual(['Rig', 'Rig (copy)']);
    expect(new Set((await db.logBlocks.toArray()).map(({ logId }) => logId)).size).toBe(2);
    await db.delete();
  });
  it('keeps the day’s own start in the reduced level', async () => {
    const db = open();
    await rigWithLog(db, two);
    expect((await db.logLevels.toArray())[0]!.startMs).toBe(dayStartMs('2026-03-28', 'Europe/Berlin'));
    await db.delete();
  });
});
