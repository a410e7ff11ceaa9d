import { formatNumber } from '@core/quantity/format';
import { toShown, type UnitLook } from '@core/quantity/unit';
import type { FieldIssue } from '@core/rig/limits';

/** What is wrong with an entry, in the unit in which it was typed. */
export function fieldIssueText(issue: FieldIssue, look: UnitLook): string {
  const shown = (stored: number) => {
    const value = Number(toShown(stored, look).toFixed(6));
    return `${formatNumber(value, Number.isInteger(value) ? 0 : 2)}${look.symbol ? ` ${look.symbol}` : ''}`;
  };
  switch (issue.code) {
    case 'not-a-number':
      return 'Not a number. Type digits, such as 12.5.';
    case 'too-small':
      return `Not below ${shown(issue.min)}.`;
    case 'too-large':
      return `Not above ${shown(issue.max)}.`;
    case 'not-whole':
      return 'A whole number.';
  }
}
