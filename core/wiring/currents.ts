import { type CurrentSchool, stringsCounted } from '../bank/current-schools';
import { type BankString, linkRuns } from './battery-posts';
import { keptBy } from '../plan/kept-by';
import type { Demand } from './demand';
import { type CircuitGraph, type Edge, waysFrom } from './graph';
import { INPUT, postOf } from './part';
import type { Run } from './run';

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

export interface Currents {
  /** By id of the run or part. */
  flows: ReadonlyMap<string, Flow>;
  loops: Loop[];
  /** Of chargers between two batteries: from the second one to their inputs and back. */
  inputs: Loop[];
  /** All ways from a string to a part, for what protects what. */
  outWays: readonly (readonly Edge[])[];
  /** The same of negatives, from a string to a part. */
  backWays: readonly (readonly Edge[])[];
  stringCount: number;
}

/** Who is fed by the bank, and who by a second battery. */
export interface Demands {
  bank: readonly Demand[];
  inputs: readonly Demand[];
  secondIds: readonly string[];
}

/**
 * What every run and part carries: each consumer's current along its way. What only some of the strings feed carries its share under the
 * school of parallel currents; what all of them feed carries the whole.
 */
export function currentsOf(
  graph: CircuitGraph,
  runs: readonly Run[],
  strings: readonly BankString[],
  { bank, inputs, secondIds }: Demands,
  school: CurrentSchool,
): Currents {
  const flows = new Map<string, Flow>();
  const loops: Loop[] = [];
  const outWays: Edge[][] = [];
  const backWays: Edge[][] = [];
  const sharing = stringsCounted(school, strings.length);
  const from = (side: CircuitGraph['positive'], pole: '+' | '-') =>
    strings.map(({ id }) => waysFrom(side, [postOf(id, pole)]));
  const [positives, negatives] = [from(graph.positive, '+'), from(graph.negative, '-')];
  const all = strings.map((_, k) => k);
  // The links within a string lie on every way that begins at it.
  const named = runs.map((run) => ({ run }));
  const links = strings.map((string) =>
    linkRuns(string, named).map(({ from, to, one }): Edge => ({ a: from, b: to, run: one.run, part: null })),
  );
  for (const demand of bank) {
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
    loops.push({ demand, out: longest(outs), back: longest(backs)?.toReversed() ?? null });
  }
  const plus = waysFrom(
    graph.positive,
    secondIds.map((id) => postOf(id, '+')),
  );
  const minus = waysFrom(
    graph.negative,
    secondIds.map((id) => postOf(id, '-')),
  );
  const inputLoops = inputs.map((demand): Loop => {
    const out = plus(postOf(demand.partId, INPUT));
    const whole = minus(postOf(demand.partId, '-'));
    // What would come back through the shunt has its negative on the bank’s side, and is to be moved: only its own lead counts meanwhile.
    const back = whole?.some(({ part }) => part?.kind === 'shunt') ? whole.slice(-1) : whole;
    for (const way of [out, back]) if (way) carryAlone(flows, demand, way, all);
    if (out) outWays.push(out);
    return { demand, out, back: back?.reverse() ?? null };
  });
  for (const flow of flows.values()) flow.strings = mostly(flow);
  return { flows, loops, inputs: inputLoops, outWays, backWays, stringCount: strings.length };
}

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
export const sideA = (flow: Flow | undefined, gives: boolean): number => {
  if (!flow) return 0;
  const { takesA, givesA } = sidesA(flow);
  return gives ? givesA : takesA;
};

const sidesA = keptBy((flow: Flow) => {
  const sumOf = (gives: boolean) =>
    sideOf(flow, gives).reduce((sum, { demand, fraction }) => sum + demand.current.value * fraction, 0);
  return { takesA: sumOf(false), givesA: sumOf(true) };
});

/** Those that give, or those that take: whichever is more. */
export const largerSide = (flow: Flow): Flow['carried'] => sideOf(flow, sideA(flow, true) > sideA(flow, false));

const lengthOf = (way: readonly Edge[]) => way.reduce((sum, { run }) => sum + (run?.lengthM ?? 0), 0);

const longest = (ways: readonly (Edge[] | null)[]): Edge[] | null =>
  ways.reduce<Edge[] | null>(
    (most, way) => (way && (most === null || lengthOf(way) > lengthOf(most)) ? way : most),
    null,
  );
