import { interpolate } from '../cells/interpolate';
import { singleCharge } from '../charging/single-charge';
import { computed, entered, type Figure, measured } from '../formula/figure';
import { account, formula } from '../formula/formula';
import { at } from '../quantity/guard';
import { dayKeyAt, dayStartMs } from '../series/local-day';
import type { StepContext } from './context';
import { batteryLimit } from './usual-limits';

const missing = formula({
  id: 'commissioning.missing',
  says: 'missing until it is full',
  unit: 'Ah',
  words: 'capacity × (1 − state of charge, off its rested volts)',
  terms: { capacityAh: { says: 'capacity', unit: 'Ah' }, socFraction: { says: 'state of charge', unit: 'Fraction' } },
  compute: ({ capacityAh, socFraction }) => capacityAh * (1 - socFraction),
  source: 'rested volts of the chemistry',
  leavesOut: 'that lithium’s volts hardly move between a third and nearly full: it may be off by half',
});

const hours = account({
  id: 'commissioning.alone-h',
  says: 'charging alone',
  unit: 'H',
  words: 'missing Ah ÷ current, through what it accepts when nearly full',
  terms: {
    missingAh: { says: 'missing', unit: 'Ah' },
    chargerA: { says: 'charger', unit: 'A' },
    limitA: { says: 'it takes at most', unit: 'A' },
  },
  source: 'minute by minute, as One charge under Charging',
});

const onSince = formula({
  id: 'commissioning.on-h',
  says: 'on until now',
  unit: 'H',
  words: 'clock now − clock when charging began',
  terms: { nowH: { says: 'the clock now', unit: 'Clock' }, sinceH: { says: 'began', unit: 'Clock' } },
  compute: ({ nowH, sinceH }) => nowH - sinceH,
  source: 'the clock of this device: it goes on while the page sleeps',
});
const stillTo = formula({
  id: 'commissioning.still-h',
  says: 'still about',
  unit: 'H',
  words: 'hours that it takes − hours that it has been on, never below 0',
  terms: { wholeH: { says: 'charging alone', unit: 'H' }, onH: { says: 'on until now', unit: 'H' } },
  compute: ({ wholeH, onH }) => Math.max(0, wholeH - onH),
  source: 'as reckoned, and by the clock',
});

const HOUR_MS = 3_600_000;
/** Longer than anybody leaves one on: then it is the clock that is wrong. */
const MOST_H = 24 * 14;

/**
 * How long a charge has been on, and what is left of it, by the clock and not by counting.
 * @param whole     hours that it takes; null: not known
 * @param timeZone  in which the clock is read
 * @returns null where the clock was changed meanwhile: it lies before the beginning, or weeks after it
 */
export function chargeProgress(
  sinceMs: number,
  nowMs: number,
  whole: Figure | null,
  timeZone: string,
): { on: Figure; still: Figure | null } | null {
  const hours = (nowMs - sinceMs) / HOUR_MS;
  if (hours < 0 || hours > MOST_H) return null;
  const midnightMs = dayStartMs(dayKeyAt(sinceMs, timeZone), timeZone);
  const on = onSince.figure({
    nowH: measured((nowMs - midnightMs) / HOUR_MS, 'from the midnight before it began'),
    sinceH: measured((sinceMs - midnightMs) / HOUR_MS, 'from that midnight'),
  });
  return { on, still: whole && stillTo.figure({ wholeH: whole, onH: on }) };
}

/**
 * One string charged alone until it is full: what it misses, and hours.
 * @param stringV   its volts at rest
 * @param chargerA  of a charger that limits its current, > 0
 * @returns hours null where the charger’s current is not accepted at that temperature, or it would take days
 */
export function chargedAlone(
  { circuit, chemistry }: Pick<StepContext, 'circuit' | 'chemistry'>,
  stringAt: number,
  stringV: number,
  tempC: number,
  chargerA: number,
): { missingAh: Figure; hours: Figure | null } {
  const { battery, seriesCount } = at(circuit.strings, stringAt);
  const cellV = stringV / (battery.cellsInSeries * seriesCount);
  const socFraction = interpolate(
    chemistry.restedCellV.map(([soc, volts]) => [volts, soc] as const),
    cellV,
  );
  const { capacityAh } = battery;
  const limitA = batteryLimit(battery, chemistry, 'chargeA');
  const run = singleCharge(chemistry, capacityAh, socFraction, () => chargerA, limitA.value, tempC);
  const missingAh = missing.figure({
    capacityAh: entered(capacityAh, battery.name),
    socFraction: computed(socFraction, 'off its rested volts'),
  });
  const done = run.tailH ?? run.hoursTo.at(-1)?.hours ?? null;
  return {
    missingAh,
    hours: done === null ? null : hours.figure(done, { missingAh, chargerA: entered(chargerA), limitA }),
  };
}
