import { interpolate } from '../cells/interpolate';
import { singleCharge } from '../charging/single-charge';
import { computed, entered, type Figure } from '../formula/figure';
import { account, formula } from '../formula/formula';
import { at } from '../quantity/guard';
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
