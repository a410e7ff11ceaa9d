import { inject, Injectable, signal } from '@angular/core';
import { proxy } from 'comlink';
import type { Rig } from '@core/rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import { errorText } from '@core/text/error-text';
import { type StoredRigRow, UNSAID_VERSION } from '../storage/database';
import { rigFileProblemText } from '../rig/rig-file-words';
import { Storage } from '../storage/storage';
import { saveBlob } from '../ui/save-text';
import type { RigImported } from '../workers/log-worker-api';
import { LogWorkerClient } from '../workers/log-worker-client';

/** A rig file that is being packed or read. */
export interface FileJob {
  id: string;
  does: 'packs' | 'reads';
  /** Of the rig, or of the file. */
  name: string;
  share: number;
}

/** A line that came and went at once would only make the page jump. */
const SHOWN_AFTER_MS = 300;

/** A rig out to a file and back. */
@Injectable({ providedIn: 'root' })
export class RigFiles {
  private readonly worker = inject(LogWorkerClient);
  private readonly db = inject(Storage).db;

  /** What the last export could not hold, in words; null when it was whole. */
  readonly lacking = signal<string | null>(null);
  /** What is being packed or read now. */
  readonly jobs = signal<readonly FileJob[]>([]);

  /** Hands the browser the whole rig as one file. Where the logs cannot be had, the plan alone, and that is said. */
  async download(rig: Rig): Promise<void> {
    this.lacking.set(null);
    try {
      const packed = await this.followed('packs', rig.name, (id, onProgress) =>
        this.worker.call((api) => api.exportRig(rig, id, onProgress)),
      );
      if (!packed) return;
      const { blob, missing } = packed;
      saveBlob(blob, `${rig.name}.coulan.zip`);
      if (missing.length > 0)
        this.lacking.set(
          `The file lacks samples that the book names: ${missing
            .map(({ name, announced, written }) => `${name} has ${written} of ${announced} rows`)
            .join('; ')}. Import those logs again from the meter’s files.`,
        );
    } catch (error) {
      saveBlob(planOnly(rig), `${rig.name}.coulan.json`);
      if (rig.logbook.logs.length > 0)
        this.lacking.set(
          `The file holds the plan without its ${rig.logbook.logs.length === 1 ? 'log' : `${rig.logbook.logs.length} logs`}: the samples could not be packed (${errorText(error)}). Export again before you rely on it.`,
        );
    }
  }

  /** Hands out a stored plan that this Coulan cannot read, just as it lies. */
  async downloadAsStored(row: StoredRigRow): Promise<void> {
    const { planAsStored } = await import('../storage/read-row');
    const rig = await planAsStored(this.db, row);
    const text = JSON.stringify({ format: RIG_FORMAT, version: row.version ?? UNSAID_VERSION, rig, logs: [] }, null, 1);
    saveBlob(new Blob([text], { type: 'application/json' }), `${row.name}.coulan.json`);
  }

  /** @throws {WorkerFailed} */
  bringIn(file: File): Promise<RigImported> {
    return this.followed('reads', file.name, (id, onProgress) =>
      this.worker.once((api) => api.importRig(file, Date.now(), id, onProgress)),
    );
  }

  cancel(id: string): void {
    void this.worker.once((api) => api.cancel(id)).catch(() => undefined);
  }

  private async followed<Done>(
    does: FileJob['does'],
    name: string,
    ask: (id: string, onProgress: (share: number) => void) => Promise<Done>,
  ): Promise<Done> {
    const id = crypto.randomUUID();
    let share = 0;
    const show = () => this.jobs.update((jobs) => [...jobs, { id, does, name, share }]);
    const wait = setTimeout(show, SHOWN_AFTER_MS);
    const onProgress = (now: number) => {
      share = now;
      this.jobs.update((jobs) => jobs.map((job) => (job.id === id ? { ...job, share } : job)));
    };
    try {
      return await ask(id, proxy(onProgress));
    } finally {
      clearTimeout(wait);
      this.jobs.update((jobs) => jobs.filter((job) => job.id !== id));
    }
  }

  async read(file: File): Promise<{ rig: Rig } | { says: string }> {
    try {
      const result = await this.bringIn(file);
      return 'rig' in result ? result : { says: rigFileProblemText(result.problem) };
    } catch (error) {
      return {
        says: `${errorText(error)}. Load the page again, then try once more.`,
      };
    }
  }
}

function planOnly(rig: Rig): Blob {
  const plan: Rig = { ...rig, logbook: { ...rig.logbook, logs: [] } };
  return new Blob([JSON.stringify({ format: RIG_FORMAT, version: RIG_VERSION, rig: plan, logs: [] }, null, 1)], {
    type: 'application/json',
  });
}
