import { describe, expect, it } from 'vitest';
import { failureText, refusalText, unsureText } from './import-words';

/** A person who reads one of these must know what is wrong and what to do next. */
const REMEDY = /again|drop|check|correct|free|needs|not a log|cancelled/i;

describe('why a file is not read', () => {
  it.each(['empty', 'binary', 'no-time-column', 'no-current-column'] as const)(
    '%s: in a sentence, with what helps',
    (code) => {
      expect(refusalText(code)).toMatch(/^[A-Z].*\.$/);
      expect(refusalText(code)).toMatch(REMEDY);
    },
  );
  it.each(['no-rows', 'storage', 'line-too-long', 'unreadable', 'cancelled'] as const)('%s: likewise', (failed) => {
    const text = failureText({ failed, says: 'Quota exceeded.', listed: [] });
    expect(text).toMatch(/^[A-Z].*\.$/);
    expect(text).toMatch(REMEDY);
  });
  it('names what the browser said, where it said something', () => {
    expect(failureText({ failed: 'storage', says: 'quota', listed: [] })).toContain('(quota)');
    expect(failureText({ failed: 'unreadable', says: 'gone', listed: [] })).toContain('(gone)');
  });
});

describe('what to look at before it is read', () => {
  it('is said of each doubt in words of its own', () => {
    const doubts = (['date-order', 'sign', 'voltage', 'current', 'unit'] as const).map(unsureText);
    expect(new Set(doubts).size).toBe(5);
    expect(doubts[1]).toMatch(/^Which sign means charging/);
  });
});
