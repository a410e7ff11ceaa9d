import { type CurrentSchool, stringsCounted } from '../bank/current-schools';
import { keptBy, sameItems, steady } from '../plan/kept-by';
import { at } from '../quantity/guard';
import { linkRuns } from './battery-posts';
import type { Demand, Demands } from './demand';
import { type CircuitGraph, type Edge, waysFrom } from './graph';
import type { LaidRun } from './laid-run';
import { INPUT, postOf } from './part';
import type { CircuitShape } from './shape';

/** What passes through a run or a part, at its most. */
export interface Flow {
  /** What it carries of each part: all of its current, or a share of it, and the places of the strings from which that comes this way. */
  carried: { demand: Demand; fraction: number; strings: readonly number[] }[];
  /** Places of the strings that most of it comes from, rising: what is joined to a battery by itself comes by other ways. */
  strings: readonly number[];
}

/** The way of a part's current from the bank and back, at the string from which it is longest. */
export interface Loop {
  demand: Demand;
  /** From a battery’s + to the part, and from the part to a battery’s −; null: there is no such way. */
  out: Edge[] | null;
  back: Edge[] | null;
}

/** What flows where, whichever way to a part is the longest. */
interface Flows {
  /** By id of the run or part. */
  flows: ReadonlyMap<string, Flow>;
  /** All ways from a string to a part, for what protects what. */
  outWays: readonly (readonly Edge[])[];
  /** The same of negatives, from a string to a part. */
  backWays: readonly (readonly Edge[])[];
  stringCount: number;
}

export interface Currents extends Flows {
  loops: readonly Loop[];
  /** Of chargers between two batteries: from the second one to their inputs and back. */
  inputs: readonly Loop[];
}

/** The ways of one part’s current, from each of the strings, or from the nearest second battery. */
interface Track {
  demand: Demand;
  outs: readonly (Edge[] | null)[];
  backs: readonly (Edge[] | null)[];
}

interface Tracks extends Flows {
  bank: readonly Track[];
  inputs: readonly Track[];
}

/**
 * What every run and part carries: each consumer's current along its way. What only some of the strings feed carries its share under the
 * school of parallel currents; what all of them feed carries the whole. The same comes back for as long as nothing is joined or drawn
 * otherwise, and no other way to a part becomes the longest.
 * @param lengthM  of each run
 */
export function currentsOf(
  shape: CircuitShape,
  demands: Demands,
  school: CurrentSchool,
  lengthM: (run: LaidRun) => number,
): Currents {
  const tracks = tracksOf(shape, demands, school);
  const longest = [...tracks.bank, ...tracks.inputs].flatMap(({ outs, backs }) => [
    longestOf(outs, lengthM),
    longestOf(backs, lengthM),
  ]);
  return alongLongest(tracks, sameChoice(longest));
}

const sameChoice = steady<readonly number[]>(sameItems);

/** @param longest  the places of the longest ways out and back, part after part; -1: there is none */
const alongLongest = keptBy(({ bank, inputs, ...flows }: Tracks, longest: readonly number[]): Currents => {
  const loops = [...bank, ...inputs].map(({ demand, outs, backs }, k): Loop => ({
    demand,
    out: outs[at(longest, 2 * k)] ?? null,
    back: backs[at(longest, 2 * k + 1)]?.toReversed() ?? null,
  }));
  return { ...flows, loops: loops.slice(0, bank.length), inputs: loops.slice(bank.length) };
});

const tracksOf = keptBy((shape: CircuitShape, demands: Demands, school: CurrentSchool): Tracks => {
  const { graph, strings, seconds, known } = shape;
  const flows = new Map<string, Flow>();
  const outWays: Edge[][] = [];
  const backWays: Edge[][] = [];
  const sharing = stringsCounted(school, strings.length);
  const from = (side: CircuitGraph['positive'], pole: '+' | '-') =>
    strings.map(({ id }) => waysFrom(side, [postOf(id, pole)]));
  const [positives, negatives] = [from(graph.positive, '+'), from(graph.negative, '-')];
  const all = strings.map((_, k) => k);
  // The links within a string lie on every way that begins at it.
  const named = known.map((run) => ({ run }));
  const links = strings.map((string) =>
    linkRuns(string, named).map(({ from, to, one }): Edge => ({ a: from, b: to, run: one.run, part: null })),
  );
  const bank = demands.bank.map((demand): Track => {
    const outs = positives.map((ways, k) => {
      const way = ways(postOf(demand.partId, '+'));
      return way && [...(links[k] ?? []), ...way];
    });
    const backs = negatives.map((ways) => ways(postOf(demand.partId, '-')));
    // What comes back beside the shunt is to be moved: only its own lead is sized by it.
    const counted = backs.map((way) =>
      way?.some(({ part }) => part?.kind === 'shunt') ? way : (way?.slice(-1) ?? null),
    );
    carry(flows, demand, outs, sharing);
    carry(flows, demand, counted, sharing);
    outWays.push(...outs.filter((way) => way !== null));
    backWays.push(...backs.filter((way) => way !== null));
    return { demand, outs, backs };
  });
  const fromSeconds = (side: CircuitGraph['positive'], pole: '+' | '-') =>
    waysFrom(
      side,
      seconds.map(({ id }) => postOf(id, pole)),
    );
  const [plus, minus] = [fromSeconds(graph.positive, '+'), fromSeconds(graph.negative, '-')];
  const inputs = demands.inputs.map((demand): Track => {
    const out = plus(postOf(demand.partId, INPUT));
    const whole = minus(postOf(demand.partId, '-'));
    // What would come back through the shunt has its negative on the bank’s side, and is to be moved: only its own lead counts meanwhile.
    const back = whole?.some(({ part }) => part?.kind === 'shunt') ? whole.slice(-1) : whole;
    for (const way of [out, back]) if (way) carryAlone(flows, demand, way, all);
    if (out) outWays.push(out);
    return { demand, outs: [out], backs: [back] };
  });
  for (const flow of flows.values()) flow.strings = mostly(flow);
  return { flows, bank, inputs, outWays, backWays, stringCount: strings.length };
});

/** The strings from which most of a flow comes. */
function mostly({ carried }: Flow): readonly number[] {
  const [first, ...others] = carried;
  if (!first) return [];
  const key = first.strings.join();
  if (others.every(({ strings }) => strings.join() === key)) return first.strings;
  const ways = new Map<string, { strings: readonly number[]; sumA: number }>();
  for (const { demand, strings } of carried) {
    const sumA = (ways.get(strings.join())?.sumA ?? 0) + demand.current.value;
    ways.set(strings.join(), { strings, sumA });
  }
  return [...ways.values()].reduce((most, one) => (one.sumA > most.sumA ? one : most)).strings;
}

/** All of a current along one way, which none of the bank’s strings feeds alone. */
function carryAlone(flows: Map<string, Flow>, demand: Demand, way: readonly Edge[], all: readonly number[]): void {
  for (const { run, part } of way) {
    const id = run?.id ?? part?.id;
    if (id === undefined) continue;
    const flow = flows.get(id) ?? { carried: [], strings: [] };
    flow.carried.push({ demand, fraction: 1, strings: all });
    flows.set(id, flow);
  }
}

/** @param ways  of the strings, in their order */
function carry(
  flows: Map<string, Flow>,
  demand: Demand,
  ways: readonly (readonly Edge[] | null)[],
  sharing: number,
): void {
  const there = ways.filter((way) => way !== null).length;
  const passed = new Map<string, number[]>();
  ways.forEach((way, k) => {
    for (const { run, part } of way ?? []) {
      const id = run?.id ?? part?.id;
      if (id !== undefined) passed.set(id, [...(passed.get(id) ?? []), k]);
    }
  });
  for (const [id, from] of passed) {
    const flow = flows.get(id) ?? { carried: [], strings: [] };
    const fraction = from.length === there ? 1 : Math.min(1, from.length / sharing);
    flow.carried.push({ demand, fraction, strings: from });
    flows.set(id, flow);
  }
}

/** What a run or a part carries of those that give, or of those that take. */
export const sideOf = ({ carried }: Flow, gives: boolean): Flow['carried'] =>
  carried.filter(({ demand }) => demand.gives === gives);

/** A of one side, all of it at its most. */
export const sideA = (flow: Flow | undefined, gives: boolean): number =>
  flow ? sidesA(flow)[gives ? 'givesA' : 'takesA'] : 0;

const sidesA = keptBy((flow: Flow) => {
  const sumOf = (gives: boolean) =>
    sideOf(flow, gives).reduce((sum, { demand, fraction }) => sum + demand.current.value * fraction, 0);
  return { takesA: sumOf(false), givesA: sumOf(true) };
});

/** Those that give, or those that take: whichever is more. */
export const largerSide = (flow: Flow): Flow['carried'] => sideOf(flow, sideA(flow, true) > sideA(flow, false));

/** The place of the longest of some ways; -1: there is none. */
function longestOf(ways: Track['outs'], lengthM: (run: LaidRun) => number): number {
  let [place, mostM] = [-1, -1];
  ways.forEach((way, k) => {
    const ownM = way?.reduce((sum, { run }) => sum + (run ? lengthM(run) : 0), 0) ?? -1;
    if (ownM > mostM) [place, mostM] = [k, ownM];
  });
  return place;
}
