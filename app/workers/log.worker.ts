import { expose } from 'comlink';
import { CoulanDatabase } from '../storage/database';
import { discardLog } from '../storage/log-store';
import { findMarks } from './find-marks';
import { importIntoBook, lookAtFile } from './import-into-book';
import type { LogWorkerApi } from './log-worker-api';
import { piecesOver } from './piece-port';
import { exportArchive, importArchive } from './rig-archive';

const db = new CoulanDatabase();
let cancelled = false;

const api: LogWorkerApi = {
  look: lookAtFile,
  async importLog(order, pieces, onProgress) {
    cancelled = false;
    let shown = 0;
    const report = (share: number) => {
      if (share - shown < 0.01 && share < 1) return;
      shown = share;
      onProgress(share);
    };
    try {
      return await importIntoBook(db, order, piecesOver(pieces), report, () => cancelled);
    } finally {
      pieces.close();
    }
  },
  cancel() {
    cancelled = true;
  },
  discard: (logId) => discardLog(db, logId),
  fullMarks: (logIds, rule) => findMarks(db, logIds, rule),
  exportRig: (rig) => exportArchive(db, rig),
  importRig: (file, nowMs) => importArchive(db, file, nowMs, () => crypto.randomUUID()),
};

expose(api);
