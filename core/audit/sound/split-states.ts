import type { Loudness } from './envelope';

export interface SoundState {
  /** Usual level, dB. */
  levelDb: number;
}

export interface SoundSplit {
  /** From the quietest to the loudest. */
  states: SoundState[];
  /** One after the other from the start; state is an index into states. */
  spans: { state: number; seconds: number }[];
}

export interface SplitOptions {
  /** How many states; null: found, one to four. */
  count: number | null;
  /** States shorter than this are taken for spurious and merged into what is around them. */
  shortestS: number;
}

const COUNT_MAX = 4;
/** Two states nearer than this are one: no compressor is so quiet against the room, and rooms vary by more. */
const LEAST_STEP_DB = 2.5;
/** A further state must lower what is unexplained to this share. */
const WORTH_A_STATE = 0.35;
const SMOOTHED_S = 1;
const ROUNDS = 60;

/**
 * Splits a recording into states of loudness: levels by clustering the smoothed envelope, each frame to the nearest
 * level with some reluctance to change, short spurious states merged into their neighbours.
 * Leaves out: what the sound is. Talk, rain or a passing lorry beside the microphone are states too; boundaries can be moved.
 * @source  clusters: one-dimensional k-means; reluctance: Viterbi path through Gaussian states
 */
export function splitStates(loudness: Loudness, { count, shortestS }: SplitOptions): SoundSplit {
  const levels = smooth(loudness.levelDb, Math.max(1, Math.round(SMOOTHED_S / loudness.frameS)));
  if (levels.length === 0) return { states: [], spans: [] };
  const centres = count === null ? findCentres(levels) : kMeans(levels, count);
  const path = mergeShort(likeliestPath(levels, centres), Math.round(shortestS / loudness.frameS));
  return spansOf(path, levels, loudness.frameS);
}

/** Running median: keeps edges where they are and drops clicks. */
function smooth(values: Float64Array, frames: number): Float64Array {
  const half = Math.floor(frames / 2);
  if (half === 0) return values;
  const out = new Float64Array(values.length);
  for (let k = 0; k < values.length; k++) {
    out[k] = medianOf(values.subarray(Math.max(0, k - half), Math.min(values.length, k + half + 1)));
  }
  return out;
}

function findCentres(levels: Float64Array): number[] {
  let best = kMeans(levels, 1);
  let unexplained = variationAround(levels, best);
  for (let count = 2; count <= COUNT_MAX; count++) {
    const centres = kMeans(levels, count);
    const steps = centres.slice(1).map((centre, k) => centre - centres[k]!);
    const left = variationAround(levels, centres);
    if (centres.length < count || Math.min(...steps) < LEAST_STEP_DB || left > unexplained * WORTH_A_STATE) continue;
    best = centres;
    unexplained = left;
  }
  return best;
}

/** Centres of the clusters, rising; fewer where the values do not fall apart so far. Starts from evenly spaced quantiles. */
function kMeans(values: Float64Array, count: number): number[] {
  const sorted = Float64Array.from(values).sort();
  const low = sorted[Math.floor(sorted.length * 0.02)]!;
  const high = sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * 0.98))]!;
  let centres = Array.from({ length: count }, (_, k) =>
    count === 1 ? medianOf(sorted) : low + ((high - low) * k) / (count - 1),
  );
  for (let round = 0; round < ROUNDS; round++) {
    const sums = centres.map(() => 0);
    const members = centres.map(() => 0);
    for (const value of values) {
      const nearest = nearestTo(value, centres);
      sums[nearest]! += value;
      members[nearest]!++;
    }
    const next = centres.map((centre, k) => (members[k]! > 0 ? sums[k]! / members[k]! : centre));
    const moved = next.some((centre, k) => Math.abs(centre - centres[k]!) > 1e-6);
    centres = next.filter((_, k) => members[k]! > 0 || round < 2).sort((a, b) => a - b);
    if (!moved) break;
  }
  return centres;
}

function variationAround(values: Float64Array, centres: readonly number[]): number {
  let sum = 0;
  for (const value of values) sum += (value - centres[nearestTo(value, centres)]!) ** 2;
  return sum / values.length;
}

function nearestTo(value: number, centres: readonly number[]): number {
  let nearest = 0;
  for (let k = 1; k < centres.length; k++) {
    if (Math.abs(value - centres[k]!) < Math.abs(value - centres[nearest]!)) nearest = k;
  }
  return nearest;
}

/** The sequence of states that explains the levels best when each change costs something. */
function likeliestPath(levels: Float64Array, centres: readonly number[]): Uint8Array {
  const states = centres.length;
  const count = levels.length;
  if (states === 1) return new Uint8Array(count);
  const spread = Math.max(0.5, Math.sqrt(variationAround(levels, centres)));
  const change = 8;
  const from = new Uint8Array(count * states);
  let cost = centres.map((centre) => ((levels[0]! - centre) / spread) ** 2 / 2);
  for (let k = 1; k < count; k++) {
    const cheapest = cost.indexOf(Math.min(...cost));
    cost = centres.map((centre, state) => {
      const stays = cost[state]! <= cost[cheapest]! + change;
      from[k * states + state] = stays ? state : cheapest;
      return (stays ? cost[state]! : cost[cheapest]! + change) + ((levels[k]! - centre) / spread) ** 2 / 2;
    });
  }
  const path = new Uint8Array(count);
  path[count - 1] = cost.indexOf(Math.min(...cost));
  for (let k = count - 1; k > 0; k--) path[k - 1] = from[k * states + path[k]!]!;
  return path;
}

/** Gives runs of fewer frames than `shortest` to the longer of their neighbours, the shortest run first. */
function mergeShort(path: Uint8Array, shortest: number): Uint8Array {
  const runs = runsOf(path);
  for (;;) {
    let at = -1;
    for (let k = 0; k < runs.length; k++)
      if (runs[k]!.frames < shortest && (at < 0 || runs[k]!.frames < runs[at]!.frames)) at = k;
    if (at < 0 || runs.length === 1) break;
    const before = runs[at - 1];
    const after = runs[at + 1];
    const host = !before || (after && after.frames > before.frames) ? after! : before;
    host.frames += runs[at]!.frames;
    runs.splice(at, 1);
    for (let k = runs.length - 1; k > 0; k--) {
      if (runs[k]!.state !== runs[k - 1]!.state) continue;
      runs[k - 1]!.frames += runs[k]!.frames;
      runs.splice(k, 1);
    }
  }
  const merged = new Uint8Array(path.length);
  let at = 0;
  for (const { state, frames } of runs) {
    merged.fill(state, at, at + frames);
    at += frames;
  }
  return merged;
}

function runsOf(path: Uint8Array): { state: number; frames: number }[] {
  const runs: { state: number; frames: number }[] = [];
  for (const state of path) {
    const last = runs.at(-1);
    if (last?.state === state) last.frames++;
    else runs.push({ state, frames: 1 });
  }
  return runs;
}

/** States that are left in the path, renumbered from the quietest, with the level that each has. */
function spansOf(path: Uint8Array, levels: Float64Array, frameS: number): SoundSplit {
  const used = [...new Set(path)].sort((a, b) => a - b);
  const states = used.map((state) => ({ levelDb: medianOf(levels.filter((_, k) => path[k] === state)) }));
  const spans = runsOf(path).map(({ state, frames }) => ({ state: used.indexOf(state), seconds: frames * frameS }));
  return { states, spans };
}

function medianOf(values: Float64Array): number {
  const sorted = Float64Array.from(values).sort();
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
