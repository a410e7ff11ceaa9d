import { formula } from '../formula/formula';
import { asPlanned, computed, type Figure, type Sourced } from '../formula/figure';
import { USUAL_FLAT_LOSS } from './fresh';
import type { LossSchool } from './plan';
import { peukertFactor } from '../cells/peukert';

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

export const drawAtBank = formula({
  id: 'runtime.current',
  says: 'current',
  unit: 'A',
  words: 'power ÷ voltage',
  terms: { powerW: { says: 'power at the bank', unit: 'W' }, nominalV: { says: 'nominal voltage', unit: 'V' } },
  compute: ({ powerW, nominalV }) => powerW / nominalV,
  source: 'I = P ÷ U',
});

const peukertFigure = formula({
  id: 'runtime.peukert',
  says: 'counts for',
  unit: 'Ratio',
  words: '(current ÷ rated current)^(k − 1), never below 1; rated current = rated capacity ÷ 20 h',
  terms: {
    currentA: { says: 'current', unit: 'A' },
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    peukertExponent: { says: 'k, Peukert exponent', unit: 'Ratio' },
  },
  compute: ({ currentA, capacityAh, peukertExponent }) => peukertFactor(currentA, capacityAh, peukertExponent),
  source: 'W. Peukert (1897), in the form for a capacity rated at 20 hours',
  leavesOut: 'what a slower draw might give beyond the rating: nothing is credited for it',
});

const itemisedHours = formula({
  id: 'runtime.itemised',
  says: 'lasts, itemised',
  unit: 'H',
  words: 'rated capacity × left, aged and cold × usable share ÷ (current × what it counts for by Peukert)',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    leftFraction: { says: 'left, aged and cold', unit: 'Fraction' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    currentA: { says: 'current', unit: 'A' },
    peukert: { says: 'counts for, by Peukert', unit: 'Ratio' },
  },
  compute: ({ capacityAh, leftFraction, usableFraction, currentA, peukert }) =>
    (capacityAh * leftFraction * usableFraction) / (currentA * peukert),
  source: 'itemised-loss method',
  leavesOut: 'recovery in pauses, and the voltage at which the load itself gives up',
});

const flatHours = formula({
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
  source: 'flat-loss method: one share off for everything',
});

const plainHours = formula({
  id: 'runtime.plain',
  says: 'lasts, plain',
  unit: 'H',
  words: 'capacity × usable share ÷ current at the loads',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    currentA: { says: 'current at the loads', unit: 'A' },
  },
  compute: ({ capacityAh, usableFraction, currentA }) => (capacityAh * usableFraction) / currentA,
  source: 'plain method: usable amp-hours ÷ amperes, nothing taken off',
  leavesOut: 'what inverters, age, cold and fast draws take: it promises most',
});

/** By school of losses. */
export interface Runtime {
  currentA: Figure;
  hours: Record<LossSchool, Figure>;
}

/**
 * How long a steady draw lasts, in every school. Itemised: the loads' own conversion losses are in powerAtBankW, ageing, cold
 * and Peukert in the battery. Flat and plain: the power as it is read at the loads, one share off, or nothing.
 * @param powerAtBankW   W off the battery, conversion losses counted, > 0
 * @param powerAtLoadsW  W at the loads and of inverters that are on, > 0
 */
export function runtimeOf(
  source: RuntimeSource,
  powerAtBankW: Sourced,
  powerAtLoadsW: Sourced,
  flatLossFraction: number,
): Runtime {
  const { nominalV, capacityAh, usableFraction, peukertExponent, leftFraction } = source;
  const currentA = drawAtBank.figure({ powerW: powerAtBankW, nominalV });
  const atLoadsA = drawAtBank.figure(
    { powerW: powerAtLoadsW, nominalV },
    { key: 'loads', says: 'current at the loads' },
  );
  const peukert = peukertFigure.figure({ currentA, capacityAh, peukertExponent });
  const lossFraction = asPlanned(flatLossFraction, USUAL_FLAT_LOSS);
  return {
    currentA,
    hours: {
      plain: plainHours.figure({ capacityAh, usableFraction, currentA: atLoadsA }),
      flat: flatHours.figure({ capacityAh, nominalV, usableFraction, lossFraction, powerW: powerAtLoadsW }),
      itemised: itemisedHours.figure({ capacityAh, leftFraction, usableFraction, currentA, peukert }),
    },
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
