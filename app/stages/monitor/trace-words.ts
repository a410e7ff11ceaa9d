import type { CounterCall } from '@core/counter/calls';
import type { TraceId } from '@core/counter/standard-traces';
import type { JudgedMark, MissedFull } from '@core/counter/trial';
import { formatNumber, quantityText } from '@core/quantity/format';

export const TRACE_WORDS: Record<TraceId, { name: string; says: string }> = {
  'clear-day': { name: 'Clear day', says: 'sun from six to six, a usual evening' },
  'broken-cloud': { name: 'Broken cloud', says: 'clouds of three to eighteen minutes through the morning' },
  'cloud-week': { name: 'A week of cloud and sun', says: 'seven days, each with its share of clouds' },
  'short-drives': { name: 'Short drives', says: 'half an hour twice a day, no sun' },
  'absorption-under-load': {
    name: 'Absorption under load',
    says: 'mains charging while a load as large switches on and off',
  },
  'early-float': { name: 'Early float', says: 'a charger that goes to float after a quarter of an hour' },
  'rainy-week': { name: 'A rainy week', says: 'seven grey days, from nearly full' },
  'winter-rest': { name: 'Winter rest', says: 'two weeks laid up at 5 °C' },
  'overnight-loads': { name: 'Heavy evenings', says: 'large loads in bursts before midnight' },
  'shore-charge': { name: 'Mains, from half', says: 'a steady charger for two days' },
};

export const CALL_WORDS: Record<CounterCall['says'], string> = {
  reserve: 'reserve alarm',
  low: 'low-voltage alarm',
  high: 'high-voltage alarm',
  'relay-off': 'relay off',
  'relay-on': 'relay on',
};

const minutes = (ms: number) => `${formatNumber(ms / 60_000, ms < 600_000 ? 1 : 0)} min`;

/** What fooled the meter: "for 2.0 min the voltage had stood and the current was small, because the source had faded". */
export function falseWords({ cause, heldFromMs, timeMs, soc }: JudgedMark): string {
  const held = minutes(timeMs - heldFromMs);
  const inBank = soc === null ? '' : ` with ${quantityText(soc, 'Fraction', { decimals: 0 })} in the bank`;
  switch (cause) {
    case 'source-faded':
      return `A source that faded let the current fall for ${held} while the voltage still stood${inBank}.`;
    case 'at-rest':
      return `At rest: nothing had charged for half an hour, and the voltage stood above the setting${inBank}.`;
    case 'current-not-asked':
      return `The voltage had stood for ${held}; the meter does not ask for the current${inBank}.`;
    case null:
      return '';
  }
}

/** What kept it from marking a full bank. */
export function missWords({ cause, came }: MissedFull): string {
  switch (cause) {
    case 'never-by-itself':
      return 'the meter does not mark full by itself';
    case 'voltage-not-reached':
      return `the voltage came to ${quantityText(came ?? 0, 'V')} only: no charger held absorption`;
    case 'current-not-small':
      return `at that voltage the current never fell below ${quantityText(came ?? 0, 'A', { decimals: 1 })}`;
    case 'not-held':
      return `both held for ${minutes(came ?? 0)} only`;
  }
}
