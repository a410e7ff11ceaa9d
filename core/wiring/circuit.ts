import type { Load } from '../audit/load';
import { cellsInSeries } from '../cells/cells-in-series';
import { chemistryOf } from '../cells/chemistry-of';
import { FUSE_FAMILIES } from '../conductors/fuses.data';
import { fusesBetween, OVER_LOAD } from '../conductors/choose-fuse';
import type { SectionList } from '../conductors/choose-section';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { sumOver } from '../formula/formula';
import { keptBy, keptWith, steady } from '../plan/kept-by';
import { at } from '../quantity/guard';
import { type Bearing, bearingsOf, bornA, bornFor } from './bearing';
import type { Circuit, CircuitFigures, FuseFigures, LoopFigures, RunFigures } from './circuit-figures';
import { type Currents, currentsOf, type Flow, type Loop, sideA } from './currents';
import { type Demand, type DemandParts, demandsOf } from './demand';
import { findingsOf } from './findings';
import {
  conductorTemp,
  designCurrent,
  dropShare,
  largestFuse,
  mustBear,
  runDrop,
  shortCircuitThrough,
  sideCurrent,
} from './formulas';
import { farFromList, isFree, leastOffSheet } from './fuse-sheet';
import { fusesFor, isOfSheet, isTap } from './fuse-sizes';
import { highestOfBank, highestOfSecond } from './highest';
import { type LaidRun, laidRuns } from './laid-run';
import { type Part, postOf } from './part';
import { pick } from './pick';
import type { WiringPlan } from './plan';
import { surgeOf, usualDay } from './usual-day';
import { bareM, type FusePart, fusesBehind, type Guard, guardsOf } from './protection';
import { cableLength, type Run, runLength } from './run';
import { runSection } from './run-ohm';
import { shapeOf } from './shape';
import { AMBIENT_C, anyAmpacity, CONDUCTOR_C } from './sections';
import { areaOf, placeBy, settle } from './settle';

export interface CircuitParts extends DemandParts {
  wiring: WiringPlan;
  loads: readonly Load[];
}

/**
 * A circuit worked out: currents, sections, fuses, losses, and what is wrong with it.
 * @throws {Error} where sizes and sections do not settle
 */
export function workOut(rig: CircuitParts): Circuit {
  const { audit, wiring, loads, inverters, sources, bank, chemistryEdits } = rig;
  const laid = laidRuns(wiring.runs);
  const shape = shapeOf(laid, wiring.parts, bank, chemistryEdits);
  const { strings, seconds, graph, fromBank } = shape;
  const astray = new Set(graph.astray);
  const known = wiring.runs.filter((_, k) => !astray.has(at(laid, k)));
  const lengths = new Map(known.map(({ id, lengthM }) => [id, lengthM]));
  const lengthM = ({ id }: LaidRun) => pick(lengths, id);
  const chemistry = chemistryOf(bank.battery, chemistryEdits);
  const highest = highestOfBank(bank, chemistry, sources);
  const highestV = highest.value;
  const nominalV = cellsInSeries(bank) * chemistry.nominalCellV;
  const planned = { audit, loads, inverters, sources, bank, chemistryEdits };
  const demands = demandsOf(wiring.parts, { ...planned, nominalV, highestV });
  const currents = currentsOf(shape, demands, bank.currentSchool, lengthM);
  const secondV = Math.max(0, ...seconds.map((second) => second.nominalV));
  const ofSecond = highestOfSecond(secondV);
  const highestAt = ({ id }: FusePart) => (fromBank(postOf(id, 'in')) === null && secondV > 0 ? ofSecond : highest);
  const guards = guardsOf(currents);
  const behind = fusesBehind(currents);
  const designs = designsOf(currents, shape.known, wiring.parts);
  const designA = ({ id }: { id: string }) => designs.get(id)?.value ?? 0;

  const nearIds = nearRuns(known, wiring.nearM);
  const bearings = bearingsOf(currents, laid, nearIds);
  const facts = { wiring, known, shape, currents, behind, bearings, designA, highestAt };
  const { sizes, chosen, seenOhm } = settle(facts);
  const placeOf = (fuse: FusePart) => placeBy(seenOhm, highestAt(fuse).value, fuse);
  const wires = known.flatMap((run): Wire[] => {
    const carriesA = anyAmpacity(run, areaOf(run, chosen));
    const isLead = isTap(nearIds.has(run.id), guards.get(run.id));
    return carriesA === null ? [] : [{ run, carriesA, bearing: pick(bearings, run.id), isLead }];
  });
  const leastA = leastOffSheet({ wiring, behind, designA, placeOf, sizes });
  const fuses = fusesChosen({ wiring, guards, wires, sizes, designs, highestAt, seenOhm, leastA, behind, currents });
  // What stands in them: under the wire it may be more than what the sections were chosen for.
  const ratings = new Map([...sizes, ...fuses.flatMap(ratingOf)]);
  const runs = known.map((run) => {
    const [guard, bearing] = [guards.get(run.id) ?? null, pick(bearings, run.id)];
    return runFigures(run, {
      areaMm2: areaOf(run, chosen),
      design: pick(designs, run.id),
      flow: currents.flows.get(run.id),
      guard,
      bareM: guard ? bareM(guard, lengthM) : 0,
      beforeA: bearing.beforeA(ratings),
      othersA: bearing.othersA(ratings),
      list: wiring.list,
      nominalV,
    });
  });
  const byId = new Map(runs.map((one) => [one.run.id, one]));
  const figures: CircuitFigures = {
    strings,
    seconds,
    nominalV,
    highestV,
    runs,
    fuses,
    loops: currents.loops.map((loop) => loopFigures(loop, wiring.parts, byId, currents)),
    inputs: currents.inputs.map((loop) => loopFigures(loop, wiring.parts, byId, currents)),
    currents,
    behind,
    bypasses: shape.bypasses,
    landings: shape.landings,
    loss: ofAllRuns(
      {
        id: 'wiring.loss',
        says: 'lost in all runs',
        unit: 'W',
        source: 'current² × resistance, with all at their most',
      },
      runs,
      ({ lossW }) => computed(lossW),
    ),
    cable: ofAllRuns(
      { id: 'wiring.cable', says: 'cable in all', unit: 'M', source: 'lengths of all runs, as measured or guessed' },
      runs,
      ({ run }) => cableLength(run),
    ),
  };
  return {
    ...figures,
    findings: findingsOf(figures, {
      graph,
      polarity: shape.polarity,
      bridged: shape.bridged,
      beyond: chosen.beyond,
      lines: rig.audit.lines,
      ...rig,
    }),
  };
}

const ofAllRuns = (
  spec: Parameters<typeof sumOver>[0],
  runs: readonly RunFigures[],
  of: (one: RunFigures) => Sourced,
): Figure =>
  sumOver(
    spec,
    runs.map((one) => ({ says: one.run.label, one })),
    ({ one }) => of(one),
  );

/** Design currents of all runs and parts. */
const designsOf = keptBy(
  ({ flows }: Currents, runs: readonly LaidRun[], parts: readonly Part[]): ReadonlyMap<string, Figure> =>
    new Map([
      ...runs.map(({ id, label }) => [id, designCurrent(flows.get(id), id, label)] as const),
      ...parts.map(({ id, name }) => [id, designCurrent(flows.get(id), id, name)] as const),
    ]),
);

const sameIds = steady(
  (last: ReadonlySet<string>, now) => last.size === now.size && [...now].every((id) => last.has(id)),
);

/** Runs that are as short as a lead without a fuse may be. */
const nearRuns = (runs: readonly Run[], nearM: number): ReadonlySet<string> =>
  sameIds(new Set(runs.flatMap(({ id, lengthM }) => (lengthM <= nearM * (1 + 1e-9) ? [id] : []))));

interface RunFacts {
  areaMm2: number;
  design: Figure;
  flow: Flow | undefined;
  guard: Guard | null;
  bareM: number;
  /** What it must bear. */
  beforeA: number;
  othersA: number;
  list: SectionList;
  nominalV: number;
}

const runDropAt = (run: Run, areaMm2: number, currentA: Figure, key: string): Figure =>
  runDrop.figure(
    {
      currentA,
      lengthM: runLength(run),
      areaMm2: runSection(run, areaMm2),
      conductorTempC: byDefault(CONDUCTOR_C, 'warm from use'),
    },
    { key, says: `${run.label}, voltage lost` },
  );

/** Kept for each run: of what is typed of one, most of the others see nothing. */
const runFigures = keptWith((run: Run, facts: RunFacts): RunFigures => {
  const { areaMm2, design, flow, beforeA, othersA, list, nominalV } = facts;
  const ampacityA = anyAmpacity(run, areaMm2);
  const drop = runDropAt(run, areaMm2, design, run.id);
  return {
    run,
    design,
    areaMm2,
    chosen: run.areaMm2 === null,
    ampacityA,
    bears: mustBear.figure(
      {
        currentA: design,
        beforeA: computed(beforeA, run.role === 'bond' ? 'of the positive that bears most' : 'by their sizes'),
        othersA: computed(othersA, 'by their sizes'),
      },
      { key: run.id, says: `${run.label}, must bear` },
    ),
    bearsFor: bornFor(run, design.value, beforeA, othersA),
    drop,
    lossW: design.value * drop.value,
    surge: surgeOf(run, design, flow),
    usual: usualDay({ run, areaMm2, flow, list, nominalV }),
    warmth:
      ampacityA === null
        ? null
        : conductorTemp.figure(
            {
              ambientTempC: byDefault(AMBIENT_C, 'ampacity table'),
              insulationTempC: entered(run.insulationC),
              currentA: design,
              ampacityA: byDefault(ampacityA, 'ampacity table'),
            },
            { key: run.id, says: `${run.label}, warmth` },
          ),
    guard: facts.guard,
    bareM: facts.bareM,
  };
});

/** A run with what it carries where it lies, A. */
interface Wire {
  run: Run;
  carriesA: number;
  bearing: Bearing;
  /** A short one to a fuse, which needs to bear that and not those before it. */
  isLead: boolean;
}

const ratingOf = ({ part, choice }: FuseFigures): [string, number][] => (choice ? [[part.id, choice.ratingA]] : []);

interface FuseFacts {
  wiring: WiringPlan;
  guards: ReadonlyMap<string, Guard>;
  wires: readonly Wire[];
  sizes: ReadonlyMap<string, number>;
  designs: ReadonlyMap<string, Figure>;
  highestAt: (fuse: FusePart) => Figure;
  /** Of the bank and the leads up to each fuse. */
  seenOhm: ReadonlyMap<string, number>;
  /** A that each is at least, were all of which the list has none near of their own sheets. */
  leastA: (fuse: FusePart) => number;
  behind: CircuitFigures['behind'];
  currents: Currents;
}

/** All fuses, those before others first. */
function fusesChosen(facts: FuseFacts): FuseFigures[] {
  const { wiring, behind, currents, sizes } = facts;
  const parts = wiring.parts.flatMap((part) => (part.kind === 'fuse' ? [part] : []));
  const isOfStrings = ({ id }: FusePart) =>
    (currents.flows.get(id)?.strings.length ?? currents.stringCount) < currents.stringCount;
  const ofStrings = parts.filter(isOfStrings);
  const found = new Map<string, FuseFigures | null>();
  const figuresOf = (part: FusePart): FuseFigures | null => {
    const known = found.get(part.id);
    if (known !== undefined) return known;
    // Of two that lie behind each other, in a loop, neither waits for the other.
    found.set(part.id, null);
    const selectiveA = parts
      .map((one) => ({ one, shares: behind.get(one.id)?.get(part) }))
      .flatMap(({ one, shares }) =>
        shares === undefined ? [] : [((figuresOf(one)?.choice?.ratingA ?? Infinity) * shares) / wiring.selectiveRatio],
      );
    const chosen = [...found.values()].flatMap((one) => (one ? ratingOf(one) : []));
    const own = fuseFigures(part, facts, {
      selectiveA: Math.min(Infinity, ...selectiveA) * (1 + SAME_A),
      alike: ofStrings.includes(part) ? ofStrings : [part],
      others: new Map([...sizes, ...chosen]),
    });
    found.set(part.id, own);
    return own;
  };
  return parts.flatMap((part) => figuresOf(part) ?? []);
}

/** What a fuse has to keep to of the others. */
interface Among {
  /** A up to which those before it blow later. */
  selectiveA: number;
  /** Those that are chosen like it, itself among them: each string’s has its part of the whole. */
  alike: readonly FusePart[];
  /** A of all, as chosen already, or as they are at least. */
  others: ReadonlyMap<string, number>;
}

/** Whether every wire bears what comes to it with a fuse of such a size and those that are like it, or no more than it has to anyway. */
function isBorne(ratingA: number, { alike, others }: Among, wires: readonly Wire[]): boolean {
  const so = new Map([...others, ...alike.map(({ id }) => [id, ratingA] as const)]);
  return wires.every(({ bearing, carriesA }) => bornA(bearing, so) <= Math.max(carriesA, bornA(bearing, others)));
}

function fuseFigures(
  part: FusePart,
  { wiring, guards, wires, sizes, designs, highestAt, seenOhm, leastA }: FuseFacts,
  among: Among,
): FuseFigures {
  const ohm = seenOhm.get(part.id);
  const highest = highestAt(part);
  const shortCircuit =
    ohm === undefined
      ? null
      : shortCircuitThrough.figure(
          {
            highestV: highest,
            seenOhm: computed(ohm, 'warm bank, cold copper'),
          },
          { key: part.id, says: `${part.name}, short circuit through it` },
        );
  const largest = weakestWire(part, guards, wires);
  const design = pick(designs, part.id);
  const own = { part, design, highest, shortCircuit, largest, offSheetA: null };
  const place = { highestV: highest.value, shortCircuitA: shortCircuit?.value ?? 0 };
  if (part.ratingA !== null)
    return { ...own, choice: { ratingA: part.ratingA, family: familyOf(part, place, isOfSheet(own)) }, chosen: false };
  const size = pick(sizes, part.id);
  const most = largest?.value ?? Number.POSITIVE_INFINITY;
  // Where none so large will do there, one that blows before the one behind it still protects.
  const up =
    fusesFor(part, place, size, Math.max(size, most))[0] ??
    fusesFor(part, place, design.value * OVER_LOAD, size).at(-1) ??
    null;
  // Under the wire: the largest within its share of what that carries, which those before it outlast and which burns no other wire.
  const down = () =>
    fusesFor(part, place, size, Math.min(most * wiring.wireShare, among.selectiveA)).findLast(({ ratingA }) =>
      isBorne(ratingA, among, wires),
    );
  const far = isFree(part) && !isOfSheet(own) ? farFromList(leastA(part), place) : null;
  return {
    ...own,
    choice: wiring.fuseSchool === 'wire-down' ? (down() ?? up) : up,
    chosen: true,
    offSheetA: far !== null && far <= most ? far : null,
  };
}

/**
 * The family of a size that was typed: the one that was named, or one that has that size, best one that will do there; null: none has it.
 * Where the size is off a sheet, a family that would not do there is not named.
 */
function familyOf(
  { family, ratingA, sheet }: FusePart,
  place: { highestV: number; shortCircuitA: number },
  ofSheet: boolean,
): string | null {
  if (sheet) return family;
  const size = ratingA ?? 0;
  const named = FUSE_FAMILIES.find((one) => one.family === family);
  if (named) return named.stepsA.includes(size) ? named.family : null;
  const fitting = fusesBetween(place, size, size)[0]?.family;
  if (fitting !== undefined || ofSheet) return fitting ?? null;
  return FUSE_FAMILIES.find(({ stepsA }) => stepsA.includes(size))?.family ?? null;
}

function weakestWire(part: FusePart, guards: ReadonlyMap<string, Guard>, wires: readonly Wire[]): Figure | null {
  let weakest: Wire | null = null;
  for (const wire of wires) {
    const isGuarded = !wire.isLead && guards.get(wire.run.id)?.fuses.some(({ id }) => id === part.id) === true;
    if (isGuarded && (weakest === null || wire.carriesA < weakest.carriesA)) weakest = wire;
  }
  return (
    weakest &&
    largestFuse.figure(
      weakest.carriesA,
      { wireA: byDefault(weakest.carriesA, `${weakest.run.label}, ampacity table`) },
      { key: part.id, says: `${part.name}, never above` },
    )
  );
}

const SAME_A = 1e-9;

/** What a run loses for a source, or for a consumer: at its design current, unless that is the other side’s. */
function dropOn({ run, areaMm2, design, drop }: RunFigures, flow: Flow | undefined, gives: boolean): Figure {
  if (Math.abs(sideA(flow, gives) - design.value) < SAME_A) return drop;
  const current = sideCurrent(flow, gives, run.id, run.label);
  return runDropAt(run, areaMm2, current, `${run.id}:${gives ? 'gives' : 'takes'}`);
}

/** What is lost on a way while each of its runs carries what it usually does. */
function usualShareOf(demand: Demand, key: string, runs: readonly RunFigures[], nominalV: Sourced): Figure | null {
  if (demand.gives || !demand.usual?.hoursA.some((amps) => amps > 0)) return null;
  const dropV = ofAllRuns(
    {
      id: `wiring.usual-drop:${key}`,
      says: `${demand.says}, usually lost there and back`,
      unit: 'V',
      source: 'the runs of its way, each at its usual current',
    },
    runs.filter(({ usual }) => usual !== null),
    ({ usual }) => usual?.drop ?? computed(0),
  );
  return dropShare.figure({ dropV, nominalV }, { key: `${key}:usual`, says: `${demand.says}, share usually lost` });
}

function loopFigures(
  { demand, out, back }: Loop,
  parts: readonly Part[],
  byId: ReadonlyMap<string, RunFigures>,
  { flows }: Currents,
): LoopFigures {
  const part = at(
    parts,
    parts.findIndex(({ id }) => id === demand.partId),
  );
  const key = demand.also ? `${part.id}:also` : part.id;
  const runs = [...(out ?? []), ...(back ?? [])].flatMap(({ run }) => (run ? [pick(byId, run.id)] : []));
  const drop = ofAllRuns(
    {
      id: `wiring.drop:${key}`,
      says: `${demand.says}, lost there and back`,
      unit: 'V',
      source: demand.gives
        ? 'the runs of its way, with all sources at their most and nothing drawn: then a charger sees most too much'
        : 'the runs of its way, with all consumers at their most',
    },
    runs,
    (one) => dropOn(one, flows.get(one.run.id), demand.gives),
  );
  const nominalV = byDefault(demand.systemV, 'of its battery');
  return {
    demand,
    part,
    drop,
    share: dropShare.figure({ dropV: drop, nominalV }, { key, says: `${demand.says}, share lost on the way` }),
    usualShare: usualShareOf(demand, key, runs, nominalV),
    hasOut: out !== null,
    hasBack: back !== null,
    runIds: runs.map(({ run }) => run.id),
  };
}
