import { Dexie, type DexieOptions, type EntityTable, type Table } from 'dexie';
import type { Remark, RemarkCode } from '@core/logbook/import/remark';
import type { Rig } from '@core/rig/rig';
import type { Columns } from '@core/series/columns';
import type { DaySums } from '@core/series/day-sums';
import type { DayLevel } from '@core/series/level';

/** Rows that do not say their version are of this one: those before were told theirs, those after say it. */
export const UNSAID_VERSION = 3;

/** A rig as it lies in the database: its plan may be of an older version, of a newer, or damaged. readRow is the door. */
export interface StoredRigRow {
  id: string;
  name: string;
  /** Grows by one with each write; a writer must know the one it builds on. */
  revision: number;
  savedAtMs: number;
  /** The page that wrote it, so that a page's last words are not taken for another's; none in rows of old and of imports. */
  writer?: string;
  /** Of the rig file that the plan was written in. */
  version?: number;
  /** Its records are kept beside it: marks stand in their places. */
  rig: unknown;
}

/** The same with its plan read. */
export interface RigRow extends StoredRigRow {
  rig: Rig;
}

export type DaySumsRow = DaySums & { logId: string };
export interface DayBlockRow {
  logId: string;
  key: string;
  columns: Columns;
}
export interface DayLevelRow {
  logId: string;
  key: string;
  startMs: number;
  level: DayLevel;
}
export interface DayPartRow {
  id?: number;
  logId: string;
  key: string;
  columns: Columns;
}
/** A list that belongs to a plan and is kept beside it. */
export interface RecordRow {
  rigId: string;
  name: string;
  rows: readonly unknown[];
}
export interface LogRemarksRow {
  logId: string;
  listed: Remark[];
  counts: Partial<Record<RemarkCode, number>>;
}

/** Everything Coulan keeps in the browser. A change of shape gets a new version() with its upgrade; old ones stay. */
export class CoulanDatabase extends Dexie {
  rigs!: EntityTable<StoredRigRow, 'id'>;
  records!: Table<RecordRow, [string, string]>;
  logDays!: Table<DaySumsRow, [string, string]>;
  logBlocks!: Table<DayBlockRow, [string, string]>;
  logLevels!: Table<DayLevelRow, [string, string]>;
  logParts!: EntityTable<DayPartRow, 'id'>;
  logRemarks!: EntityTable<LogRemarksRow, 'logId'>;

  constructor(name = 'coulan', options?: DexieOptions) {
    super(name, options);
    this.version(1).stores({
      rigs: 'id',
      logDays: '[logId+key], logId',
      logBlocks: '[logId+key], logId',
      logLevels: '[logId+key], logId',
      logParts: '++id, [logId+key], logId',
      logRemarks: 'logId',
    });
    // Rows of old did not say their version: it was that of the database. They are lifted when they are read.
    for (const from of [1, 2]) {
      this.version(from + 1)
        .stores({})
        .upgrade((old) =>
          old
            .table('rigs')
            .toCollection()
            .modify((row: StoredRigRow) => void (row.version ??= from)),
        );
    }
    // Readings and the like left the plan; a plan that still holds them gives them up with its next edit.
    this.version(4).stores({ records: '[rigId+name], rigId' });
  }
}
