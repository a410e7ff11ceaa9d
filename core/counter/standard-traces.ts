import { normalQuantiles } from '../statistics/normal-quantiles';
import { drawsFrom } from '../statistics/random-bits';
import { charger } from './charger';
import type { Trace } from './trace';
import { type Drive, playBattery, type TrueBattery } from './true-battery';

/** Days that a setting must survive. */
export const TRACE_IDS = [
  'clear-day',
  'broken-cloud',
  'cloud-week',
  'short-drives',
  'absorption-under-load',
  'early-float',
  'rainy-week',
  'winter-rest',
  'overnight-loads',
  'shore-charge',
] as const;
export type TraceId = (typeof TRACE_IDS)[number];

/** A bank with the voltages of its chargers. */
export interface TraceBank extends TrueBattery {
  absorptionV: number;
  floatV: number;
  /** What the charger takes for the end of a charge, A. */
  stopsAtA: number;
  /** Whether the sun charges: traces that only the sun makes are left out where it does not. */
  sun: boolean;
}

interface DayKind {
  days: number;
  fromSoc: number;
  needsSun?: true;
  /** Share of a clear sky at an hour of a day; drawn anew for every cloud. */
  sky: (day: number, hour: number) => { clear: number; clouded: number; share: number };
  /** Peak of the sun, share of the capacity in A. */
  sunPerH: number;
  /** Engine or mains, share of the capacity in A. */
  plugged?: (day: number, hour: number) => number;
  /** Loads, share of the capacity in A. */
  load: (day: number, hour: number) => number;
  /** The charger goes to float after so long at absorption, h. */
  absorbsH?: number;
  tempC?: number;
}

const CLEAR = () => ({ clear: 1, clouded: 1, share: 0 });
const DARK = () => ({ clear: 0, clouded: 0, share: 0 });
const between = (hour: number, from: number, to: number) => hour >= from && hour < to;
/** A base, more at breakfast and at noon, most in the evening: about 0.35 of the capacity a day. */
const home = (_: number, hour: number) =>
  0.006 + (between(hour, 7, 8) ? 0.02 : 0) + (between(hour, 12, 12.6) ? 0.03 : 0) + (between(hour, 18, 23) ? 0.03 : 0);

const KINDS: Record<TraceId, DayKind> = {
  'clear-day': { days: 1, fromSoc: 0.6, sky: CLEAR, sunPerH: 0.2, load: home, needsSun: true },
  'broken-cloud': {
    days: 1,
    fromSoc: 0.55,
    needsSun: true,
    sky: (_, hour) => ({ clear: 0.95, clouded: 0.13, share: between(hour, 8.5, 13.5) ? 0.5 : 0 }),
    sunPerH: 0.24,
    load: home,
  },
  'cloud-week': {
    days: 7,
    fromSoc: 0.7,
    needsSun: true,
    sky: (day) => ({ clear: 1, clouded: 0.12, share: [0, 0.5, 0.2, 0.6, 0.3, 0.1, 0.5][day]! }),
    sunPerH: 0.22,
    load: home,
  },
  'short-drives': {
    days: 7,
    fromSoc: 0.75,
    sky: DARK,
    sunPerH: 0,
    plugged: (_, hour) => (between(hour, 8, 8.4) || between(hour, 17, 17.5) ? 0.18 : 0),
    load: (day, hour) => home(day, hour) / 2,
  },
  'absorption-under-load': {
    days: 1,
    fromSoc: 0.7,
    sky: DARK,
    sunPerH: 0,
    plugged: (_, hour) => (between(hour, 7, 19) ? 0.15 : 0),
    // Ten minutes on, fifteen off, as large as the charger.
    load: (_, hour) => 0.005 + (between(hour, 9, 16) && (hour * 60) % 25 < 10 ? 0.14 : 0),
  },
  'early-float': {
    days: 3,
    fromSoc: 0.65,
    needsSun: true,
    sky: CLEAR,
    sunPerH: 0.2,
    load: home,
    absorbsH: 0.25,
  },
  'rainy-week': {
    days: 7,
    fromSoc: 0.9,
    needsSun: true,
    sky: () => ({ clear: 0.3, clouded: 0.06, share: 0.8 }),
    sunPerH: 0.22,
    load: (day, hour) => home(day, hour) / 2,
  },
  'winter-rest': {
    days: 14,
    fromSoc: 0.95,
    sky: DARK,
    sunPerH: 0,
    load: () => 0.0004,
    tempC: 5,
  },
  'overnight-loads': {
    days: 2,
    fromSoc: 0.85,
    needsSun: true,
    sky: CLEAR,
    sunPerH: 0.24,
    load: (day, hour) => home(day, hour) + (between(hour, 21, 24) && (hour * 60) % 30 < 8 ? 0.15 : 0),
  },
  'shore-charge': {
    days: 2,
    fromSoc: 0.5,
    sky: DARK,
    sunPerH: 0,
    plugged: () => 0.12,
    load: (day, hour) => home(day, hour) / 2,
  },
};

/** 1 March, midnight: a made-up day of no place. */
const FROM_MS = Date.UTC(2026, 2, 1);
/** A cloud, or a gap between two, lasts so long, min. */
const CLOUD_MIN = [3, 18] as const;

/** Which days a bank's settings have to survive. */
export const tracesFor = ({ sun }: Pick<TraceBank, 'sun'>): TraceId[] =>
  TRACE_IDS.filter((id) => sun || !KINDS[id].needsSun);

/**
 * One of the days that ship, played with a bank.
 * @param stepS  s between rows, 10 by default
 * @param seed   another seed, another day of the same kind
 */
export function standardTrace(id: TraceId, bank: TraceBank, seed = 1, stepS = 10): Trace & { soc: Float64Array } {
  const kind = KINDS[id];
  const draw = drawsFrom(seed * 7919 + TRACE_IDS.indexOf(id) * 104_729);
  const capacityAh = bank.capacityAh;
  const regulated = charger(bank, (kind.absorbsH ?? 6) * 3600, stepS);
  let [lightness, leftS] = [1, 0];
  const drive = (step: number, into: Drive, soc: number, lastA: number) => {
    const atH = (step * stepS) / 3600;
    const [day, hour] = [Math.floor(atH / 24), atH % 24];
    if ((leftS -= stepS) < 0) {
      const sky = kind.sky(day, hour);
      lightness = draw() < sky.share ? sky.clouded * (0.8 + 0.4 * draw()) : sky.clear;
      leftS = (CLOUD_MIN[0] + (CLOUD_MIN[1] - CLOUD_MIN[0]) * draw()) * 60;
    }
    const height = Math.max(0, Math.sin(((hour - 6) / 12) * Math.PI));
    into.offeredA = (kind.sunPerH * height ** 1.2 * lightness + (kind.plugged?.(day, hour) ?? 0)) * capacityAh;
    into.loadA = kind.load(day, hour) * capacityAh;
    into.holdV = regulated(day, into.offeredA - into.loadA, soc, lastA);
  };
  const steps = Math.round((kind.days * 86_400) / stepS);
  const trace = playBattery({ ...bank, tempC: kind.tempC ?? bank.tempC }, kind.fromSoc, FROM_MS, stepS, steps, drive);
  // Its own numbers: the weather does not depend on how finely it is sampled.
  return asRead(trace, drawsFrom(seed));
}

const NOISE = normalQuantiles(256);

/** What a meter reads of it: a few millivolts and milliamps of noise. */
function asRead(trace: Trace & { soc: Float64Array }, draw: () => number): Trace & { soc: Float64Array } {
  const noise = () => NOISE[Math.floor(draw() * NOISE.length)]!;
  return {
    ...trace,
    voltageV: trace.voltageV!.map((volts) => volts + 0.005 * noise()),
    currentA: trace.currentA.map((amps) => amps + 0.02 * noise()),
  };
}
