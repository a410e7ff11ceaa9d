import type { FindingCode, MonitorFinding } from '@core/monitor/checks/check-settings';
import { SMALLEST_BAND_A } from '@core/monitor/settings/counting';
import { formatNumber, quantityText } from '@core/quantity/format';

interface FindingWords {
  says: string;
  remedy: string;
}

const volts = (value: number) => quantityText(value, 'V', { decimals: 2 });
const amps = (value: number) => quantityText(value, 'A');
const share = (value: number) => quantityText(value, 'Fraction', { decimals: 0 });

const WORDS: Record<FindingCode, (finding: MonitorFinding) => FindingWords> = {
  'never-full': ({ is, bound }) => ({
    says: `Full from ${volts(is)} is above what any charger reaches, ${volts(bound)}: it will never be marked.`,
    remedy: 'Lower the full voltage below the lowest absorption.',
  }),
  'not-every-charger': ({ is, bound }) => ({
    says: `Full from ${volts(is)} is above the lowest absorption, ${volts(bound)}: that charger never marks full.`,
    remedy: 'Lower it below the lowest absorption, or raise that charger within the battery’s sheet.',
  }),
  'full-at-rest': ({ is, bound }) => ({
    says: `Full from ${volts(is)} is no higher than float or a rested full bank, ${volts(bound)}: it is marked at rest.`,
    remedy: 'Raise the full voltage above both.',
  }),
  'marked-short': ({ is, bound }) => ({
    says: `A charger absorbs at ${volts(is)} where this bank asks for ${volts(bound)}: its full marks come before the bank is quite full.`,
    remedy:
      'Raise that charger within the battery’s sheet, or let another finish the charge now and then and set full by hand.',
  }),
  'tail-below-stop': ({ is, bound }) => ({
    says: `The tail of ${amps(is)} lies at or below where the chargers stop, ${amps(bound)}: full is missed.`,
    remedy: 'Raise the tail current to a quarter above that.',
  }),
  'dead-band-hides': ({ is, bound }) => ({
    says: `The dead band hides the smallest standing load of ${quantityText(bound, 'A', { decimals: 3 })} while nothing else runs: up to ${quantityText(is, 'Ah')} a week are not counted.`,
    remedy:
      bound > SMALLEST_BAND_A
        ? 'Lower the dead band below it.'
        : 'No band is as small as that: add the load to the daily figure by hand.',
  }),
  'hold-shorter-than-clouds': ({ is, bound }) => ({
    says: `A hold of ${formatNumber(is, 1)} min is shorter than clouds last, ${formatNumber(bound, 0)} min and more.`,
    remedy: 'Lengthen the hold time; the test bench shows from where on no day is fooled.',
  }),
  'shunt-too-small': ({ is, bound }) => ({
    says: `A shunt of ${amps(is)} is too small: with a quarter of headroom the largest current asks for ${amps(bound)}.`,
    remedy: 'Fit the next larger one, and tell the meter.',
  }),
  'shunt-not-as-fitted': ({ is }) => ({
    says: `The meter is told of another shunt than the one that is fitted: it shows ${formatNumber(is, 2)} of every ampere.`,
    remedy: 'Enter both figures that stand on the shunt.',
  }),
  'former-chemistry': ({ settings }) => ({
    says: `${settings.length} settings are those of another kind of battery: they were left from the former bank.`,
    remedy: 'Key all of them in anew, by the list under "As entered".',
  }),
  'empty-below-own': ({ is, bound }) => ({
    says: `Empty at ${volts(is)} lies below where the battery cuts itself off or is harmed, ${volts(bound)}.`,
    remedy: 'Raise the empty voltage above that.',
  }),
  'alarm-after-inverter': ({ is, bound }) => ({
    says: `With all loads at once the inverter is off at ${share(bound)}, before the reserve alarm calls at ${share(is)}.`,
    remedy: 'Raise the alarm, or shorten and thicken the inverter’s cables: see the map of sag under Bank.',
  }),
  'relay-chatters': ({ is, bound }) => ({
    says:
      bound > 0
        ? `The relay has ${volts(is)} of hysteresis; when the loads of the audit go off, the bank springs back ${volts(bound)}: it chatters.`
        : 'The relay switches on where it switches off, or below: it chatters.',
    remedy: 'Set "on again" further above "off".',
  }),
  'equalise-sealed': () => ({
    says: 'It reminds of equalising a bank that must never be equalised.',
    remedy: 'Set that reminder to 0, off: sealed cells vent for good, lithium is destroyed.',
  }),
  'cut-before-alarm': () => ({
    says: 'The loads go off no later than the alarm calls.',
    remedy:
      'Raise the alarm, or lower the cut-off. Where all of the bank is counted as usable there is room for neither.',
  }),
  'alarms-crossed': () => ({
    says: 'The low-voltage alarm lies above the high-voltage one: one of them always calls.',
    remedy: 'Enter both anew.',
  }),
  'high-below-charge': ({ is, bound }) => ({
    says: `The high-voltage alarm at ${volts(is)} calls at every charge, which goes to ${volts(bound)}.`,
    remedy: 'Raise it above the highest absorption.',
  }),
  'empty-above-alarm': () => ({
    says: 'Empty lies above the low-voltage alarm: the meter says empty before it has warned.',
    remedy: 'Lower the empty voltage, or raise the alarm.',
  }),
};

export const findingWords = (finding: MonitorFinding): FindingWords => WORDS[finding.code](finding);
