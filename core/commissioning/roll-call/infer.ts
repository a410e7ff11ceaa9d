import { at } from '../../quantity/guard';
import { normalShare } from '../../statistics/normal-share';
import type { RollCause, RollItem, RollReading } from './item';
import { SAME_FACTOR, type ShuntSetting, wrongFactors, wrongSettings } from './shunt-ratings';

export interface Likely {
  cause: RollCause;
  /** 0 … 1; those of one reading add up to 1. */
  probability: number;
}

/** What the answers come to so far. */
export interface RollVerdict {
  /** By item that was read: its change, and what may be behind it, likeliest first. */
  items: ReadonlyMap<string, { changeA: number; causes: readonly Likely[] }>;
  /** What is wrong with the meter or its shunt as a whole; null: nothing is likely to be. */
  shunt: {
    cause: 'shunt-reversed' | 'shunt-rating' | 'shunt-unseen';
    probability: number;
    /** Shown ÷ true, likeliest; negative of a shunt that is reversed besides. */
    factor: number;
    /** Every size that explains the answers nearly as well, likeliest first. */
    factors: readonly number[];
  } | null;
  /** Settings of the shunt that would explain all answers so far, likeliest first; empty where none has to. */
  settings: readonly ShuntSetting[];
}

/** How often each is found, before anything is read; see docs/architecture.md for where these come from. */
const PRIOR = {
  reversed: 0.03,
  rating: 0.04,
  reversedRating: 0.003,
  unseen: 0.01,
  circuitBypass: 0.03,
  ownBypass: 0.02,
  planWrong: 0.04,
  otherSwitched: 0.01,
  baseDrifts: 0.005,
  wrongSign: 0.004,
} as const;
/** A plan that is wrong may be wrong by this factor either way. */
const WRONG_BY = 12;
/** The edges of what is expected are no walls. */
const SOFT = 0.1;
/** All of a plan may be off together, as its voltage is: shares of the whole, with their weights. */
const TOGETHER = [
  [-0.08, 0.05],
  [-0.04, 0.25],
  [0, 0.4],
  [0.04, 0.25],
  [0.08, 0.05],
] as const;
/** Base currents wander by this share of themselves between two readings. */
const WANDERS = 0.005;
/** One that drifts, by this. */
const DRIFTS = 0.05;
/** A change is told from none from so many times the meter’s unsureness on. */
const TELLS = 3;

/**
 * What the answers of a roll call mean, each in the light of all the others: a shunt that is reversed or rated otherwise shifts them all,
 * a negative that passes it by silences one circuit, a wrong plan moves one load.
 *
 * Every explanation of the whole is tried with every explanation of each circuit, by how well it foretells what was read and how often it
 * is found: Bayes’ rule. An answer is unsure by the steps of the meter, by what the base wanders meanwhile, and by the range that was
 * expected, whose edges are soft.
 * @param readings  at most one of each item; those of items that are not named are left out
 * @param shunt     as it lies in the circuit; null: not known, then no setting is named
 * @param stepA     the smallest change that the meter shows, > 0
 */
export function inferRollCall(
  items: readonly RollItem[],
  readings: readonly RollReading[],
  shunt: { ratedA: number; fullV: number } | null,
  stepA: number,
): RollVerdict {
  const known = new Map(items.map((item) => [item.id, item]));
  const read = readings.flatMap((reading): Read[] => {
    const item = known.get(reading.itemId);
    return item ? [readOf(item, reading, stepA)] : [];
  });
  const told = read.filter((one) => one.tells);
  const circuits = circuitsOf(told);
  const wholes = likelyWholes(wholesOf(shunt), circuits, told);
  const trials = wholes.flatMap((whole) =>
    TOGETHER.map(([off, weight]) => {
      const scale = whole.scale * (1 + off);
      const judged = circuits.map((circuit) => judgeCircuit(circuit, scale, told));
      return { whole, judged, log: judged.reduce((sum, { log }) => sum + log, Math.log(whole.prior * weight)) };
    }),
  );
  const most = Math.max(...trials.map(({ log }) => log));
  const weights = trials.map(({ log }) => Math.exp(log - most));
  const all = weights.reduce((sum, one) => sum + one, 0);
  const causes = new Map<string, Map<RollCause, number>>(told.map(({ item }) => [item.id, new Map()]));
  const ofWhole = new Map<Whole, number>();
  trials.forEach(({ whole, judged }, k) => {
    const share = at(weights, k) / all;
    ofWhole.set(whole, (ofWhole.get(whole) ?? 0) + share);
    for (const { shares } of judged)
      for (const [id, cause, probability] of shares) {
        const own = causes.get(id);
        const named = cause === 'reads' ? whole.cause : cause;
        own?.set(named, (own.get(named) ?? 0) + share * probability);
      }
  });
  return {
    items: new Map(
      read.map((one) => [one.item.id, { changeA: one.changeA, causes: saidOf(one, ranked(causes.get(one.item.id))) }]),
    ),
    ...shuntOf(ofWhole, shunt),
  };
}

/** A reading with what it is judged by. */
interface Read {
  item: RollItem;
  changeA: number;
  /** Standard deviation of the change as read, A; and of one while the base drifts. */
  unsureA: number;
  driftA: number;
  /** Whether so small a load would be seen at all. */
  tells: boolean;
  /** Whether no change that could be told from none was read of one that, at its least, could not be. */
  mayHide: boolean;
}

/** What is said of one reading: where the meter is too coarse nothing is, nor is anything accused that may be there unseen. */
const saidOf = ({ tells, mayHide }: Read, causes: readonly Likely[]): readonly Likely[] =>
  tells && (!mayHide || causes[0]?.cause === 'reads') ? causes : [{ cause: 'below-resolution', probability: 1 }];

function readOf(item: RollItem, { beforeA, afterA }: RollReading, stepA: number): Read {
  // Two readings, each rounded to a step, and half a step that the base trembles by.
  const unsureA = Math.hypot(stepA / Math.sqrt(6), stepA / 2, WANDERS * beforeA);
  const changeA = afterA - beforeA;
  const isHidden = (size: number) => size < TELLS * unsureA;
  const [leastA, mostA] = sorted(Math.abs(item.fromA), Math.abs(item.toA));
  return {
    item,
    changeA,
    unsureA,
    driftA: DRIFTS * Math.abs(beforeA),
    tells: !isHidden(mostA),
    mayHide: isHidden(leastA) && isHidden(Math.abs(changeA)),
  };
}

/** An explanation of the whole: what a current that is counted rightly is shown as. */
interface Whole {
  cause: RollCause;
  scale: number;
  prior: number;
}

function wholesOf(shunt: { ratedA: number; fullV: number } | null): Whole[] {
  const factors = wrongFactors(shunt);
  const wrong = PRIOR.reversed + PRIOR.unseen + PRIOR.rating + PRIOR.reversedRating;
  return [
    { cause: 'reads', scale: 1, prior: 1 - wrong },
    { cause: 'shunt-reversed', scale: -1, prior: PRIOR.reversed },
    { cause: 'shunt-unseen', scale: 0, prior: PRIOR.unseen },
    ...factors.flatMap(({ factor, weight }): Whole[] => [
      { cause: 'shunt-rating', scale: factor, prior: PRIOR.rating * weight },
      { cause: 'shunt-rating', scale: -factor, prior: PRIOR.reversedRating * weight },
    ]),
  ];
}

function circuitsOf(read: readonly Read[]): Read[][] {
  const circuits = new Map<string, Read[]>();
  for (const one of read) circuits.set(one.item.circuitId, [...(circuits.get(one.item.circuitId) ?? []), one]);
  return [...circuits.values()];
}

/** Nats behind the likeliest: what lies farther behind adds nothing that could be seen. */
const FAR_BEHIND = 25;

/** Explanations of the whole that are worth a closer look. */
function likelyWholes(wholes: readonly Whole[], circuits: readonly (readonly Read[])[], all: readonly Read[]): Whole[] {
  const logs = wholes.map(({ scale, prior }) =>
    circuits.reduce((sum, circuit) => sum + judgeCircuit(circuit, scale, all, false).log, Math.log(prior)),
  );
  const most = Math.max(...logs);
  return wholes.filter((_, k) => at(logs, k) > most - FAR_BEHIND);
}

type Share = readonly [id: string, cause: RollCause, probability: number];

/** How well an explanation of the whole foretells one circuit, and what then is behind each of its readings. */
function judgeCircuit(
  circuit: readonly Read[],
  scale: number,
  all: readonly Read[],
  closely = true,
): { log: number; shares: Share[] } {
  const each = circuit.map((one) => mixtureOf(one, scale, closely ? all : []));
  const silent = circuit.reduce(
    (sum, one) => sum + Math.log(bell(one.changeA, one.unsureA)),
    Math.log(PRIOR.circuitBypass),
  );
  const mixed = each.reduce((sum, { density }) => sum + Math.log(density), Math.log(1 - PRIOR.circuitBypass));
  const most = Math.max(silent, mixed);
  const log = most + Math.log(Math.exp(silent - most) + Math.exp(mixed - most));
  const silenced = Math.exp(silent - log);
  return {
    log,
    shares: each.flatMap(({ parts }, k) => [
      [at(circuit, k).item.id, 'bypass', silenced] as const,
      ...parts.map(([cause, fraction]) => [at(circuit, k).item.id, cause, (1 - silenced) * fraction] as const),
    ]),
  };
}

/** Densities of a change under everything that may be behind it while its circuit is counted. */
function mixtureOf(
  { item, changeA, unsureA, driftA }: Read,
  scale: number,
  all: readonly Read[],
): { density: number; parts: (readonly [RollCause, number])[] } {
  const [lowA, highA] = sorted(item.fromA * scale, item.toA * scale);
  const none = bell(changeA, unsureA);
  const others = all.filter((one) => one.item.id !== item.id);
  const another = others.reduce((sum, one) => {
    const [otherLowA, otherHighA] = sorted(one.item.fromA * scale, one.item.toA * scale);
    // It came on, or went off, meanwhile.
    return (
      sum +
      flat(changeA, lowA + otherLowA, highA + otherHighA, unsureA) +
      flat(changeA, lowA - otherHighA, highA - otherLowA, unsureA)
    );
  }, 0);
  const idle = item.idleFraction;
  const rest = 1 - idle - PRIOR.ownBypass - PRIOR.planWrong - PRIOR.otherSwitched - PRIOR.baseDrifts - PRIOR.wrongSign;
  const parts: (readonly [RollCause, number])[] = [
    ['reads', rest * flat(changeA, lowA, highA, unsureA)],
    ['bypass', PRIOR.ownBypass * none],
    ['idle', idle * none],
    ['plan-wrong', PRIOR.planWrong * wide(changeA, lowA, highA, unsureA)],
    ['other-switched', others.length > 0 ? (PRIOR.otherSwitched * another) / (2 * others.length) : 0],
    ['base-drifts', driftA > unsureA ? PRIOR.baseDrifts * flat(changeA, lowA, highA, driftA) : 0],
    ['wrong-sign', PRIOR.wrongSign * flat(changeA, -highA, -lowA, unsureA)],
  ];
  // Whatever is behind it, it was read: no explanation is quite impossible.
  const density = parts.reduce((sum, [, part]) => sum + part, LEAST);
  return { density, parts: parts.map(([cause, part]) => [cause, part / density] as const) };
}

const LEAST = 1e-12;

const sorted = (a: number, b: number): readonly [number, number] => (a < b ? [a, b] : [b, a]);

const bell = (x: number, sigma: number): number =>
  Math.max(LEAST, Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI)));

/** Density of what lies anywhere between two values, with soft edges. */
function flat(x: number, low: number, high: number, sigma: number): number {
  const softOf = (edge: number) => Math.hypot(sigma, SOFT * edge);
  const wide = high - low;
  if (wide < 1e-3 * softOf(high)) return bell(x - (low + high) / 2, softOf(high));
  return Math.max(0, (normalShare((x - low) / softOf(low)) - normalShare((x - high) / softOf(high))) / wide);
}

/** Density of what has the right sign and any size, from a part of the least to a multiple of the most. */
function wide(x: number, low: number, high: number, sigma: number): number {
  const sign = low + high < 0 ? -1 : 1;
  const size = sign * x;
  const [least, most] = sorted(Math.abs(low) / WRONG_BY, Math.abs(high) * WRONG_BY);
  if (!(size > 0) || size > most || size < Math.max(least, sigma)) return 0;
  return 1 / (size * Math.log(most / Math.max(least, 1e-9 * most)));
}

const ranked = (causes: ReadonlyMap<RollCause, number> | undefined): Likely[] =>
  [...(causes ?? [])]
    .map(([cause, probability]) => ({ cause, probability }))
    .sort((a, b) => b.probability - a.probability);

/** Explanations this many times less likely than the best are not named beside it. */
const NAMED_BESIDE = 20;

function shuntOf(
  wholes: ReadonlyMap<Whole, number>,
  shunt: { ratedA: number; fullV: number } | null,
): Pick<RollVerdict, 'shunt' | 'settings'> {
  const byCause = new Map<RollCause, number>();
  for (const [{ cause }, share] of wholes) byCause.set(cause, (byCause.get(cause) ?? 0) + share);
  const [cause, probability] = [...byCause].reduce((most, one) => (one[1] > most[1] ? one : most));
  if (cause !== 'shunt-reversed' && cause !== 'shunt-rating' && cause !== 'shunt-unseen')
    return { shunt: null, settings: [] };
  const own = [...wholes].filter(([whole]) => whole.cause === cause).sort((a, b) => b[1] - a[1]);
  const most = at(own, 0)[1];
  const factors = own.filter(([, share]) => share * NAMED_BESIDE > most).map(([{ scale }]) => Math.abs(scale));
  const wrong = cause === 'shunt-rating' && shunt ? wrongSettings(shunt.ratedA, shunt.fullV) : [];
  const settings = factors.flatMap((factor) => wrong.filter((one) => Math.abs(one.factor / factor - 1) < SAME_FACTOR));
  return { shunt: { cause, probability, factor: at(own, 0)[0].scale, factors }, settings };
}
