const EARLIEST_MS = Date.UTC(1990, 0, 1);
const LATEST_MS = Date.UTC(2100, 0, 1);

/**
 * Whether a log can hold an instant: from 1990 to 2099. What is earlier comes from a clock that was never set.
 * @example isLikelyTime(Date.UTC(2026, 0, 1)) // true
 */
export const isLikelyTime = (atMs: number): boolean => atMs >= EARLIEST_MS && atMs < LATEST_MS;
