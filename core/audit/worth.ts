import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import type { AuditLine } from './audit-line';

export interface Worth {
  id: string;
  says: string;
  /** What is saved a day if it used half. */
  savedAh: number;
  /** Rated capacity that the bank could be smaller by; null without a bank. */
  bankAh: Figure | null;
  solarW: Figure;
}

const bankSaved = formula({
  id: 'audit.worth-bank',
  says: 'bank saved',
  unit: 'Ah',
  words: 'half of its day × days without charge × rated Ah needed for one usable Ah',
  terms: {
    halfAh: { says: 'half of its day', unit: 'Ah' },
    autonomyDays: { says: 'days without charge', unit: 'Day' },
    ratedPerUsable: { says: 'rated for one usable', unit: 'Ratio' },
  },
  compute: ({ halfAh, autonomyDays, ratedPerUsable }) => halfAh * autonomyDays * ratedPerUsable,
  source: 'the same sizing as the bank’s',
});

const solarSaved = formula({
  id: 'audit.worth-solar',
  says: 'solar saved',
  unit: 'W',
  words: 'half of its day ÷ peak-sun hours ÷ share that arrives',
  terms: {
    halfWh: { says: 'half of its day', unit: 'Wh' },
    sunHours: { says: 'peak-sun hours a day', unit: 'H' },
    arrivesFraction: { says: 'share that arrives', unit: 'Fraction' },
  },
  compute: ({ halfWh, sunHours, arrivesFraction }) => halfWh / sunHours / arrivesFraction,
  source: 'rule of thumb until Charging is planned: warmth, wiring and controller take a quarter',
});

const ARRIVES = 0.75;

/** Loads by what halving each would save, the largest first. @param bank null: no bank yet */
export function worthOfHalving(
  lines: readonly AuditLine[],
  sunHours: Sourced,
  bank: { autonomyDays: Sourced; ratedPerUsable: Sourced } | null,
): Worth[] {
  return [...lines]
    .filter((line) => line.dayAh.value > 0)
    .sort((a, b) => b.dayAh.value - a.dayAh.value)
    .map((line) => ({
      id: line.id,
      says: line.says,
      savedAh: line.dayAh.value / 2,
      bankAh: bank && bankSaved.figure({ halfAh: half(line.dayAh), ...bank }, { key: line.id }),
      solarW: solarSaved.figure(
        { halfWh: half(line.dayWh), sunHours, arrivesFraction: entered(ARRIVES, 'rule of thumb') },
        { key: line.id },
      ),
    }));
}

const half = (figure: Figure): Sourced => ({ ...computed(figure.value / 2), working: figure.working });
