import { describe, expect, it } from 'vitest';
import { FINDING_CODES, type FindingCode } from '@core/monitor/checks/check-settings';
import { findingWords } from './finding-words';

/** What is set, what it is held against, and what is said of the two. */
const SAID: Record<FindingCode, [is: number, bound: number, says: string]> = {
  'never-full': [14.8, 14.4, 'Full from 14.80 V is above what any charger reaches, 14.40 V: it will never be marked.'],
  'not-every-charger': [
    ...([14.3, 14.1] as const),
    'Full from 14.30 V is above the lowest absorption, 14.10 V: that charger never marks full.',
  ],
  'marked-short': [
    ...([14.4, 14.7] as const),
    'A charger absorbs at 14.40 V where this bank asks for 14.70 V: its full marks come before the bank is quite full.',
  ],
  'full-at-rest': [
    ...([13.2, 13.5] as const),
    'Full from 13.20 V is no higher than float or a rested full bank, 13.50 V: it is marked at rest.',
  ],
  'tail-below-stop': [1, 2, 'The tail of 1.00 A lies at or below where the chargers stop, 2.00 A: full is missed.'],
  'dead-band-hides': [
    ...([8.4, 0.05] as const),
    'The dead band hides the smallest standing load of 0.050 A while nothing else runs: up to 8.4 Ah a week are not counted.',
  ],
  'hold-shorter-than-clouds': [1, 3, 'A hold of 1.0 min is shorter than clouds last, 3 min and more.'],
  'shunt-too-small': [
    ...([100, 250] as const),
    'A shunt of 100.0 A is too small: with a quarter of headroom the largest current asks for 250.0 A.',
  ],
  'shunt-not-as-fitted': [
    ...([0.5, 1] as const),
    'The meter is told of another shunt than the one that is fitted: it shows 0.50 of every ampere.',
  ],
  'former-chemistry': [
    ...([0, 0] as const),
    '2 settings are those of another kind of battery: they were left from the former bank.',
  ],
  'empty-below-own': [
    ...([9, 10] as const),
    'Empty at 9.00 V lies below where the battery cuts itself off or is harmed, 10.00 V.',
  ],
  'alarm-after-inverter': [
    ...([0.2, 0.35] as const),
    'With all loads at once the inverter is off at 35 %, before the reserve alarm calls at 20 %.',
  ],
  'relay-chatters': [
    ...([0.2, 0.4] as const),
    'The relay has 0.20 V of hysteresis; when the loads of the audit go off, the bank springs back 0.40 V: it chatters.',
  ],
  'equalise-sealed': [30, 0, 'It reminds of equalising a bank that must never be equalised.'],
  'cut-before-alarm': [0.3, 0.2, 'The loads go off no later than the alarm calls.'],
  'alarms-crossed': [
    ...([14, 12] as const),
    'The low-voltage alarm lies above the high-voltage one: one of them always calls.',
  ],
  'high-below-charge': [
    ...([14, 14.4] as const),
    'The high-voltage alarm at 14.00 V calls at every charge, which goes to 14.40 V.',
  ],
  'empty-above-alarm': [
    ...([12, 11] as const),
    'Empty lies above the low-voltage alarm: the meter says empty before it has warned.',
  ],
};

describe('a finding on what stands in the meter', () => {
  it.each(FINDING_CODES)('%s says what is set, what against, and what to do', (code) => {
    const [is, bound, says] = SAID[code];
    const words = findingWords({
      code,
      severity: 'error',
      settings: ['full-voltage', 'tail-current'],
      is,
      bound,
      rests: null,
    });
    expect(words.says.replace(/\u2009|\u00a0/g, ' ')).toBe(says);
    // What to do is a sentence of its own, not the finding again.
    expect(words.remedy).toMatch(/^[A-Z].+\.$/);
    expect(words.says).not.toContain(words.remedy);
  });
  it.each([
    [0.02, /^Lower the dead band/],
    [0.01, /^No band is as small as that/],
    [0.008, /^No band is as small as that/],
  ])('a standing load of %s A is got from under the dead band only where one is smaller', (bound, remedy) => {
    const finding = {
      code: 'dead-band-hides',
      severity: 'error',
      settings: ['dead-band'],
      is: 1,
      rests: null,
    } as const;
    expect(findingWords({ ...finding, settings: ['dead-band'], bound }).remedy).toMatch(remedy);
  });
  it('knows a relay that has no hysteresis at all from one that has too little', () => {
    const [relay] = FINDING_CODES.filter((code) => code === 'relay-chatters');
    const finding = { code: relay!, severity: 'error', settings: [], is: 0, bound: 0, rests: null } as const;
    expect(findingWords({ ...finding, settings: [] }).says).toContain('on where it switches off, or below');
  });
});
