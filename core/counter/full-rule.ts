/** When a meter, or the book, takes a bank for full: voltage reached and current small, both held long enough. */
export interface FullRule {
  fullV: number;
  /** Neither in nor out may more pass; null: voltage and time alone. */
  tailA: number | null;
  holdMs: number;
  /** A step longer than this breaks the hold: nobody knows what passed in it. */
  gapMs: number;
}

/** Where a walk along a log stands between two stretches of it. */
export interface HoldState {
  /** Since when voltage and current have held; NaN: they do not. */
  sinceMs: number;
  lastMs: number;
}

export const notHeld = (): HoldState => ({ sinceMs: Number.NaN, lastMs: Number.NEGATIVE_INFINITY });

/**
 * Walks a rule along samples in their order: the one place where "full" is decided, for the counter and for the book.
 * @param state  where the stretch before has left it; moved on
 * @returns      [n] 1 at each sample at which both have held long enough, else 0
 * @example [...fullRows({ fullV: 14, tailA: 4, holdMs: 0, gapMs: 1 }, [0], [14.2], [1], notHeld())] // [1]
 */
export function fullRows(
  { fullV, tailA, holdMs, gapMs }: FullRule,
  timeMs: ArrayLike<number>,
  voltageV: ArrayLike<number>,
  currentA: ArrayLike<number>,
  state: HoldState,
): Uint8Array {
  const count = timeMs.length;
  const full = new Uint8Array(count);
  const mostA = tailA ?? Number.POSITIVE_INFINITY;
  let { sinceMs, lastMs } = state;
  let held = !Number.isNaN(sinceMs);
  for (let k = 0; k < count; k++) {
    const now = timeMs[k]!;
    if (voltageV[k]! >= fullV && Math.abs(currentA[k]!) <= mostA) {
      if (!held || now - lastMs > gapMs) sinceMs = now;
      held = true;
      if (now - sinceMs >= holdMs) full[k] = 1;
    } else held = false;
    lastMs = now;
  }
  state.sinceMs = held ? sinceMs : Number.NaN;
  state.lastMs = lastMs;
  return full;
}
