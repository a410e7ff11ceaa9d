import { bitsOf, PER_UNIT, RANDOM_STEP } from '../statistics/random-bits';
import { CLEARNESS_STEP, CLEARNESS_STEPS, type SourceTable } from './year-tables';

/** What the sources offer in the hours of the day at hand. */
export interface DaySources {
  /** [24] what runs by the clock, all together. */
  scheduledA: Float64Array;
  /** [24] all together, in this run. */
  offerA: Float64Array;
  /** [source · 24] each, in this run. */
  bySourceA: Float64Array;
}

export const emptyDay = (sources: number): DaySources => ({
  scheduledA: new Float64Array(24),
  offerA: new Float64Array(24),
  bySourceA: new Float64Array(sources * 24),
});

/**
 * Lays out what runs by the clock on a day: the same in every run. Relays are left for their hour.
 * @param offeredAh  [source] takes what each offers that day
 * @returns          Ah of all together
 */
export function scheduleDay(
  sources: readonly SourceTable[],
  day: number,
  { scheduledA, bySourceA }: DaySources,
  offeredAh: Float64Array,
): number {
  let scheduledAh = 0;
  scheduledA.fill(0);
  bySourceA.fill(0);
  for (const [s, { scheduleA, relayA }] of sources.entries()) {
    offeredAh[s] = 0;
    if (scheduleA === null || relayA !== null) continue;
    let sum = 0;
    for (let hour = 0; hour < 24; hour++) {
      const currentA = scheduleA[day * 24 + hour]!;
      bySourceA[s * 24 + hour] = currentA;
      scheduledA[hour]! += currentA;
      sum += currentA;
    }
    offeredAh[s] = sum;
    scheduledAh += sum;
  }
  return scheduledAh;
}

/**
 * Adds what the arrays give on a day of a clearness. One that is laid out by itself is out by chance.
 * @param state      of the run's generator
 * @param offeredAh  [source] takes what each offers that day
 * @returns          the state after it
 */
export function addSun(
  sources: readonly SourceTable[],
  day: number,
  clearness: number,
  state: number,
  { offerA, bySourceA }: DaySources,
  offeredAh: Float64Array,
): number {
  // Up to the last row of the day's table and never past it, where the next day's begins or the table ends.
  const place = clearness / CLEARNESS_STEP;
  const bin = place < CLEARNESS_STEPS - 1 ? place | 0 : CLEARNESS_STEPS - 2;
  const between = place < CLEARNESS_STEPS - 1 ? place - bin : 1;
  const row = (day * CLEARNESS_STEPS + bin) * 24;
  for (let s = 0; s < sources.length; s++) {
    const { solar, limitA } = sources[s]!;
    if (solar.length === 0) continue;
    const base = s * 24;
    let sum = 0;
    for (let t = 0; t < solar.length; t++) {
      const { daysFraction, hoursA } = solar[t]!;
      let out = 1;
      if (daysFraction < 1) {
        state = (state + RANDOM_STEP) | 0;
        out = bitsOf(state) * PER_UNIT < daysFraction ? 1 : 0;
      }
      for (let hour = 0; hour < 24; hour++) {
        const dull = hoursA[row + hour]!;
        const own = out * (dull + between * (hoursA[row + 24 + hour]! - dull));
        const before = t === 0 ? 0 : bySourceA[base + hour]!;
        const added = own < limitA - before ? own : limitA - before;
        bySourceA[base + hour] = before + added;
        offerA[hour]! += added;
        sum += added;
      }
    }
    offeredAh[s] = sum;
  }
  return state;
}
