import type { LogMapping } from '../plan';
import type { Columns } from '../../series/columns';
import type { PlaceOfLog } from '../day-integrator';
import type { DayKey } from '../../series/local-day';
import type { DayLevel } from '../../series/level';
import type { Span } from '../../series/span';
import type { RowReaderOptions } from './row-reader';

/** Where the importer leaves its days; in the browser a database, in tests a map. */
export interface DayStore {
  /** Keeps part of a day for later; parts come back in the order they were put. */
  putPart(key: DayKey, columns: Columns): Promise<void>;
  takeParts(key: DayKey): Promise<Columns[]>;
  /** Keeps a day. Its columns lie in memory that is used again: what is kept must be a copy. */
  putDay(key: DayKey, columns: Columns, level: DayLevel): Promise<void>;
  /** Takes everything back that was put. */
  discard(): Promise<void>;
}

/** A piece of a file, with the share of the file read so far. */
export interface FilePiece {
  bytes: Uint8Array;
  share: number;
}

export interface ImportOptions {
  mapping: LogMapping;
  columnCount: number;
  place: PlaceOfLog;
  /** Time about a day that is already in the book from other logs; rows within are left out and counted. */
  covered: (key: DayKey) => Promise<readonly Span[]>;
  store: DayStore;
  reader: RowReaderOptions;
  onProgress: (share: number) => void;
  /** Throws when the person has cancelled. */
  checkCancelled: () => void;
  /** Rows kept in memory before whole days are put aside, where the days are out of order. */
  rowsHeldMax?: number;
}
