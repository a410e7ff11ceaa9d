import { entered } from '@core/formula/figure';
import { judgeKeepUp, type KeepUpVerdict } from '@core/logbook/keep-up';
import type { LedgerRow } from '@core/logbook/ledger';
import { missingWords, noVerdict, ratioRange, verdictLead, verdictReason } from './verdict-sentence';

const row = (k: number, inAh: number, more: Partial<LedgerRow> = {}): LedgerRow => ({
  key: `2026-03-${String(k + 1).padStart(2, '0')}`,
  startMs: k,
  endMs: k + 1,
  outAh: 50 + (k % 3),
  inAh,
  netAh: inAh - 50,
  outWh: 0,
  inWh: 0,
  nightAh: null,
  hasVoltage: false,
  minV: 0,
  maxV: 0,
  minVAtMs: 0,
  hoursMissing: 0,
  fullAtMs: null,
  carriedAh: -40,
  carriedFromFull: true,
  unloggedH: 0,
  ...more,
});
const days = (inAh: (k: number) => number, count = 10) => Array.from({ length: count }, (_, k) => row(k, inAh(k)));
const judge = (rows: LedgerRow[]) =>
  judgeKeepUp(rows, {
    windowDays: 14,
    fullWithinDays: 7,
    coulombicFraction: entered(1),
    usableAh: entered(100),
    bank: null,
  }) as KeepUpVerdict;

describe('the verdict in words', () => {
  it('keeps up', () => {
    const verdict = judge(days((k) => 60 + (k % 4)));
    expect(verdictLead(verdict)).toBe('Charging keeps up: each amp-hour was ');
    expect(ratioRange(verdict)).toMatch(/^1\.\d\d–1\.\d\d$/);
    expect(verdictReason(verdict)).toContain('Even the low end of the range is at least one.');
  });
  it('falls behind, with the days that are left', () => {
    const said = verdictReason(judge(days((k) => 40 + (k % 4))));
    expect(said).toMatch(/Full was never reached\. At this rate the reserve is reached in \d\.\d days\./);
  });
  it('says when the reserve is already gone', () => {
    const rows = days((k) => 40 + (k % 4)).map((one) => ({ ...one, carriedAh: -140 }));
    expect(verdictReason(judge(rows))).toContain('The bank ended 10 of these days below its reserve.');
    const once = rows.map((one, k) => ({ ...one, carriedAh: k === 4 ? -101 : -100 }));
    expect(verdictReason(judge(once))).toContain('The bank ended one of these days below its reserve.');
    expect(verdictReason(judge(rows.map((one) => ({ ...one, carriedAh: -100 }))))).toContain(
      'The reserve has been reached.',
    );
  });
  it('only just', () => {
    const verdict = judge(days((k) => (k % 2 ? 20 : 82)));
    expect(verdictLead(verdict)).toContain('only just');
    expect(verdictReason(verdict)).toContain('The range spans one: it is too close to call. Full was never reached.');
  });
  it('says of full marks the date of the last', () => {
    const rows = days((k) => 60 + (k % 4)).map((one, k) => ({ ...one, fullAtMs: k === 3 ? 1 : null }));
    expect(verdictReason(judge(rows))).toContain('Full was reached on 1 day of these, last on Wednesday 4 March');
  });
  it('cannot tell yet', () => {
    const verdict = judge(days((k) => 30 + (k % 4), 5));
    expect(verdictLead(verdict)).toBe('Charging cannot be judged yet: each amp-hour was ');
    expect(ratioRange(verdict)).toBe('');
    expect(verdictReason(verdict)).toContain('5 days cannot carry a range. About 2 more days like these would tell.');
  });
  it('says which days are not in the book', () => {
    const rows = days((k) => 60 + (k % 4)).filter((_, k) => k !== 4 && k !== 5);
    expect(missingWords(judge(rows))).toBe('Of the 10 days looked at, 2 are not in the book.');
    expect(missingWords(judge(days(() => 60)))).toBe('');
  });
  it('says how many days are wanted', () => {
    expect(noVerdict({ state: 'none', reason: 'too-few-days', daysUsed: 1, daysWanted: 3, daysMissing: 0 })).toBe(
      '1 day with at most 4 h missing is in the book; 3 are wanted for a verdict.',
    );
  });
});
