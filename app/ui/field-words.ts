import { formatNumber } from '@core/quantity/format';
import { toShown, type UnitLook } from '@core/quantity/unit';
import type { FieldIssue } from '@core/plan/limit';
import type { TextIssue } from '@core/text/number-text';

/** What may be wrong with an entry: its value, or the way in which it is written. */
export type EntryIssue = FieldIssue | { code: 'other-unit' } | { code: 'two-readings'; text: string };

/** What of a text keeps it from being taken for a quantity. */
export function entryIssue(code: TextIssue, text: string): EntryIssue {
  if (code === 'ambiguous') return { code: 'two-readings', text: text.trim() };
  return { code: code === 'other-unit' ? 'other-unit' : 'not-a-number' };
}

/** What is wrong with an entry, in the unit in which it was typed. */
export function fieldIssueText(issue: EntryIssue, look: UnitLook): string {
  const shown = (stored: number) => {
    const value = Number(toShown(stored, look).toFixed(6));
    return `${formatNumber(value, Number.isInteger(value) ? 0 : 2)}${look.symbol ? ` ${look.symbol}` : ''}`;
  };
  switch (issue.code) {
    case 'not-a-number':
      return 'Not a number. Type digits, such as 12.5.';
    case 'other-unit':
      return look.symbol ? `Not a unit that fits: this is in ${look.symbol}.` : 'No unit belongs here.';
    case 'two-readings':
      return issue.text.includes(':')
        ? `${issue.text} can be hours or minutes. Add h, or type minutes.`
        : `${issue.text} can be ${issue.text.replace(',', '')} or ${issue.text.replace(',', '.')}. Type one of them.`;
    case 'too-small':
      return `Not below ${shown(issue.min)}.`;
    case 'too-large':
      return `Not above ${shown(issue.max)}.`;
    case 'not-whole':
      return 'A whole number.';
  }
}
