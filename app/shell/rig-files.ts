import { inject, Injectable, signal } from '@angular/core';
import type { Rig } from '@core/rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import { errorText } from '@core/text/error-text';
import { type StoredRigRow, UNSAID_VERSION } from '../storage/database';
import { Storage } from '../storage/storage';
import { saveBlob } from '../ui/save-text';
import { LogWorkerClient } from '../workers/log-worker-client';
import type { RigImported } from '../workers/log-worker-api';

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
      return 'rig' in result ? result : { says: problemText(result.problem) };
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

function problemText(problem: Extract<RigImported, { problem: unknown }>['problem']): string {
  switch (problem.code) {
    case 'not-json':
      return 'The file is cut off or is not a rig file: its text does not end as it should. Fetch or export it again.';
    case 'not-a-rig':
      return 'This is not a rig file: it does not begin with "format": "coulan-rig". A meter’s CSV is dropped in the logbook of a rig.';
    case 'newer-version':
      return `The file was written by a newer Coulan (file version ${problem.version}, this one reads up to version ${RIG_VERSION}). Update Coulan and try again.`;
    case 'record-missing':
      return `The file names a list (${problem.name}) that is not in it, or not whole. Fetch or export it again.`;
    case 'wrong-field':
      return `The first wrong field is ${problem.path}: ${problem.says}. Correct it in the file, or export again where it came from.`;
    case 'logs-differ':
      return `The rig names a log (${problem.logId}) whose samples are not in the file.`;
    case 'broken-archive':
      return 'The archive is damaged or cut off and cannot be unpacked. Fetch or export it again.';
    case 'bad-samples':
      return `The samples do not agree with the rig: ${problem.says}.`;
    case 'storage':
      return `The browser could not store it: ${problem.says}. Free some space, or leave private mode, and try again.`;
  }
}
