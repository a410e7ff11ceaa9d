export const REMARK_CODES = [
  'missing-column',
  'extra-column',
  'empty-cell',
  'not-a-time',
  'skipped-time',
  'time-out-of-range',
  'not-a-number',
  'voltage-impossible',
  'current-impossible',
  'duplicate-time',
  'backward-time',
  'already-covered',
  'open-quote',
] as const;
export type RemarkCode = (typeof REMARK_CODES)[number];

/** Rows with these codes are kept and only mentioned; all others are set aside. */
export const KEPT_CODES: ReadonlySet<RemarkCode> = new Set(['backward-time']);

/** One row of a file that was set aside, or kept although odd. row and column count from 1; 0 where unknown. */
export interface Remark {
  row: number;
  column: number;
  code: RemarkCode;
  text: string;
}

export const REMARKS_LISTED = 5000;

/** Counts every remark and lists the first few thousand of them. */
export class RemarkList {
  readonly listed: Remark[] = [];
  readonly counts: Partial<Record<RemarkCode, number>> = {};

  add(remark: Remark): void {
    this.count(remark.code, 1);
    if (this.listed.length < REMARKS_LISTED) this.listed.push(remark);
  }

  count(code: RemarkCode, rows: number): void {
    this.counts[code] = (this.counts[code] ?? 0) + rows;
  }

  of(code: RemarkCode): number {
    return this.counts[code] ?? 0;
  }

  /** Rows that were not taken over because they could not be read or believed. */
  get setAside(): number {
    let rows = 0;
    for (const [code, count] of Object.entries(this.counts) as [RemarkCode, number][]) {
      if (!KEPT_CODES.has(code) && code !== 'duplicate-time' && code !== 'already-covered') rows += count;
    }
    return rows;
  }
}
