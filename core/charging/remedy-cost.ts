import { asTyped } from '../quantity/format';
import { asPlanned, byDefault, computed, entered, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { Bank } from '../bank/plan';
import { FRESH_PRICES } from './fresh';
import type { RemedyPrices } from './plan';
import type { Remedy } from './remedies';
import { stayShare } from './year-formulas';

const cost = formula({
  id: 'charging.remedy-cost',
  says: 'cost',
  unit: 'Price',
  words: 'array + batteries + hours of driving and mains over the years',
  terms: {
    arrayW: { says: 'array more', unit: 'W' },
    perArrayW: { says: 'for each W', unit: 'UnitPrice' },
    strings: { says: 'strings of batteries more', unit: 'Count' },
    perString: { says: 'for each', unit: 'Price' },
    driveH: { says: 'driving more a week', unit: 'H' },
    perDriveH: { says: 'for each hour', unit: 'UnitPrice' },
    shoreH: { says: 'mains or generator more a week', unit: 'H' },
    perShoreH: { says: 'for each hour', unit: 'UnitPrice' },
    years: { says: 'years counted', unit: 'Count' },
  },
  compute: (t) =>
    t.arrayW * t.perArrayW +
    t.strings * t.perString +
    (t.driveH * t.perDriveH + t.shoreH * t.perShoreH) * (365 / 7) * t.years,
  source: 'your prices, in your own currency',
  leavesOut: 'a larger controller, labour, a saving’s discomfort, what is lost when it is sold',
});

const mass = formula({
  id: 'charging.remedy-mass',
  says: 'mass',
  unit: 'Kg',
  words: 'array + batteries',
  terms: {
    arrayW: { says: 'array more', unit: 'W' },
    kgPerW: { says: 'for each W', unit: 'Ratio' },
    strings: { says: 'strings of batteries more', unit: 'Count' },
    stringKg: { says: 'of each', unit: 'Kg' },
  },
  compute: ({ arrayW, kgPerW, strings, stringKg }) => arrayW * kgPerW + strings * stringKg,
  source: 'battery sheet; framed glass modules',
});

/** Share of years of a trial, with its working. @param stay share that stayed above the reserve */
export const trialStay = (stay: number, runs: number, reserveSoc: number, remedy: Remedy): Figure =>
  stayShare.figure(
    {
      stayed: computed(Math.round(stay * runs), 'the worst month, with the remedy'),
      runs: byDefault(runs),
      reserveSoc: entered(reserveSoc, 'the bank’s usable share'),
    },
    { key: `trial:${JSON.stringify(remedy)}` },
  );

/** Framed glass modules with their frame on the roof, kg a watt; typical. */
const KG_PER_W = 0.06;

export function remedyCost(remedy: Remedy, bank: Bank, prices: RemedyPrices): { price: Figure; massKg: Figure | null } {
  const { battery, seriesCount } = bank;
  const key = JSON.stringify(remedy);
  const arrayW = computed(remedy.array ?? 0);
  const strings = computed(remedy.bank ?? 0);
  const perString =
    battery.price === null
      ? asPlanned(
          prices.perBankAh * battery.capacityAh,
          FRESH_PRICES.perBankAh * battery.capacityAh,
          `${asTyped(prices.perBankAh)} for each Ah`,
        )
      : entered(battery.price * seriesCount, `${seriesCount} × ${battery.name}`);
  return {
    price: cost.figure(
      {
        arrayW,
        perArrayW: asPlanned(prices.perArrayW, FRESH_PRICES.perArrayW),
        strings,
        perString,
        driveH: computed(remedy.drive ?? 0),
        perDriveH: asPlanned(prices.perDriveH, FRESH_PRICES.perDriveH),
        shoreH: computed(remedy.shore ?? 0),
        perShoreH: asPlanned(prices.perShoreH, FRESH_PRICES.perShoreH),
        years: asPlanned(prices.years, FRESH_PRICES.years),
      },
      { key },
    ),
    massKg:
      remedy.bank && battery.massKg === null
        ? null
        : mass.figure(
            {
              arrayW,
              kgPerW: byDefault(KG_PER_W),
              strings,
              stringKg: entered((battery.massKg ?? 0) * seriesCount, battery.name),
            },
            { key },
          ),
  };
}
