import { type CurrentSchool, stringsCounted } from '../bank/current-schools';
import type { BankString } from './battery-posts';
import type { Demand } from './demand';
import { type CircuitGraph, type Edge, wayTo } from './graph';
import { postOf } from './part';

/** What passes through a run or a part, at its most. */
export interface Flow {
  /** A, the larger of what all loads draw at once and what all sources give at once. */
  designA: number;
  takesA: number;
  givesA: number;
  /** Parts whose current it carries. */
  partIds: string[];
  /** Places of the strings that it comes from, rising. */
  strings: number[];
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
  /** Ways from each string, in their order, for what protects what. */
  fromStrings: ReadonlyMap<string, readonly (readonly Edge[])[]>;
  stringCount: number;
}

const idOf = ({ run, part }: Edge): string => run?.id ?? part?.id ?? '';

/**
 * Design currents of all runs and parts: what every consumer draws is added up along its way. What only some of the strings feed carries
 * its share under the school of parallel currents; what all of them feed carries the whole.
 */
export function currentsOf(
  graph: CircuitGraph,
  strings: readonly BankString[],
  demands: readonly Demand[],
  school: CurrentSchool,
): Currents {
  const flows = new Map<string, Flow>();
  const loops: Loop[] = [];
  const fromStrings = new Map<string, (readonly Edge[])[]>();
  const sharing = stringsCounted(school, strings.length);
  for (const demand of demands) {
    const perString = (side: CircuitGraph['positive'], pole: '+' | '-') =>
      strings.map(({ id }) => wayTo(side, postOf(demand.partId, pole), (post) => post === postOf(id, pole)));
    const [outs, backs] = [perString(graph.positive, '+'), perString(graph.negative, '-')];
    for (const side of [outs, backs]) {
      const there = side.filter((way) => way !== null).length;
      const passed = new Map<string, number[]>();
      side.forEach((way, k) => {
        // What comes back beside the shunt is to be moved: only its own lead is sized by it.
        const counted =
          side === backs && way && !way.some(({ part }) => part?.kind === 'shunt') ? way.slice(0, 1) : way;
        for (const id of new Set((counted ?? []).map(idOf))) passed.set(id, [...(passed.get(id) ?? []), k]);
      });
      for (const [id, from] of passed) {
        const share = from.length === there ? 1 : Math.min(1, from.length / sharing);
        add(flows, id, demand, demand.current.value * share, from);
      }
    }
    fromStrings.set(
      demand.partId,
      outs.flatMap((way) => (way ? [[...way].reverse()] : [])),
    );
    loops.push({ demand, out: longest(outs)?.reverse() ?? null, back: longest(backs) });
  }
  return { flows, loops, fromStrings, stringCount: strings.length };
}

function add(flows: Map<string, Flow>, id: string, demand: Demand, amps: number, from: readonly number[]): void {
  const flow = flows.get(id) ?? { designA: 0, takesA: 0, givesA: 0, partIds: [], strings: [] };
  if (demand.gives) flow.givesA += amps;
  else flow.takesA += amps;
  flow.designA = Math.max(flow.givesA, flow.takesA);
  flow.partIds.push(demand.partId);
  flow.strings = [...new Set([...flow.strings, ...from])].sort((a, b) => a - b);
  flows.set(id, flow);
}

const lengthOf = (way: readonly Edge[]) => way.reduce((sum, { run }) => sum + (run?.lengthM ?? 0), 0);

function longest(ways: readonly (Edge[] | null)[]): Edge[] | null {
  return ways.reduce<Edge[] | null>(
    (most, way) => (way && (most === null || lengthOf(way) > lengthOf(most)) ? way : most),
    null,
  );
}
