import { keptBy } from '../plan/kept-by';
import { type Bearing, bornA } from './bearing';
import { type Currents, sideA } from './currents';
import { fuseSizes } from './fuse-sizes';
import { mostByWire } from './most-by-wire';
import { COLD_C } from './ohm-at-fuses';
import { pick } from './pick';
import type { WiringPlan } from './plan';
import type { Behind, FusePart } from './protection';
import type { Run } from './run';
import { runOhm } from './run-ohm';
import { chooseSections, ladderOf, type SectionsChosen } from './sections';
import type { CircuitShape } from './shape';

/** Sizes of fuses, the sections that go with them, and the Ω of the bank and the leads up to each fuse. */
export interface Settled {
  sizes: ReadonlyMap<string, number>;
  chosen: SectionsChosen;
  seenOhm: ReadonlyMap<string, number>;
}

/** What sizes and sections follow from. */
export interface SettleFacts {
  wiring: WiringPlan;
  /** Runs whose ends are there. */
  known: readonly Run[];
  shape: CircuitShape;
  currents: Currents;
  behind: ReadonlyMap<string, Behind>;
  bearings: ReadonlyMap<string, Bearing>;
  designA: (of: { id: string }) => number;
  highestAt: (fuse: FusePart) => { value: number };
}

/** Sizes and sections only grow, along short lists: far fewer rounds settle them. */
const ROUNDS_MOST = 200;
/** Afterwards every cut cable is taken as it lies. */
const LOOSE_ROUNDS = 4;

/**
 * Fuses and sections of a circuit. A cable that is cut is chosen with the others as if it were not, and where the rules come to what lies
 * there, it is no reason to choose any other otherwise: cutting by the list changes nothing of the list. Where they do not, it stays as it
 * lies, and the others are chosen around it.
 * @throws {Error} where sizes and sections do not settle
 */
export function settle(facts: SettleFacts): Settled {
  const { known } = facts;
  const loose = new Set(known.filter(isAsCut).map(({ id }) => id));
  for (let round = 1; ; round++) {
    const settled = settleRuns(
      known.map((run) => (loose.has(run.id) ? uncut(run) : run)),
      facts,
    );
    const otherwise = known.filter(({ id, areaMm2 }) => loose.has(id) && areaMm2 !== areaOf({ id }, settled.chosen));
    if (otherwise.length === 0) return settled;
    if (round === LOOSE_ROUNDS) loose.clear();
    for (const { id } of otherwise) loose.delete(id);
  }
}

export const areaOf = ({ id }: Pick<Run, 'id'>, { areaMm2 }: SectionsChosen): number => pick(areaMm2, id);

const isAsCut = ({ cut, areaMm2 }: Run): boolean => cut !== null && cut.areaMm2 === areaMm2;
const uncut = keptBy((run: Run): Run => ({ ...run, areaMm2: null }));

/** Thicker wires let more through in a short circuit, and larger fuses want thicker wires: from the least on, until nothing grows. */
function settleRuns(known: readonly Run[], facts: SettleFacts): Settled {
  const { wiring, shape, currents, behind, bearings, designA, highestAt } = facts;
  let sizes: ReadonlyMap<string, number> = new Map();
  let seenOhm: ReadonlyMap<string, number> = new Map();
  let chosen: SectionsChosen = { areaMm2: new Map(), beyond: new Set() };
  const placeOf = (fuse: FusePart) => placeBy(seenOhm, highestAt(fuse).value, fuse);
  const ladders = new Map(known.map((run) => [run.id, ladderOf(run, wiring.list)] as const));
  const thickest = new Map(
    known.flatMap(({ id, areaMm2 }) =>
      areaMm2 === null ? [[id, Math.max(...pick(ladders, id).map(({ carriesA }) => carriesA))] as const] : [],
    ),
  );
  const mosts = mostByWire(wiring.parts, bearings, currents, (id) => thickest.get(id));
  const places = { behind, designA, placeOf, mostA: ({ id }: FusePart) => pick(mosts, id) };
  const placeInString = stringPlaces(currents);
  const byId = new Map(known.map((run) => [run.id, run]));
  for (let round = 0; round < ROUNDS_MOST; round++) {
    const grown = fuseSizes(wiring, places, sizes);
    if (round > 0 && [...grown].every(([id, size]) => sizes.get(id) === size)) return { sizes, chosen, seenOhm };
    sizes = grown;
    const needs = {
      runs: known,
      loops: [...currents.loops, ...currents.inputs],
      designA,
      sideA: ({ id }: Run, gives: boolean) => sideA(currents.flows.get(id), gives),
      bearsA: (run: Run) => bornA(pick(bearings, run.id), grown),
      ladders,
    };
    const alike = alikeInStrings(chooseSections(needs), known, placeInString);
    seenOhm = shape.ohmAtFuses(({ id }) => runOhm(pick(byId, id), pick(alike.areaMm2, id), COLD_C));
    chosen = alike;
  }
  throw new Error('the sizes of the fuses do not settle');
}

/** Voltage and short circuit at a fuse; 0 A as long as nothing is known of the leads before it. */
export function placeBy(seenOhm: ReadonlyMap<string, number>, highestV: number, { id }: FusePart) {
  const ohm = seenOhm.get(id);
  return { highestV, shortCircuitA: ohm === undefined ? 0 : highestV / ohm };
}

/** Leads of the strings must be equal: each as thick as the thickest in its place on the way, where nothing else lies there. */
function alikeInStrings(
  chosen: SectionsChosen,
  runs: readonly Run[],
  placeOf: ReadonlyMap<string, string>,
): SectionsChosen {
  const thickest = new Map<string, number>();
  for (const run of runs) {
    const place = placeOf.get(run.id);
    if (place !== undefined) thickest.set(place, Math.max(thickest.get(place) ?? 0, areaOf(run, chosen)));
  }
  const alike = runs.map((run) => {
    const place = placeOf.get(run.id);
    return [run.id, run.areaMm2 === null && place !== undefined ? pick(thickest, place) : areaOf(run, chosen)] as const;
  });
  return { areaMm2: new Map(alike), beyond: chosen.beyond };
}

/** For each run that some of the strings feed alone: how far from them it lies, on which side. */
const stringPlaces = keptBy(({ outWays, backWays, flows, stringCount }: Currents): ReadonlyMap<string, string> => {
  const places = new Map<string, number>();
  const isOfSome = (id: string) => (flows.get(id)?.strings.length ?? stringCount) < stringCount;
  // A stray way may lead along another string’s lead: its place is the nearer one.
  for (const way of [...outWays, ...backWays])
    way
      .flatMap(({ run }) => run ?? [])
      .forEach(({ id }, k) => isOfSome(id) && places.set(id, Math.min(k, places.get(id) ?? k)));
  const back = new Set(backWays.flatMap((way) => way.flatMap(({ run }) => run?.id ?? [])));
  return new Map([...places].map(([id, k]) => [id, `${back.has(id) ? '-' : '+'} ${k}`]));
});
