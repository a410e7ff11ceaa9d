import { drawsFrom } from '../statistics/random-bits';
import type { RollItem, RollReading } from '../commissioning/roll-call/item';
import { gauss, pick, type Random } from './draws';

/** What is wrong on a drawn rig. */
export type Fault =
  | { is: 'none' }
  | { is: 'bypass'; circuitId: string }
  | { is: 'reversed' }
  | { is: 'rating'; factor: number }
  | { is: 'plan-wrong'; itemId: string; factor: number };

export interface DrawnRollCall {
  items: RollItem[];
  readings: RollReading[];
  stepA: number;
}

/** Loads in circuits, and sources: currents over three decades, ranges as a plan has them. */
export function drawnItems(random: Random, stepA: number): RollItem[] {
  const circuits = 2 + Math.floor(random() * 6);
  const items: RollItem[] = [];
  for (let circuit = 0; circuit < circuits; circuit++)
    for (let k = 0; k < 1 + Math.floor(random() * 3); k++) {
      const size = Math.max(12 * stepA, 10 ** (-1 + 2.6 * random()));
      const [low, high] = pick(random, [
        [0.85, 1.15],
        [0.8, 1.2],
        [0.7, 1.3],
        [0.5, 1.1],
      ] as const);
      const id = `load ${items.length}`;
      items.push({ id, name: id, circuitId: `c${circuit}`, fromA: -high * size, toA: -low * size, idleFraction: 0.01 });
    }
  for (let k = 0; k < 1 + Math.floor(random() * 2); k++) {
    const size = 4 + 40 * random();
    const id = `source ${k}`;
    items.push({ id, name: id, circuitId: id, fromA: 0.6 * size, toA: 1.05 * size, idleFraction: 0.02 });
  }
  return items;
}

/** The readings that a meter gives of them, with its steps and its noise, and one thing wrong. */
export function rollCallOf(random: Random, items: RollItem[], fault: Fault, stepA: number): RollReading[] {
  let baseA = 0.4 * gauss(random);
  const shown = (trueA: number) => {
    const scale = fault.is === 'reversed' ? -1 : fault.is === 'rating' ? fault.factor : 1;
    return Math.round((trueA * scale + 0.3 * stepA * gauss(random)) / stepA) * stepA;
  };
  const size = ({ fromA, toA }: RollItem) => Math.max(Math.abs(fromA), Math.abs(toA));
  return [...items]
    .sort((a, b) => size(a) - size(b))
    .map(({ id, circuitId, fromA, toA }) => {
      // In one case of twenty a thing lies outside of what was expected of it, by a little.
      const [low, high] = [Math.min(fromA, toA), Math.max(fromA, toA)];
      const stray = random() < 0.05 ? 1 + 0.08 * gauss(random) : 1;
      let trueA = (low + random() * (high - low)) * stray;
      if (fault.is === 'plan-wrong' && fault.itemId === id) trueA = ((low + high) / 2) * fault.factor;
      const counted = fault.is === 'bypass' && fault.circuitId === circuitId ? 0 : trueA;
      const beforeA = shown(baseA);
      baseA += 0.002 * Math.abs(baseA) * gauss(random);
      const afterA = shown(baseA + counted);
      // Left on, while that can be borne.
      if (Math.abs(baseA + counted) < 60) baseA += counted;
      return { itemId: id, beforeA, afterA };
    });
}

const STEPS = [0.01, 0.05, 0.1];
const FACTORS = [0.1, 0.2, 0.5, 2 / 3, 1.5, 2, 2.5, 4, 5, 10];
/** What is wrong, or not, on the rigs that are drawn. */
export const FAULT_KINDS = ['none', 'bypass', 'reversed', 'rating', 'plan-wrong'] as const;

/** One drawn rig with one thing wrong, or nothing. */
export function drawnCase(seed: number, kind: (typeof FAULT_KINDS)[number]): DrawnRollCall & { fault: Fault } {
  const random = drawsFrom(seed);
  const stepA = pick(random, STEPS);
  const items = drawnItems(random, stepA);
  const factor = random() < 0.5 ? 0.2 + 0.3 * random() : 2 + 2 * random();
  const one = pick(random, items);
  const faults: Record<(typeof FAULT_KINDS)[number], Fault> = {
    none: { is: 'none' },
    bypass: { is: 'bypass', circuitId: one.circuitId },
    reversed: { is: 'reversed' },
    rating: { is: 'rating', factor: pick(random, FACTORS) },
    'plan-wrong': { is: 'plan-wrong', itemId: one.id, factor },
  };
  const fault = faults[kind];
  return { items, readings: rollCallOf(random, items, fault, stepA), stepA, fault };
}
