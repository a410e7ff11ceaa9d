import { inject, Injectable, signal } from '@angular/core';
import type { Rig } from '@core/rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import { errorText } from '@core/text/error-text';
import { type StoredRigRow, UNSAID_VERSION } from '../storage/database';
import { rigFileProblemText } from '../rig/rig-file-words';
import { Storage } from '../storage/storage';
import { saveBlob } from '../ui/save-text';
import { LogWorkerClient } from '../workers/log-worker-client';

/** A rig out to a file and back. */
@Injectable({ providedIn: 'root' })
export class RigFiles {
  private readonly worker = inject(LogWorkerClient);
  private readonly db = inject(Storage).db;

  /** What the last export could not hold, in words; null when it was whole. */
  readonly lacking = signal<string | null>(null);

  /** Hands the browser the whole rig as one file. Where the logs cannot be had, the plan alone, and that is said. */
  async download(rig: Rig): Promise<void> {
    this.lacking.set(null);
    try {
      const { blob, missing } = await this.worker.call((api) => api.exportRig(rig));
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

  async read(file: File): Promise<{ rig: Rig } | { says: string }> {
    try {
      const result = await this.worker.once((api) => api.importRig(file, Date.now()));
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
