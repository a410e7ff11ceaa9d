import type { Figure } from '../formula/figure';
import { sumOver } from '../formula/formula';
import { at } from '../quantity/guard';
import type { CircuitFigures } from './circuit-figures';
import { asDrawn } from './parallel/as-drawn';
import { BATTERIES_MOST, IN_USE_C } from './parallel/bank-in-parallel';
import { parallelResponse } from './parallel/shares';
import { WIRING_LIMITS as LIMITS } from './limits';
import type { WiringPlan } from './plan';
import { type Run, runLength } from './run';
import { runOhm } from './run-ohm';

/** The leads of one string until they meet those of all others. */
export interface StringLeads {
  stringId: string;
  /** To where all have met, on either side and both together, m. */
  plus: Figure;
  minus: Figure;
  both: Figure;
  /** Of their copper, there and back, in use. */
  ohm: number;
  /** Runs that it feeds alone. */
  ownIds: string[];
}

/** What lies between each string and where all have met: equal ways make equal shares. */
export function stringLeads({ currents, strings, runs }: CircuitFigures): StringLeads[] {
  const some = runs.flatMap(({ run, areaMm2 }) => {
    const from = currents.flows.get(run.id)?.strings ?? [];
    return from.length < strings.length && (run.role === 'positive' || run.role === 'negative')
      ? [{ run, areaMm2, from }]
      : [];
  });
  return strings.map(({ id, name }, k) => {
    const its = some.filter(({ from }) => from.includes(k));
    const metres = (roles: readonly Run['role'][], side: string) =>
      sumOver(
        { id: `wiring.leads:${id}:${side}`, says: `${name}, ${side}`, unit: 'M', source: 'its runs, as drawn' },
        its.flatMap(({ run }) => (roles.includes(run.role) ? [{ says: run.label, run }] : [])),
        ({ run }) => runLength(run),
      );
    return {
      stringId: id,
      plus: metres(['positive'], 'positive leads'),
      minus: metres(['negative'], 'negative leads'),
      both: metres(['positive', 'negative'], 'leads there and back'),
      ohm: its.reduce((sum, { run, areaMm2 }) => sum + runOhm(run, areaMm2, IN_USE_C), 0),
      ownIds: its.flatMap(({ run, from }) => (from.length === 1 ? [run.id] : [])),
    };
  });
}

/** A share that is off by more than this on account of the leads is said. */
const OFF_FRACTION = 0.05;
/** m that two leads may differ by and still be alike. */
const ALIKE_M = 1e-6;

export interface UnevenShare {
  stringId: string;
  share: { name: string; fraction: number; fairFraction: number; longestM: number; shortestM: number };
}

/**
 * The string that carries most too much because the leads differ; null where none does. It is held against what it would carry if the
 * leads of all had the resistance of the highest, as those of one length and thickness have; charge and age of the batteries do not
 * enter, since what is looked at is the answer to one ampere more.
 */
export function unevenShare(circuit: CircuitFigures, { parts, parallel }: WiringPlan): UnevenShare | null {
  const leads = stringLeads(circuit);
  if (leads.length < 2 || leads.length > BATTERIES_MOST) return null;
  const metres = leads.map(({ both }) => both.value);
  const [longestM, shortestM] = [Math.max(...metres), Math.min(...metres)];
  const join = longestM - shortestM > ALIKE_M ? asDrawn(circuit, parts, parallel.jointOhm) : null;
  if (join === null) return null;
  const sharesWith = (padding: (k: number) => number) =>
    parallelResponse(join(circuit.strings.map(({ ohm }, k) => ({ emfV: 0, ohm, looseOhm: padding(k) })))).perAmpere;
  const drawn = sharesWith(() => 0);
  const mostOhm = Math.max(...leads.map(({ ohm }) => ohm));
  const even = sharesWith((k) => mostOhm - at(leads, k).ohm);
  const ratios = circuit.strings.map((_, k) => at(drawn, k) / at(even, k));
  const k = ratios.indexOf(Math.max(...ratios));
  if (!(at(ratios, k) > 1 + OFF_FRACTION)) return null;
  const { id, name } = at(circuit.strings, k);
  const share = { name, fraction: at(drawn, k), fairFraction: at(even, k), longestM, shortestM };
  return { stringId: id, share };
}

/**
 * The leads of all strings made as long as the longest: what each lacks is laid into the longest run of its own.
 * @returns null where a string has no run of its own there, as where batteries are joined one to the next
 */
export function equalLeads(circuit: CircuitFigures, runs: readonly Run[]): Run[] | null {
  const leads = stringLeads(circuit);
  const byId = new Map(runs.map((run) => [run.id, run]));
  const longer = new Map<string, number>();
  for (const [role, side] of [
    ['positive', 'plus'],
    ['negative', 'minus'],
  ] as const) {
    const longestM = Math.max(...leads.map((one) => one[side].value));
    for (const one of leads) {
      const lacksM = longestM - one[side].value;
      if (lacksM <= ALIKE_M) continue;
      const own = one.ownIds.flatMap((id) => byId.get(id) ?? []).filter((run) => run.role === role);
      const [most] = own.sort((a, b) => b.lengthM - a.lengthM);
      if (!most) return null;
      longer.set(most.id, Math.min(LIMITS.runM.max, most.lengthM + lacksM));
    }
  }
  return runs.map((run) => ({ ...run, lengthM: longer.get(run.id) ?? run.lengthM }));
}
