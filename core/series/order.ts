import type { Columns } from './columns';

export interface Ordered {
  columns: Columns;
  /** Instants that stood in more than one row; the first row was kept. */
  duplicateMs: number[];
}

/** Puts samples in order of time (rows of equal time in the order they came) and keeps the first of each instant. */
export function orderByTime(columns: Columns): Ordered {
  const { timeMs, voltageV, currentA } = columns;
  const count = timeMs.length;
  let rising = true;
  for (let k = 1; k < count && rising; k++) rising = timeMs[k]! > timeMs[k - 1]!;
  if (rising) return { columns, duplicateMs: [] };

  const order = Uint32Array.from({ length: count }, (_, k) => k).sort((a, b) => timeMs[a]! - timeMs[b]! || a - b);
  const kept: number[] = [];
  const duplicateMs: number[] = [];
  for (const k of order) {
    if (kept.length > 0 && timeMs[k] === timeMs[kept[kept.length - 1]!]) duplicateMs.push(timeMs[k]!);
    else kept.push(k);
  }
  const pick = (column: Float64Array) => Float64Array.from(kept, (k) => column[k]!);
  return {
    columns: { timeMs: pick(timeMs), voltageV: voltageV && pick(voltageV), currentA: pick(currentA) },
    duplicateMs,
  };
}
