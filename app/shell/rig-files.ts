import { inject, Injectable } from '@angular/core';
import type { Rig } from '@core/rig/rig';
import { RIG_FORMAT, RIG_VERSION } from '@core/rig/version';
import { saveBlob } from '../ui/save-text';
import { LogWorkerClient } from '../workers/log-worker-client';
import type { RigImported } from '../workers/log-worker-api';

/** A rig out to a file and back. */
@Injectable({ providedIn: 'root' })
export class RigFiles {
  private readonly worker = inject(LogWorkerClient);

  /** Hands the browser the whole rig as one file. Works without storage too: then the plan alone. */
  async download(rig: Rig): Promise<void> {
    const blob = await this.worker.api.exportRig(rig).catch(() => planOnly(rig));
    saveBlob(blob, `${rig.name}.coulan.${blob.type === 'application/zip' ? 'zip' : 'json'}`);
  }

  async read(file: File): Promise<{ rig: Rig } | { says: string }> {
    const result = await this.worker.api.importRig(file, Date.now());
    return 'rig' in result ? result : { says: problemText(result.problem) };
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
