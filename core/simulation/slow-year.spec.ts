import { describe, expect, it } from 'vitest';
import { drawsFrom } from '../statistics/random-bits';
import { MONTH_OF_DAY } from '../series/calendar';
import { checkTables } from './check-tables';
import { SOC_BINS, TRACE_COLUMNS } from './runs-result';
import { simulateRuns } from './simulate-runs';
import {
  CLEARNESS_STEP,
  CLEARNESS_STEPS,
  GRID_U,
  GRID_Z,
  LEAST_TEMP,
  MOST_TEMP,
  RELAY_STEPS,
  type YearTables,
} from './year-tables';

/** A plan without chance, as few figures as say it, from which both models are told what to do. */
interface SmallPlan {
  capacityAh: number;
  eta: number;
  perH: number;
  limitA: number;
  selfPerDay: number;
  reserve: number;
  firstDay: number;
  bankAboveC: number | null;
  /** Mean of the year and how far summer lies above it. */
  tempC: readonly [number, number];
  loadA: number;
  /** A at noon of the clearest day. */
  sunA: number;
  sunLimitA: number;
  mainsA: number;
  mainsFromHour: number;
  /** A into an empty bank; a full one takes none. */
  relayA: number;
  relayShare: number;
}
const CHARGE_C = [0, 45] as const;
const hoursOfDay = Array.from({ length: 24 }, (_, hour) => hour);
const drawShare = (hour: number) => (hour < 6 ? 0.5 : hour < 17 ? 1 : 1.75) / 26.25;
const sunShare = (hour: number) => Math.max(0, Math.sin(((hour - 5.5) / 13) * Math.PI));
const clearnessOf = (day: number) => 0.1 + (0.6 * ((day * 37) % 101)) / 100;
const tempOf = ({ tempC: [mean, swing] }: SmallPlan, day: number) => mean - swing * Math.cos((2 * Math.PI * day) / 365);
/** Share of the capacity that can be had. */
const warmth = (tempC: number) => Math.min(1, 0.7 + 0.012 * Math.round(tempC - LEAST_TEMP - 40));
const mainsOf = (plan: SmallPlan, day: number, hour: number) =>
  day % 7 < 2 && hour >= plan.mainsFromHour && hour < plan.mainsFromHour + 5 ? plan.mainsA : 0;
const relayOf = (plan: SmallPlan, day: number, hour: number) =>
  day % 3 === 0 && hour >= 8 && hour < 11 ? plan.relayShare : 0;

function tablesOf(plan: SmallPlan): YearTables {
  const everyHour = (of: (day: number, hour: number) => number) =>
    Float64Array.from({ length: 365 * 24 }, (_, k) => of(Math.floor(k / 24), k % 24));
  const sun = (share: number) =>
    Float64Array.from({ length: 365 * CLEARNESS_STEPS * 24 }, (_, k) => {
      const step = Math.floor(k / 24) % CLEARNESS_STEPS;
      return share * step * CLEARNESS_STEP * plan.sunA * sunShare(k % 24);
    });
  return checkTables({
    capacityAh: plan.capacityAh,
    coulombicFraction: plan.eta,
    acceptancePerH: plan.perH,
    limitA: plan.limitA,
    selfDischargePerDay: plan.selfPerDay,
    reserveSoc: plan.reserve,
    chargeTempC: CHARGE_C,
    bankAboveTempC: plan.bankAboveC,
    capacityByTemp: Float64Array.from({ length: MOST_TEMP - LEAST_TEMP + 1 }, (_, k) =>
      Math.max(0, warmth(LEAST_TEMP + k)),
    ),
    monthOfDay: Uint8Array.from(MONTH_OF_DAY),
    firstDay: plan.firstDay,
    tempOfDay: Float64Array.from({ length: 365 }, (_, day) => tempOf(plan, day)),
    tempSpread: new Float64Array(12),
    persistence: new Float64Array(12),
    clearnessByZ: new Float64Array(12 * GRID_Z),
    forcedClearness: Float64Array.from({ length: 365 }, (_, day) => clearnessOf(day)),
    loadSetOfDay: new Uint8Array(365),
    loadSets: [
      {
        hourShares: Float64Array.from(hoursOfDay, drawShare),
        quantilesAh: new Float64Array(GRID_U + 1).fill(plan.loadA * 24),
      },
    ],
    sources: [
      {
        id: 'mains',
        limitA: 1e9,
        scheduleA: everyHour((day, hour) => mainsOf(plan, day, hour)),
        relayA: null,
        solar: [],
      },
      {
        id: 'sun',
        limitA: plan.sunLimitA,
        scheduleA: null,
        relayA: null,
        solar: [
          { daysFraction: 1, hoursA: sun(0.7) },
          { daysFraction: 1, hoursA: sun(0.3) },
        ],
      },
      {
        id: 'relay',
        limitA: 1e9,
        scheduleA: everyHour((day, hour) => relayOf(plan, day, hour)),
        relayA: Float64Array.from({ length: RELAY_STEPS + 1 }, (_, k) => plan.relayA * (1 - k / RELAY_STEPS)),
        solar: [],
      },
    ],
  });
}

const PARTS = 360;
const AH = [
  ...(['offeredAh', 'loadAh', 'inAh', 'outAh'] as const),
  ...(['refusedAh', 'refusedColdAh', 'unservedAh', 'selfAh'] as const),
];

/** The same year in steps of ten seconds: current, efficiency, and what is left, one after the other. */
function slowYear(plan: SmallPlan) {
  const months = Array.from({ length: 12 }, () => ({
    ...{ offeredAh: 0, loadAh: 0, inAh: 0, outAh: 0, refusedAh: 0, refusedColdAh: 0, unservedAh: 0, selfAh: 0 },
    ...{ belowReserveH: 0, fullDays: 0, minSoc: 1, minSpare: 1, longestGap: 0 },
    ...{ offeredBy: [0, 0, 0], refusedBy: [0, 0, 0] },
  }));
  const lows = Array<number>(365).fill(0);
  const hours: (readonly [number, number, number])[] = [];
  let [charge, gap] = [plan.capacityAh, 0];
  for (let step = 0; step < 365; step++) {
    const day = (plan.firstDay + step) % 365;
    const month = months[MONTH_OF_DAY[day]!]!;
    const bankC = Math.max(tempOf(plan, day), plan.bankAboveC ?? -Infinity);
    const mayCharge = bankC >= CHARGE_C[0] && bankC <= CHARGE_C[1];
    const frozenAh = (1 - Math.max(0, warmth(bankC))) * plan.capacityAh;
    const reserveAh = frozenAh + plan.reserve * (plan.capacityAh - frozenAh);
    let [low, high] = [plan.capacityAh, 0];
    for (const hour of hoursOfDay) {
      const sunA = Math.min(plan.sunLimitA, plan.sunA * clearnessOf(day) * sunShare(hour));
      const mainsA = mainsOf(plan, day, hour);
      const drawA = plan.loadA * 24 * drawShare(hour);
      let [relayAh, within] = [0, charge];
      // What a relay gives in the hour is found first, with the bank filling meanwhile.
      for (let part = 0; part < PARTS; part++) {
        const nowA = plan.relayA * (1 - within / plan.capacityAh) * relayOf(plan, day, hour);
        const overA = sunA + mainsA + nowA - drawA;
        const takenA = Math.min(overA, plan.limitA, plan.perH * (plan.capacityAh - within));
        within = Math.max(0, within + (overA < 0 ? overA : mayCharge ? takenA * plan.eta : 0) / PARTS);
        relayAh += nowA / PARTS;
      }
      const netA = sunA + mainsA + relayAh - drawA;
      month.offeredAh += sunA + mainsA + relayAh;
      [mainsA, sunA, relayAh].forEach((ah, source) => (month.offeredBy[source]! += ah));
      month.loadAh += drawA;
      if (netA > 0) {
        let inAh = 0;
        for (let part = 0; part < PARTS && mayCharge; part++) {
          const takenAh = Math.min(netA, plan.limitA, plan.perH * (plan.capacityAh - charge)) / PARTS;
          charge += takenAh * plan.eta;
          inAh += takenAh;
        }
        month.inAh += inAh;
        month.refusedAh += netA - inAh;
        if (!mayCharge) month.refusedColdAh += netA - inAh;
        let left = netA - inAh;
        for (const [source, ownAh] of [
          [2, relayAh],
          [1, sunA],
          [0, mainsA],
        ] as const) {
          month.refusedBy[source]! += Math.min(left, ownAh);
          left -= Math.min(left, ownAh);
        }
      } else {
        const givenAh = Math.min(-netA, Math.max(0, charge - frozenAh));
        charge -= givenAh;
        month.outAh += givenAh;
        month.unservedAh += -netA - givenAh;
      }
      if (charge < reserveAh) month.belowReserveH++;
      hours.push([charge / plan.capacityAh, sunA + mainsA + relayAh, drawA]);
      low = Math.min(low, charge);
      high = Math.max(high, charge);
    }
    month.selfAh += charge * plan.selfPerDay;
    charge -= charge * plan.selfPerDay;
    gap = high >= 0.99 * plan.capacityAh ? 0 : gap + 1;
    if (gap === 0) month.fullDays++;
    lows[day] = low / plan.capacityAh;
    month.minSoc = Math.min(month.minSoc, low / plan.capacityAh);
    month.minSpare = Math.min(month.minSpare, (low - reserveAh) / plan.capacityAh);
    month.longestGap = Math.max(month.longestGap, gap);
  }
  return { months, lows, hours };
}

function drawnPlan(seed: number): SmallPlan {
  const random = drawsFrom(seed);
  const between = (from: number, to: number) => from + (to - from) * random();
  const capacityAh = between(60, 400);
  return {
    capacityAh,
    eta: between(0.85, 1),
    perH: between(0.8, 30),
    limitA: between(0.1, 0.6) * capacityAh,
    selfPerDay: between(0, 0.004),
    reserve: between(0, 0.6),
    firstDay: Math.floor(between(0, 365)),
    bankAboveC: random() < 0.4 ? between(0, 8) : null,
    tempC: [between(2, 18), between(2, 16)],
    loadA: between(0.01, 0.05) * capacityAh,
    sunA: between(0, 0.5) * capacityAh,
    sunLimitA: between(0.05, 0.3) * capacityAh,
    mainsA: between(0, 0.3) * capacityAh,
    mainsFromHour: Math.floor(between(0, 19)),
    relayA: random() < 0.5 ? between(0.1, 0.8) * capacityAh : 0,
    relayShare: between(0.2, 1),
  };
}

describe('a simulated year against a slow and obvious one', () => {
  it.each(Array.from({ length: 16 }, (_, k) => [k]))('comes to the same, month by month: plan %d', (seed) => {
    const plan = drawnPlan(seed + 1);
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    const two = simulateRuns(tablesOf(plan), 0, 2, 5, trace);
    expect(two.worstBalance).toBeLessThan(1e-9);
    // Thousands of sums never close to the last bit: none at all would mean that nothing was looked at.
    expect(two.worstBalance).toBeGreaterThan(0);
    const { months, lows, hours } = slowYear(plan);
    // What is off is gathered and looked at once: 36,000 looks a plan take longer than its year.
    const off: string[] = [];
    const near = (what: string, value: number, to: number, most: number) => {
      if (!(Math.abs(value - to) < most)) off.push(`${what}: ${value}, not ${to} within ${most}`);
    };
    months.forEach((of, k) => {
      const mostAh = 0.001 * (of.loadAh + of.offeredAh);
      for (const key of AH) near(`${key} of month ${k}`, two.month[key][k]! / 2, of[key], mostAh);
      for (const source of [0, 1, 2]) {
        near(
          `offered by ${source} in month ${k}`,
          two.sourceOfferedAh[source * 12 + k]! / 2,
          of.offeredBy[source]!,
          mostAh,
        );
        near(
          `refused of ${source} in month ${k}`,
          two.sourceRefusedAh[source * 12 + k]! / 2,
          of.refusedBy[source]!,
          mostAh,
        );
      }
      near(`hours below the reserve of month ${k}`, two.month.belowReserveH[k]! / 2, of.belowReserveH, 4);
      near(`full days of month ${k}`, two.month.fullDays[k]! / 2, of.fullDays, 1.5);
      // Nothing is left to chance: both runs are the same.
      for (const cell of [k, 12 + k]) {
        near(`lowest charge, cell ${cell}`, two.minSoc[cell]!, of.minSoc, 0.003);
        near(`least spare, cell ${cell}`, two.minSpare[cell]!, of.minSpare, 0.003);
        near(`longest gap, cell ${cell}`, two.longestGap[cell]!, of.longestGap, 1.5);
      }
    });
    lows.forEach((soc, day) => {
      const bins = two.dayLowBins.subarray(day * SOC_BINS, (day + 1) * SOC_BINS);
      near(`low of day ${day}`, bins.indexOf(2), 100 * soc, 0.8);
    });
    hours.forEach(([soc, offeredA, loadA], hour) => {
      const at = hour * TRACE_COLUMNS;
      near(`charge of hour ${hour}`, trace.hours[at]!, soc, 0.003);
      near(`offered of hour ${hour}`, trace.hours[at + 1]!, offeredA, 0.01 * plan.capacityAh);
      near(`load of hour ${hour}`, trace.hours[at + 2]!, loadA, 1e-9);
      near(
        `clearness of hour ${hour}`,
        trace.hours[at + 3]!,
        clearnessOf((plan.firstDay + Math.floor(hour / 24)) % 365),
        1e-9,
      );
    });
    expect(off).toEqual([]);
  });
});
