import { interpolate } from '../cells/interpolate';
import { cellsInSeries } from '../cells/cells-in-series';
import { twelveVoltBlocks } from '../cells/twelve-volt-blocks';
import { chargeLimit } from '../charging/charge-limit';
import { chargingVoltage } from '../charging/charging-voltage';
import { CHARGES_AT_C, runningCurrent } from '../charging/running-current';
import { singleCharge } from '../charging/single-charge';
import { byDefault, computed, entered, type Figure } from '../formula/figure';
import { account, formula } from '../formula/formula';
import { at } from '../quantity/guard';
import type { StepContext } from './context';
import { COMMISSIONING_LIMITS as LIMITS } from './limits';
import type { Seen } from './plan';
import { rest, rounded } from './rests';
import { seenOf } from './seen';
import type { StepOf } from './step';

/** A reading on the way to full. */
export interface ChargeReading {
  atMs: number;
  volts: number;
  amps: number;
}

/** Two readings that both say full must lie so far apart: a cloud passes faster. */
const HELD_MS = 5 * 60_000;
/** Below the absorption voltage by so much, per 12 V, it still counts as reached: two meters differ by that. */
const V_OFF_PER_12V = 0.1;

const tail = formula({
  id: 'commissioning.tail',
  says: 'full from this current down',
  unit: 'A',
  words: 'capacity × tail current of the chemistry',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    tailFraction: { says: 'tail current, of the capacity', unit: 'Fraction' },
  },
  compute: ({ capacityAh, tailFraction }) => capacityAh * tailFraction,
  source: 'chemistry, or as its sheet says',
});
const absorption = formula({
  id: 'commissioning.absorption',
  says: 'at this voltage',
  unit: 'V',
  words: 'cells in series × absorption voltage of a cell − how far two meters differ',
  terms: {
    cells: { says: 'cells in series', unit: 'Count' },
    cellV: { says: 'absorption, a cell', unit: 'V' },
    offV: { says: 'two meters may differ by', unit: 'V' },
  },
  compute: ({ cells, cellV, offV }) => cells * cellV - offV,
  source: 'chemistry, or as its sheet says',
});
const takes = account({
  id: 'commissioning.full-h',
  says: 'takes about',
  unit: 'H',
  words: 'missing Ah ÷ current, through what the bank accepts when nearly full',
  terms: {
    fromSoc: { says: 'from a charge of', unit: 'Fraction' },
    sourceA: { says: 'the strongest source', unit: 'A' },
    limitA: { says: 'the bank takes at most', unit: 'A' },
  },
  source: 'minute by minute, as One charge under Charging',
});

/** The first charge to the criteria of the chemistry. */
export function fullChargeStep({ bank, chemistry, capacityAh }: StepContext): StepOf<'full-charge'> {
  const cells = cellsInSeries(bank);
  const tailA = tail.figure({ capacityAh, tailFraction: byDefault(chemistry.tailFraction, chemistry.name) });
  const atV = absorption.figure({
    cells: entered(cells),
    cellV: byDefault(chemistry.absorptionCellV, chemistry.name),
    offV: byDefault(V_OFF_PER_12V * twelveVoltBlocks(bank, chemistry)),
  });
  const reading = { optional: false } as const;
  return {
    id: 'full-charge',
    kind: 'full-charge',
    phase: 'full-charge',
    name: '',
    absorptionV: atV.value,
    tailA: tailA.value,
    checks: [],
    fields: [
      { what: 'volts', unit: 'V', limit: LIMITS.shownV, ...reading },
      { what: 'amps', unit: 'A', limit: LIMITS.shownA, ...reading },
      { what: 'counted', unit: 'Ah', limit: LIMITS.countedAh, optional: true },
    ],
    expected: [
      { what: 'volts', from: atV, to: null },
      { what: 'tail', from: tailA, to: null },
    ],
    rests: [
      rest('capacity', rounded(capacityAh.value)),
      rest('tail', rounded(chemistry.tailFraction)),
      rest('absorption', rounded(chemistry.absorptionCellV)),
    ],
  };
}

/** Where nothing was measured: as batteries are delivered. */
const DELIVERED = 0.5;

/**
 * Hours that the first charge takes with the strongest source.
 * @param restedV  of the bank; null: not measured
 * @returns null where there is no source, or it would take days
 */
export function hoursToFull(context: StepContext, restedV: number | null): Figure | null {
  const { chemistry, sources, bank, chemistryEdits, capacityAh } = context;
  const rested = chemistry.restedCellV.map(([soc, volts]) => [volts, soc] as const);
  const soc = restedV === null ? DELIVERED : interpolate(rested, restedV / cellsInSeries(bank));
  const chargeV = chargingVoltage(bank, chemistryEdits);
  const [strongest] = sources
    .map((source) => runningCurrent(source, bank, chemistryEdits, chargeV, soc))
    .sort((a, b) => b.value - a.value);
  if (!strongest || !(strongest.value > 0)) return null;
  const limitA = chargeLimit(bank, context, chemistryEdits);
  const { tailH } = singleCharge(chemistry, capacityAh.value, soc, () => strongest.value, limitA.value, CHARGES_AT_C);
  if (tailH === null) return null;
  return takes.figure(tailH, {
    fromSoc: restedV === null ? byDefault(soc, 'as delivered') : computed(soc, 'off its rested volts'),
    sourceA: strongest,
    limitA,
  });
}

const reading = (k: number, of: 'atMs' | 'volts' | 'amps') => `charge ${k} ${of}`;

/** Readings that were taken on the way, in their order. */
export function chargeReadings(seen: readonly Seen[]): ChargeReading[] {
  const found: ChargeReading[] = [];
  for (let k = 0; ; k++) {
    const [atMs, volts, amps] = (['atMs', 'volts', 'amps'] as const).map((of) => seenOf(seen, reading(k, of)));
    if (atMs == null || volts == null || amps == null) return found;
    found.push({ atMs, volts, amps });
  }
}

/** The same with one more. */
export function withChargeReading(seen: readonly Seen[], one: ChargeReading): Seen[] {
  const k = chargeReadings(seen).length;
  return [
    ...seen,
    { what: reading(k, 'atMs'), value: one.atMs },
    { what: reading(k, 'volts'), value: one.volts },
    { what: reading(k, 'amps'), value: one.amps },
  ];
}

export interface FullAnswer {
  /** Both at once, and again five minutes later. */
  reached: boolean;
  voltsReached: boolean;
  tailReached: boolean;
  /** The clock of the device went back between two readings. */
  clockJumped: boolean;
}

/** Whether one reading has come to the voltage, and down to the tail current. */
export const reachedBy = (
  { absorptionV, tailA }: Pick<StepOf<'full-charge'>, 'absorptionV' | 'tailA'>,
  { volts, amps }: Pick<ChargeReading, 'volts' | 'amps'>,
): { volts: boolean; tail: boolean } => ({
  volts: volts >= absorptionV - 1e-9,
  tail: amps >= 0 && amps <= tailA + 1e-9,
});

/** Whether a bank is full by the criteria of its chemistry: voltage and tail current together, held. */
export function judgeFull(
  step: Pick<StepOf<'full-charge'>, 'absorptionV' | 'tailA'>,
  readings: readonly ChargeReading[],
): FullAnswer {
  const reached = readings.map((one) => reachedBy(step, one));
  const last = reached.at(-1);
  // Those at the end that are full without a break.
  const broken = reached.findLastIndex(({ volts, tail }) => !volts || !tail);
  const full = readings.slice(broken + 1);
  const clockJumped = readings.some((one, k) => k > 0 && one.atMs < at(readings, k - 1).atMs);
  const [first, end] = [full[0], full.at(-1)];
  const held = first !== undefined && end !== undefined && end.atMs - first.atMs >= HELD_MS && !clockJumped;
  return { reached: held, voltsReached: last?.volts ?? false, tailReached: last?.tail ?? false, clockJumped };
}
