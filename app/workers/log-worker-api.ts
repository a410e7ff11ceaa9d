import type { FullMark } from '@core/logbook/full-marks';
import type { GuessRefusal, LayoutGuess } from '@core/logbook/import/guess-layout';
import type { Remark, RemarkCode } from '@core/logbook/import/remark';
import type { LogMapping, LogRecord } from '@core/logbook/plan';
import type { Rig } from '@core/rig/rig';
import type { RigFileProblem } from '@core/rig/rig-file';
import type { PlaceOfLog } from '@core/logbook/day-integrator';
import type { MarkRule } from './find-marks';

export interface FileLook {
  layout: LayoutGuess | GuessRefusal;
  encoding: string;
  /** 10, or 13 in files that end their lines with nothing else. */
  newlineByte: number;
  /** The head of the file as text, for trying a changed mapping on. */
  head: string;
  /** Stretches from all over the file, for what a day comes to under a mapping. */
  samples: string[];
}

export interface LogImport {
  file: File;
  encoding: string;
  mapping: LogMapping;
  columnCount: number;
  newlineByte: number;
  /** The rig whose book it goes into, whatever is open meanwhile. */
  rigId: string;
  logId: string;
  place: PlaceOfLog;
  nowMs: number;
}

export interface LogImported {
  record: LogRecord;
  counts: Partial<Record<RemarkCode, number>>;
  listed: Remark[];
}

export type ImportFailure = {
  failed: 'cancelled' | 'no-rows' | 'storage' | 'unreadable' | 'line-too-long' | 'no-rig';
  says: string;
  listed: Remark[];
};
/** A log of which the archive does not hold what the plan announces. */
export interface MissingRows {
  name: string;
  announced: number;
  written: number;
}

export interface RigExported {
  blob: Blob;
  missing: MissingRows[];
}

export type RigImported =
  | { rig: Rig }
  | {
      problem:
        RigFileProblem | { code: 'broken-archive' | 'storage' | 'bad-samples'; says: string } | { code: 'cancelled' };
    };

/** What the worker for logs does; every call is answered with plain data. */
export interface LogWorkerApi {
  look(file: File, timeZone: string, nominalV: number): Promise<FileLook>;
  importLog(
    order: LogImport,
    pieces: MessagePort,
    onProgress: (share: number) => void,
  ): Promise<LogImported | ImportFailure>;
  /** Stops what was asked for under this id: the import of a log, or work on a rig file. */
  cancel(id: string): void;
  /** Takes out the samples of a log, and out of the book that names it, if one does. */
  takeOut(logId: string): Promise<void>;
  fullMarks(logIds: string[], rule: MarkRule): Promise<FullMark[]>;
  /** @returns null when it was cancelled */
  exportRig(rig: Rig, jobId: string, onProgress: (share: number) => void): Promise<RigExported | null>;
  importRig(file: File, nowMs: number, jobId: string, onProgress: (share: number) => void): Promise<RigImported>;
  /** What a rig file holds, without storing any of it. */
  readRig(file: File): Promise<RigImported>;
}
