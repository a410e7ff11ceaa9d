import type { Columns } from './columns';

export interface Span {
  fromMs: number;
  toMs: number;
}

/** Leaves out the samples that lie within any of the spans (ends included). @param spans in any order */
export function outsideSpans(columns: Columns, spans: readonly Span[]): { columns: Columns; dropped: number } {
  const { timeMs, voltageV, currentA } = columns;
  const count = timeMs.length;
  if (count === 0) return { columns, dropped: 0 };
  const near = spans.filter((span) => span.toMs >= timeMs[0]! && span.fromMs <= timeMs[count - 1]!);
  if (near.length === 0) return { columns, dropped: 0 };
  const kept: number[] = [];
  for (let k = 0; k < count; k++) {
    const t = timeMs[k]!;
    if (!near.some((span) => t >= span.fromMs && t <= span.toMs)) kept.push(k);
  }
  const pick = (column: Float64Array) => Float64Array.from(kept, (k) => column[k]!);
  return {
    columns: { timeMs: pick(timeMs), voltageV: voltageV && pick(voltageV), currentA: pick(currentA) },
    dropped: count - kept.length,
  };
}

/**
 * The stretches in which samples follow one another without a gap: what an integration counts.
 * @param timeMs  rising; others may be passed over
 */
export function runsOf(timeMs: ArrayLike<number>, gapMs: number): Span[] {
  const runs: Span[] = [];
  for (let k = 0; k < timeMs.length; k++) {
    const t = timeMs[k] ?? 0;
    const last = runs.at(-1);
    if (last && t - last.toMs <= gapMs) last.toMs = t;
    else runs.push({ fromMs: t, toMs: t });
  }
  return runs;
}

/** Whether some of a span lies strictly between two instants. */
export const liesBetween = (spans: readonly Span[], fromMs: number, toMs: number): boolean =>
  spans.some((span) => span.toMs > fromMs && span.fromMs < toMs && span.toMs > span.fromMs);
