import { batteryOhm, coldFactor } from '../bank/resistance';
import { byDefault, computed, entered, type Figure, measured, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { solve } from '../network/solve';
import { at } from '../quantity/guard';
import { asDrawn } from '../wiring/parallel/as-drawn';
import { without } from '../wiring/parallel/shares';
import { joinedBy, type ParallelBattery, type ParallelNetwork } from '../wiring/parallel/topology';
import type { StepContext } from './context';
import { batteryLimit } from './usual-limits';

/** One battery as it was measured at rest. */
export interface Rested {
  volts: number;
  hours: number;
  tempC: number;
  gravity: number | null;
  atMs: number;
}

/** What stands in the way of joining the strings of a bank. */
export type GateFault =
  /** Not every battery is measured. */
  | { code: 'not-measured'; count: number }
  /** Too short a rest for its voltage to say anything. */
  | { code: 'not-rested'; stringAt: number; hours: number; leastH: number }
  | { code: 'apart-in-time'; hours: number }
  /** Lithium below the temperature at which it takes a charge. */
  | { code: 'too-cold'; stringAt: number; tempC: number; leastC: number }
  /** Batteries of one string that do not stand alike. */
  | { code: 'uneven-string'; stringAt: number; spread: Figure; mostV: number }
  | { code: 'too-much'; into: number; current: Figure; limit: Figure }
  /** Lead is joined at equal volts and gravity. */
  | { code: 'uneven-strings'; spread: Figure; mostV: number }
  | { code: 'uneven-gravity'; spread: number; most: number };

export interface Gate {
  faults: GateFault[];
  /** The worst that may flow at the first instant, and what it may be; null of one string, or before all are measured. */
  first: { current: Figure; limit: Figure; into: number } | null;
  /** Of each string, V; null: not measured. */
  stringV: (number | null)[];
}

/** Hours without current after which the voltage of a battery says what it holds. @source usual practice */
const REST_H = { lithium: 1, lead: 6 } as const;
const APART_H = 24;
/** V a cell that the batteries of a string may differ by; of lead, strings too. */
const UNEVEN_CELL_V = { lithium: 0.015, lead: 0.02 } as const;
const UNEVEN_GRAVITY = 0.015;
const HOUR_MS = 3_600_000;

export const firstCurrent = formula({
  id: 'commissioning.first-current',
  says: 'first current',
  unit: 'A',
  words: 'difference of rested volts ÷ (its own resistance + that of what it is joined to, leads and joints counted)',
  terms: {
    deltaV: { says: 'difference', unit: 'V' },
    ownOhm: { says: 'inside the one', unit: 'Ohm' },
    restOhm: { says: 'inside the others, and leads', unit: 'Ohm' },
  },
  compute: ({ deltaV, ownOhm, restOhm }) => deltaV / (ownOhm + restOhm),
  source: 'Ohm’s law; the network as it is drawn under Wiring',
  leavesOut: 'contacts of fuses and switches: it is no more than this',
});

const least = formula({
  id: 'commissioning.first-limit',
  says: 'may flow at most',
  unit: 'A',
  words: 'the least of',
  terms: {
    chargeA: { says: 'the one that is charged takes', unit: 'A' },
    dischargeA: { says: 'what is joined to it gives', unit: 'A' },
    fuseA: { says: 'fuse of the string', unit: 'A' },
  },
  compute: ({ chargeA, dischargeA, fuseA }) => Math.min(chargeA, dischargeA, fuseA),
  source: 'sheets of the batteries; the fuse as chosen under Wiring',
});

const difference = formula({
  id: 'commissioning.spread',
  says: 'difference at rest',
  unit: 'V',
  words: 'highest − lowest',
  terms: { highV: { says: 'highest', unit: 'V' }, lowV: { says: 'lowest', unit: 'V' } },
  compute: ({ highV, lowV }) => highV - lowV,
  source: 'measured at rest',
});

/**
 * Whether the strings of a bank may be joined. Lithium: by the current that flows at the first instant, which the network as drawn gives,
 * against what each battery takes and gives and its fuse. Lead: at equal rested volts and gravity; the current is shown beside.
 * @param rested  [strings][batteries]; null: not measured, or measured before something was changed
 */
export function gateOf(context: StepContext, rested: readonly (readonly (Rested | null)[])[]): Gate {
  const { chemistry, circuit } = context;
  const all = rested.flat();
  const known = all.filter((one) => one !== null);
  const stringV = rested.map((batteries) =>
    batteries.some((one) => one === null) ? null : batteries.reduce((sum, one) => sum + (one?.volts ?? 0), 0),
  );
  const faults: GateFault[] = [];
  if (known.length < all.length) faults.push({ code: 'not-measured', count: all.length - known.length });
  rested.forEach((batteries, stringAt) => {
    const measuredOnes = batteries.filter((one) => one !== null);
    const hours = Math.min(...measuredOnes.map((one) => one.hours));
    if (hours < REST_H[chemistry.family])
      faults.push({ code: 'not-rested', stringAt, hours, leastH: REST_H[chemistry.family] });
    const tempC = Math.min(...measuredOnes.map((one) => one.tempC));
    if (chemistry.family === 'lithium' && tempC < chemistry.chargeFromTempC)
      faults.push({ code: 'too-cold', stringAt, tempC, leastC: chemistry.chargeFromTempC });
    const { battery, seriesCount } = at(circuit.strings, stringAt);
    const mostV = UNEVEN_CELL_V[chemistry.family] * battery.cellsInSeries;
    const spread = spreadOf(measuredOnes.map(({ volts }) => volts));
    if (seriesCount > 1 && spread && exceeds(spread.value, mostV))
      faults.push({ code: 'uneven-string', stringAt, spread, mostV });
  });
  const times = known.map(({ atMs }) => atMs);
  const apartH = (Math.max(...times) - Math.min(...times)) / HOUR_MS;
  if (apartH > APART_H) faults.push({ code: 'apart-in-time', hours: apartH });
  const volts = stringV.filter((one) => one !== null);
  if (volts.length < stringV.length || volts.length < 2) return { faults, first: null, stringV };
  const first = worstFirst(context, rested, volts);
  if (chemistry.family === 'lead') {
    const { battery, seriesCount } = at(circuit.strings, 0);
    const mostV = UNEVEN_CELL_V.lead * battery.cellsInSeries * seriesCount;
    const spread = spreadOf(volts);
    if (spread && exceeds(spread.value, mostV)) faults.push({ code: 'uneven-strings', spread, mostV });
    const gravities = known.flatMap(({ gravity }) => gravity ?? []);
    const gravity = gravities.length > 1 ? Math.max(...gravities) - Math.min(...gravities) : 0;
    if (exceeds(gravity, UNEVEN_GRAVITY))
      faults.push({ code: 'uneven-gravity', spread: gravity, most: UNEVEN_GRAVITY });
  }
  if (first && first.current.value > first.limit.value)
    faults.push({ code: 'too-much', into: first.into, current: first.current, limit: first.limit });
  return { faults, first, stringV };
}

/** Beyond the last digits of a difference. */
const exceeds = (value: number, most: number) => value > most + 1e-9;

const spreadOf = (volts: readonly number[]): Figure | null =>
  volts.length < 2
    ? null
    : difference.figure({ highV: measured(Math.max(...volts)), lowV: measured(Math.min(...volts)) });

/**
 * The first current that comes nearest to what may flow: of each string against every other alone, against all that stand higher, all
 * that stand lower, and all; whichever is joined when, one of these is the worst.
 */
function worstFirst(
  context: StepContext,
  rested: readonly (readonly (Rested | null)[])[],
  volts: readonly number[],
): Gate['first'] {
  const { circuit, wiring, chemistry } = context;
  const batteries = circuit.strings.map(({ battery, seriesCount }, k): ParallelBattery => {
    const tempC = Math.max(...at(rested, k).map((one) => one?.tempC ?? 25));
    const facts = wiring.parallel.batteries[k];
    const ohm = facts?.ohm ?? batteryOhm(battery, chemistry).value * seriesCount;
    return { emfV: at(volts, k), ohm: ohm * coldFactor(chemistry, tempC), looseOhm: 0 };
  });
  const drawn = asDrawn(circuit, wiring.parts, wiring.parallel.jointOhm);
  // Nothing is fed by all strings: as if they were joined post to post, which lets the most through.
  const join = drawn ?? joinedBy('end-fed', { linkOhm: 1e-6, leadOhm: 1e-6, barOhm: 1e-6 });
  let worst: Gate['first'] = null;
  batteries.forEach((one, k) => {
    for (const others of companies(volts, k)) {
      const gone = new Set(volts.map((_, j) => j).filter((j) => !others.includes(j)));
      const { openV, ohm } = seenFrom(join(without(batteries, gone)), k);
      const deltaV = openV - one.emfV;
      const into = deltaV > 0 ? k : at(others, 0);
      const current = firstCurrent.figure(
        { deltaV: computed(Math.abs(deltaV)), ownOhm: computed(one.ohm), restOhm: computed(ohm) },
        { says: `first current of ${at(circuit.strings, k).name.toLowerCase()}` },
      );
      const limit = limitOf(context, k, others, deltaV > 0);
      const share = (first: NonNullable<Gate['first']>) => first.current.value / first.limit.value;
      if (worst === null || current.value / limit.value > share(worst)) worst = { current, limit, into };
    }
  });
  return worst;
}

/** What a string may come to be joined to. */
function companies(volts: readonly number[], k: number): number[][] {
  const others = volts.map((_, j) => j).filter((j) => j !== k);
  const own = at(volts, k);
  const sets = [
    ...others.map((j) => [j]),
    others.filter((j) => at(volts, j) > own),
    others.filter((j) => at(volts, j) < own),
    others,
  ];
  return sets.filter((set) => set.length > 0);
}

/** What a string sees at its posts while it is away: the voltage there, and the resistance behind it. */
function seenFrom({ network }: ParallelNetwork, k: number): { openV: number; ohm: number } {
  const { plus, minus } = at(network.sources, k);
  const acrossV = (currentA: number) => {
    const { postV } = solve({ ...network, sinks: [{ from: plus, to: minus, currentA }] });
    return at(postV, plus) - at(postV, minus);
  };
  const openV = acrossV(0);
  return { openV, ohm: openV - acrossV(1) };
}

function limitOf({ circuit, chemistry }: StepContext, k: number, others: readonly number[], charged: boolean): Figure {
  const limit = (place: number, of: 'chargeA' | 'dischargeA') =>
    batteryLimit(at(circuit.strings, place).battery, chemistry, of);
  // One against several: all that they may give, or take, together; one alone is the least.
  const together = (of: 'chargeA' | 'dischargeA'): Sourced =>
    computed(
      others.reduce((sum, j) => sum + limit(j, of).value, 0),
      others.length > 1 ? `${others.length} together` : 'that one',
    );
  return least.figure({
    chargeA: charged ? limit(k, 'chargeA') : together('chargeA'),
    dischargeA: charged ? together('dischargeA') : limit(k, 'dischargeA'),
    fuseA: fuseOf(circuit, k),
  });
}

/** The least fuse that only this string feeds. */
function fuseOf({ fuses, currents }: StepContext['circuit'], k: number): Sourced {
  const own = fuses.flatMap(({ part, choice }) => {
    const strings = currents.flows.get(part.id)?.strings ?? [];
    return strings.length === 1 && strings[0] === k && choice ? [choice.ratingA] : [];
  });
  return own.length > 0 ? entered(Math.min(...own)) : byDefault(OPEN_A, 'no fuse of its own');
}

/** As good as no limit. */
const OPEN_A = 1e6;
