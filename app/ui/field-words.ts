import { formatNumber } from '@core/quantity/format';
import { type Unit, UNITS } from '@core/quantity/unit';
import type { FieldIssue } from '@core/rig/limits';

/** What is wrong with an entry, in the unit in which it was typed. */
export function fieldIssueText(issue: FieldIssue, unit: Unit): string {
  const { symbol, factor } = UNITS[unit];
  const shown = (value: number) =>
    `${formatNumber(value * factor, Number.isInteger(value * factor) ? 0 : 2)}${symbol ? ` ${symbol}` : ''}`;
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
