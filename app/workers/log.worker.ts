import './throw-handler';
import { expose } from 'comlink';
import { CoulanDatabase } from '../storage/database';
import { nullWhenCancelled } from './cancelled';
import { findMarks } from './find-marks';
import { inHundredths, type Job } from './job';
import type { LogWorkerApi } from './log-worker-api';
import { piecesOver } from './piece-port';

const db = new CoulanDatabase();
const cancelled = new Set<string>();

// Every page looks for full marks. What reads files and plans comes alive when it is asked for.
const imports = () => import('./import-into-book');
const archive = () => import('./rig-archive');
const store = () => import('../storage/log-store');

/** Does what can be followed and stopped under this id. */
async function asJob<Done>(id: string, onProgress: (share: number) => void, work: (job: Job) => Promise<Done>) {
  try {
    return await work({ onProgress: inHundredths(onProgress), isCancelled: () => cancelled.has(id) });
  } finally {
    cancelled.delete(id);
  }
}

const api: LogWorkerApi = {
  look: async (...file) => (await imports()).lookAtFile(...file),
  async importLog(order, pieces, onProgress) {
    try {
      const { importIntoBook } = await imports();
      return await asJob(order.logId, onProgress, (job) => importIntoBook(db, order, piecesOver(pieces), job));
    } finally {
      pieces.close();
    }
  },
  cancel(id) {
    cancelled.add(id);
  },
  takeOut: async (logId) => (await store()).takeOutLog(db, logId, Date.now()),
  fullMarks: (logIds, rule) => findMarks(db, logIds, rule),
  async exportRig(rig, jobId, onProgress) {
    const { exportArchive } = await archive();
    return asJob(jobId, onProgress, (job) => exportArchive(db, rig, job).catch(nullWhenCancelled));
  },
  async importRig(file, nowMs, jobId, onProgress) {
    const { importArchive } = await archive();
    return asJob(jobId, onProgress, (job) => importArchive(db, file, nowMs, () => crypto.randomUUID(), job));
  },
  readRig: async (file) => (await archive()).readRigFile(file),
};

expose(api);
