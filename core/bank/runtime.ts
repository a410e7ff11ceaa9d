import { formula } from '../formula/formula';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';

/** A battery or a bank that is asked how long it lasts. */
export interface RuntimeSource {
  nominalV: Sourced;
  /** At the 20-hour rate. */
  capacityAh: Sourced;
  usableFraction: Sourced;
  peukertExponent: Sourced;
  /** Left of the capacity, aged and cold; 1 where neither is known. */
  leftFraction: Sourced;
}

const RATED_H = 20;

export const drawAtBank = formula({
  id: 'runtime.current',
  says: 'current',
  unit: 'A',
  words: 'power ÷ voltage',
  terms: { powerW: { says: 'power at the bank', unit: 'W' }, nominalV: { says: 'nominal voltage', unit: 'V' } },
  compute: ({ powerW, nominalV }) => powerW / nominalV,
  source: 'I = P ÷ U',
});

/** Peukert: t = H · (C ÷ (I·H))^k down to empty, and of that the usable share. */
export const peukertHours = formula({
  id: 'runtime.itemised',
  says: 'lasts, itemised',
  unit: 'H',
  words: 'H · (capacity left ÷ (current · H))^k × usable share',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    leftFraction: { says: 'left, aged and cold', unit: 'Fraction' },
    currentA: { says: 'current', unit: 'A' },
    ratedH: { says: 'H, the rate it is rated at', unit: 'H' },
    peukertExponent: { says: 'k, Peukert exponent', unit: 'Ratio' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
  },
  compute: ({ capacityAh, leftFraction, currentA, ratedH, peukertExponent, usableFraction }) =>
    ratedH * ((capacityAh * leftFraction) / (currentA * ratedH)) ** peukertExponent * usableFraction,
  source: 'W. Peukert (1897), in the form for a capacity rated at H hours',
  leavesOut: 'recovery in pauses, and the voltage at which the load itself gives up',
});

export const flatHours = formula({
  id: 'runtime.flat',
  says: 'lasts, flat loss',
  unit: 'H',
  words: 'capacity × volts × usable share × (1 − flat loss) ÷ power',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    nominalV: { says: 'nominal voltage', unit: 'V' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    lossFraction: { says: 'flat loss', unit: 'Fraction' },
    powerW: { says: 'power', unit: 'W' },
  },
  compute: ({ capacityAh, nominalV, usableFraction, lossFraction, powerW }) =>
    (capacityAh * nominalV * usableFraction * (1 - lossFraction)) / powerW,
  source: 'school of the flat loss: one share off for everything',
});

export interface Runtime {
  currentA: Figure;
  itemisedH: Figure;
  flatH: Figure;
}

/**
 * How long a steady draw lasts, in both schools. Itemised: the loads' own conversion losses are in powerAtBankW, ageing, cold
 * and Peukert in the battery. Flat: the power as it is read at the loads, and one share off.
 * @param powerAtBankW   W off the battery, conversion losses counted, > 0
 * @param powerAtLoadsW  W at the loads, > 0
 */
export function runtimeOf(
  source: RuntimeSource,
  powerAtBankW: Sourced,
  powerAtLoadsW: Sourced,
  flatLossFraction: number,
): Runtime {
  const { nominalV, capacityAh, usableFraction, peukertExponent, leftFraction } = source;
  const currentA = drawAtBank.figure({ powerW: powerAtBankW, nominalV });
  const ratedH = byDefault(RATED_H, '20-hour rate');
  const lossFraction = entered(flatLossFraction);
  return {
    currentA,
    itemisedH: peukertHours.figure({ capacityAh, leftFraction, currentA, ratedH, peukertExponent, usableFraction }),
    flatH: flatHours.figure({ capacityAh, nominalV, usableFraction, lossFraction, powerW: powerAtLoadsW }),
  };
}

export interface TrialCalibration {
  /** Observed against predicted hours: geometric mean over the trials of one method. */
  factor: number;
  trials: number;
}

/** The household's own factor from trials that have been observed; null while there is none. */
export function calibrate(
  trials: readonly { method: string; predictedH: number; observedH: number | null }[],
  method: string,
): TrialCalibration | null {
  const ratios = trials.flatMap(({ method: by, predictedH, observedH }) =>
    by === method && observedH !== null && observedH > 0 && predictedH > 0 ? [Math.log(observedH / predictedH)] : [],
  );
  if (ratios.length === 0) return null;
  return { factor: Math.exp(ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length), trials: ratios.length };
}

/** Left of the capacity when aged and cold. */
export const leftWhen = (ageingFraction: number, coldFraction: number, note: string): Sourced =>
  computed(ageingFraction * coldFraction, note);
