import './throw-handler';
import { expose } from 'comlink';
import { CoulanDatabase } from '../storage/database';
import { findMarks } from './find-marks';
import type { LogWorkerApi } from './log-worker-api';
import { piecesOver } from './piece-port';

const db = new CoulanDatabase();
const cancelled = new Set<string>();

// Every page looks for full marks. What reads files and plans comes alive when it is asked for.
const imports = () => import('./import-into-book');
const archive = () => import('./rig-archive');
const store = () => import('../storage/log-store');

const api: LogWorkerApi = {
  look: async (...file) => (await imports()).lookAtFile(...file),
  async importLog(order, pieces, onProgress) {
    let shown = 0;
    const report = (share: number) => {
      if (share - shown < 0.01 && share < 1) return;
      shown = share;
      onProgress(share);
    };
    try {
      const { importIntoBook } = await imports();
      return await importIntoBook(db, order, piecesOver(pieces), report, () => cancelled.has(order.logId));
    } finally {
      pieces.close();
      cancelled.delete(order.logId);
    }
  },
  cancel(logId) {
    cancelled.add(logId);
  },
  takeOut: async (logId) => (await store()).takeOutLog(db, logId, Date.now()),
  fullMarks: (logIds, rule) => findMarks(db, logIds, rule),
  exportRig: async (rig) => (await archive()).exportArchive(db, rig),
  importRig: async (file, nowMs) => (await archive()).importArchive(db, file, nowMs, () => crypto.randomUUID()),
  readRig: async (file) => (await archive()).readRigFile(file),
};

expose(api);
