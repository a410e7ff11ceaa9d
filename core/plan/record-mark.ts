/** What stands in a stored plan where a record was cut out of it: needs no schema to be known. */
export interface RecordMark {
  $record: string;
  length: number;
}

/** @example isRecordMark({ $record: 'logbook.readings', length: 3 }) // true */
export const isRecordMark = (value: unknown): value is RecordMark =>
  typeof (value as Partial<RecordMark> | null | undefined)?.$record === 'string';
