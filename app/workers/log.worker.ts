import { expose } from 'comlink';
import { FullMarkFinder } from '@core/logbook/full-marks';
import { CoulanDatabase } from '../storage/database';
import { importIntoBook, lookAtFile } from './import-into-book';
import type { LogWorkerApi } from './log-worker-api';
import { exportArchive, importArchive } from './rig-archive';

const db = new CoulanDatabase();
let cancelled = false;

const api: LogWorkerApi = {
  look: lookAtFile,
  importLog(order, onProgress) {
    cancelled = false;
    let shown = 0;
    const report = (share: number) => {
      if (share - shown < 0.01 && share < 1) return;
      shown = share;
      onProgress(share);
    };
    return importIntoBook(db, order, report, () => cancelled);
  },
  cancel() {
    cancelled = true;
  },
  async fullMarks(logIds, rule) {
    const marks = [];
    for (const logId of logIds) {
      const finder = new FullMarkFinder(rule);
      const keys = (await db.logBlocks.where('logId').equals(logId).primaryKeys()).sort();
      for (const key of keys) {
        const block = await db.logBlocks.get(key);
        if (block) finder.addDay(block.key, block.columns);
      }
      marks.push(...finder.marks);
    }
    return marks;
  },
  exportRig: (rig) => exportArchive(db, rig),
  importRig: (file, nowMs) => importArchive(db, file, nowMs, () => crypto.randomUUID()),
};

expose(api);
