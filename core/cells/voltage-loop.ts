import type { Chemistry } from './chemistry';
import { interpolate } from './interpolate';

/** Cells in series behind a resistance. */
export interface VoltageLoop {
  chemistry: Chemistry;
  cells: number;
  ohm: number;
}

/**
 * Voltage behind the resistance under a draw of constant power, V; null where it cannot be delivered at all.
 *
 *     V = OCV − (P/V)·R   ⇒   V = (OCV + √(OCV² − 4·R·P)) / 2
 *
 * @param socFraction  0 … 1
 * @param powerW       behind the resistance, ≥ 0
 */
export function loadedV({ chemistry, cells, ohm }: VoltageLoop, socFraction: number, powerW: number): number | null {
  const openV = interpolate(chemistry.restedCellV, socFraction) * cells;
  const root = openV * openV - 4 * ohm * powerW;
  return root < 0 ? null : (openV + Math.sqrt(root)) / 2;
}

/** State of charge at which the voltage behind the resistance has fallen to endV under a load: 0 it never does, 1 it has when full. */
export function socAtVoltage(loop: VoltageLoop, endV: number, powerW: number): number {
  const holds = (soc: number) => (loadedV(loop, soc, powerW) ?? 0) >= endV;
  if (holds(0)) return 0;
  if (!holds(1)) return 1;
  let [low, high] = [0, 1];
  for (let round = 0; round < 40; round++) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}
