import { RIG_VERSION } from '@core/rig/version';
import type { RigImported } from '../workers/log-worker-api';

/** Why a rig file could not be read, and what to do about it. */
export function rigFileProblemText(problem: Extract<RigImported, { problem: unknown }>['problem']): string {
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
    case 'cancelled':
      return 'It was cancelled.';
    case 'storage':
      return `The browser could not store it: ${problem.says}. Free some space, or leave private mode, and try again.`;
  }
}
