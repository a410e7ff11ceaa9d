import type { DayPattern, Load, PatternId } from './load';

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

/**
 * Share of a load's day that falls into each hour of the clock: 24 numbers whose sum is 1.
 * @example hourShares({ by: 'named', id: 'all-day' }).length // 24
 */
export function hourShares(pattern: DayPattern): number[] {
  const weights = pattern.by === 'named' ? NAMED[pattern.id] : pattern.weights;
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => (weight > NOTHING * sum ? weight / sum : 0));
}

/** A weight that is no more than this of all is none: it could not hold an hour. */
const NOTHING = 1e-12;

/** The same of a load: one that never pauses runs all day, whatever its pattern. */
export const shareOfHours = ({ use, pattern }: Pick<Load, 'use' | 'pattern'>): number[] =>
  hourShares(use.by === 'always' ? { by: 'named', id: 'all-day' } : pattern);

/**
 * So many hours of running laid over a pattern, as a share of each hour of the clock: by the pattern's weights, no hour more
 * than whole. What the pattern's hours cannot hold goes evenly to the others.
 * @param shares  [24] with sum 1
 * @param hours   0 … 24
 * @returns       [24] each 0 … 1, with the sum hours
 * @example spreadHours([0.5, 0.5, 0, 0], 1).reduce((a, b) => a + b) // 1
 */
export function spreadHours(shares: readonly number[], hours: number): number[] {
  const inPattern = shares.filter((share) => share > 0).length;
  if (hours >= inPattern) {
    const others = inPattern < shares.length ? (hours - inPattern) / (shares.length - inPattern) : 0;
    return shares.map((share) => (share > 0 ? 1 : others));
  }
  // Whole hours are taken out one after the other; the rest share what is left by their weights.
  const filled = shares.map(() => false);
  for (;;) {
    const whole = filled.filter(Boolean).length;
    const weight = shares.reduce((sum, share, k) => sum + (filled[k] ? 0 : share), 0);
    const factor = weight > 0 ? (hours - whole) / weight : 0;
    const over = shares.map((share, k) => !filled[k] && share * factor > 1);
    if (!over.some(Boolean)) return shares.map((share, k) => (filled[k] ? 1 : share * factor));
    over.forEach((is, k) => is && (filled[k] = true));
  }
}
