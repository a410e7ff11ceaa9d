import { computed, type Figure } from '../formula/figure';
import { account, sumOver } from '../formula/formula';
import { at } from '../quantity/guard';
import type { CircuitFigures } from './circuit-figures';
import type { Finding } from './finding';
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
/** m, and share of their resistance, that two leads may differ by and still be alike. */
const ALIKE_M = 1e-6;
const ALIKE_FRACTION = 1e-9;

export interface UnevenShare {
  stringId: string;
  share: Omit<Extract<Finding['fault'], { code: 'uneven' }>, 'code'>;
}

/**
 * The string that carries most too much because the leads differ; null where none does. It is held against what it would carry if the
 * leads of all had the resistance of the highest, as those of one length and thickness have; charge and age of the batteries do not
 * enter, since what is looked at is the answer to one ampere more.
 */
export function unevenShare(circuit: CircuitFigures, { parts, parallel }: WiringPlan): UnevenShare | null {
  const leads = stringLeads(circuit);
  if (leads.length < 2 || leads.length > BATTERIES_MOST) return null;
  const [metres, ohms] = [leads.map(({ both }) => both.value), leads.map(({ ohm }) => ohm)];
  const [longestM, shortestM] = [Math.max(...metres), Math.min(...metres)];
  const [mostOhm, leastOhm] = [Math.max(...ohms), Math.min(...ohms)];
  const isLength = longestM - shortestM > ALIKE_M;
  const join =
    isLength || mostOhm - leastOhm > ALIKE_FRACTION * mostOhm ? asDrawn(circuit, parts, parallel.jointOhm) : null;
  if (join === null) return null;
  const sharesWith = (padding: (k: number) => number) =>
    parallelResponse(join(circuit.strings.map(({ ohm }, k) => ({ emfV: 0, ohm, looseOhm: padding(k) })))).perAmpere;
  const drawn = sharesWith(() => 0);
  const even = sharesWith((k) => mostOhm - at(leads, k).ohm);
  // What is not joined to the others has no share, whatever its leads.
  const ratios = circuit.strings.map((_, k) => (at(even, k) > 0 ? at(drawn, k) / at(even, k) : 1));
  const k = ratios.indexOf(Math.max(...ratios));
  if (!(at(ratios, k) > 1 + OFF_FRACTION)) return null;
  const { id, name } = at(circuit.strings, k);
  const fairFraction = at(even, k);
  const by = isLength
    ? ({ is: 'length', longestM, shortestM } as const)
    : ({ is: 'section', mostOhm, leastOhm } as const);
  return {
    stringId: id,
    share: { name, carries: carriesOf(k, at(drawn, k), fairFraction, circuit.strings, ohms), fairFraction, by },
  };
}

const carries = account({
  id: 'wiring.uneven-share',
  says: 'carries of each ampere',
  unit: 'Fraction',
  words: 'what goes its way of one ampere more, through the bank as it is drawn; a joint at each end of a lead',
  terms: {
    ownOhm: { says: 'its own way: inside it, and its leads there and back', unit: 'Ohm' },
    othersOhm: { says: 'the ways of the others, side by side', unit: 'Ohm' },
    fairFraction: { says: 'with leads alike it would carry', unit: 'Fraction' },
  },
  source: 'Kirchhoff’s laws: currents share as their ways let them through',
  leavesOut: 'charge and age of the batteries, fuses and switches in their leads',
});

function carriesOf(
  k: number,
  fraction: number,
  fairFraction: number,
  strings: CircuitFigures['strings'],
  leadOhms: readonly number[],
): Figure {
  const ways = strings.map(({ ohm }, j) => ohm + at(leadOhms, j));
  const others = ways.filter((_, j) => j !== k);
  return carries.figure(
    fraction,
    {
      ownOhm: computed(at(ways, k)),
      othersOhm: computed(1 / others.reduce((sum, ohm) => sum + 1 / ohm, 0)),
      fairFraction: computed(fairFraction, 'by the leads of highest resistance'),
    },
    { says: `${at(strings, k).name} carries of each ampere` },
  );
}

/**
 * The leads of all strings made as long as the longest: what each lacks is laid into the longest run of its own. Where they are not of the
 * same sections on either side, all there get that of the thickest.
 * @returns null where a string has no run of its own there, as where batteries are joined one to the next
 */
export function equalLeads(circuit: CircuitFigures, runs: readonly Run[]): Run[] | null {
  const leads = stringLeads(circuit);
  const byId = new Map(runs.map((run) => [run.id, run]));
  const alike = new Map<string, Partial<Run>>();
  for (const [role, side] of [
    ['positive', 'plus'],
    ['negative', 'minus'],
  ] as const) {
    const longestM = Math.max(...leads.map((one) => one[side].value));
    const own = leads.map(({ ownIds }) =>
      ownIds.flatMap((id) => byId.get(id) ?? []).filter((run) => run.role === role),
    );
    for (const run of own.flat()) alike.set(run.id, thickestOf(own, circuit) ?? {});
    for (const [k, one] of leads.entries()) {
      const lacksM = longestM - one[side].value;
      if (lacksM <= ALIKE_M) continue;
      const [most] = at(own, k).sort((a, b) => b.lengthM - a.lengthM);
      if (!most) return null;
      alike.set(most.id, { ...alike.get(most.id), lengthM: Math.min(LIMITS.runM.max, most.lengthM + lacksM) });
    }
  }
  return runs.map((run) => ({ ...run, ...alike.get(run.id) }));
}

/** The section of the thickest of them all; null where those of each string are the same as those of every other. */
function thickestOf(
  own: readonly (readonly Run[])[],
  circuit: CircuitFigures,
): Pick<Run, 'areaMm2' | 'conductors'> | null {
  const typed = own.map((its) =>
    its
      .map(({ areaMm2, conductors }) => `${conductors} × ${areaMm2}`)
      .sort()
      .join(),
  );
  if (new Set(typed).size === 1 || own.some((its) => its.length === 0)) return null;
  const area = new Map(circuit.runs.map(({ run, areaMm2 }) => [run.id, areaMm2]));
  const [thickest] = own
    .flat()
    .map(({ id, conductors }) => ({ areaMm2: area.get(id) ?? 0, conductors }))
    .sort((a, b) => b.areaMm2 * b.conductors - a.areaMm2 * a.conductors);
  return thickest ?? null;
}
