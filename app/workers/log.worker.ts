import './throw-handler';
import { expose } from 'comlink';
import { CoulanDatabase } from '../storage/database';
import { takeOutLog } from '../storage/log-store';
import { findMarks } from './find-marks';
import { importIntoBook, lookAtFile } from './import-into-book';
import type { LogWorkerApi } from './log-worker-api';
import { piecesOver } from './piece-port';
import { exportArchive, importArchive, readRigFile } from './rig-archive';

const db = new CoulanDatabase();
const cancelled = new Set<string>();

const api: LogWorkerApi = {
  look: lookAtFile,
  async importLog(order, pieces, onProgress) {
    let shown = 0;
    const report = (share: number) => {
      if (share - shown < 0.01 && share < 1) return;
      shown = share;
      onProgress(share);
    };
    try {
      return await importIntoBook(db, order, piecesOver(pieces), report, () => cancelled.has(order.logId));
    } finally {
      pieces.close();
      cancelled.delete(order.logId);
    }
  },
  cancel(logId) {
    cancelled.add(logId);
  },
  takeOut: (logId) => takeOutLog(db, logId, Date.now()),
  fullMarks: (logIds, rule) => findMarks(db, logIds, rule),
  exportRig: (rig) => exportArchive(db, rig),
  importRig: (file, nowMs) => importArchive(db, file, nowMs, () => crypto.randomUUID()),
  readRig: readRigFile,
};

expose(api);
