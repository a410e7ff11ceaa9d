import type { DayPattern, PatternId } from '../rig/load';

const hours = (within: (hour: number) => number): readonly number[] =>
  Array.from({ length: 24 }, (_, hour) => within(hour));
const between = (hour: number, from: number, to: number) => (hour >= from && hour < to ? 1 : 0);

/** Weights of the 24 hours; usual days, no more. */
const NAMED: Record<PatternId, readonly number[]> = {
  'all-day': hours(() => 1),
  day: hours((hour) => between(hour, 9, 17)),
  evening: hours((hour) => between(hour, 17, 23)),
  night: hours((hour) => 1 - between(hour, 6, 22)),
  meals: hours((hour) => between(hour, 7, 8) + between(hour, 12, 13) + between(hour, 18, 20)),
};

/** Share of a load's day that falls into each hour of the clock: 24 numbers whose sum is 1. */
export function hourShares(pattern: DayPattern): number[] {
  const weights = pattern.by === 'named' ? NAMED[pattern.id] : pattern.weights;
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
}
