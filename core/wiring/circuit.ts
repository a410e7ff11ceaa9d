import type { Load } from '../audit/load';
import { batteryOhm } from '../bank/resistance';
import { cellsInSeries } from '../cells/cells-in-series';
import { chemistryOf } from '../cells/chemistry-of';
import { highestBlockV } from '../cells/highest-voltage';
import { twelveVoltBlocks } from '../cells/twelve-volt-blocks';
import { fusesBetween } from '../conductors/choose-fuse';
import { copperOhm } from '../conductors/copper';
import { bankStrings } from './battery-posts';
import { currentsOf, type Loop } from './currents';
import { bornA, fuseSizes, isTap } from './fuse-sizes';
import type { Circuit, FuseFigures, LoopFigures, RunFigures } from './circuit-figures';
import { type DemandParts, demandsOf } from './demand';
import { findingsOf } from './findings';
import { ohmAtFuses } from './ohm-at-fuses';
import { circuitGraph } from './graph';
import { bypasses } from './negative-path';
import type { Part } from './part';
import type { WiringPlan } from './plan';
import { type FusePart, type Guard, guardsOf } from './protection';
import type { Run } from './run';
import { anyAmpacity, chooseSections, CONDUCTOR_C, type SectionsChosen } from './sections';

export interface CircuitParts extends DemandParts {
  wiring: WiringPlan;
  loads: readonly Load[];
}

/** As the ampacity table has it. */
const AMBIENT_C = 30;
const ROUNDS_MOST = 12;

/** A circuit worked out: currents, sections, fuses, losses, and what is wrong with it. */
export function workOut(rig: CircuitParts): Circuit {
  const { wiring, bank } = rig;
  const strings = bankStrings(bank);
  const chemistry = chemistryOf(bank.battery, rig.chemistryEdits);
  const blocks = Math.max(1, twelveVoltBlocks(bank, chemistry));
  const highestV =
    highestBlockV(
      chemistry,
      rig.sources.map(({ absorptionV }) => absorptionV),
      blocks,
    ) * blocks;
  const nominalV = cellsInSeries(bank) * chemistry.nominalCellV;
  const graph = circuitGraph(wiring.parts, wiring.runs, strings);
  const demands = demandsOf(wiring.parts, rig);
  const currents = currentsOf(graph, strings, demands, bank.currentSchool);
  const guards = guardsOf(currents);
  const designA = ({ id }: { id: string }) => currents.flows.get(id)?.designA ?? 0;
  const known = wiring.runs.filter((run) => !graph.astray.includes(run));

  // Thicker wires let more through in a short circuit, and larger fuses want thicker wires: from the least on, until nothing grows.
  let sizes: ReadonlyMap<string, number> = new Map();
  let chosen: SectionsChosen = { areaMm2: new Map(), beyond: new Set() };
  let runs: RunFigures[] = [];
  let ohmAt: (part: FusePart) => number = () => Number.POSITIVE_INFINITY;
  const bearsA = (run: Run) => bornA(run, wiring.runs, guards, currents, sizes, wiring.nearM);
  for (let round = 0; round < ROUNDS_MOST; round++) {
    const grown = fuseSizes(wiring, currents, (part) => ({ highestV, shortCircuitA: highestV / ohmAt(part) }), sizes);
    const same = [...grown].every(([id, size]) => sizes.get(id) === size);
    if (round > 0 && same) break;
    sizes = grown;
    chosen = alikeInStrings(
      chooseSections({ runs: known, loops: currents.loops, designA, bearsA, list: wiring.list, nominalV }),
      known,
    );
    runs = known.map((run) =>
      runFigures(run, chosen.areaMm2.get(run.id) ?? 0, designA(run), guards.get(run.id) ?? null),
    );
    const seen = ohmAtFuses(wiring.parts, runs, strings, (battery) => batteryOhm(battery, chemistry).value);
    ohmAt = ({ id }) => seen.get(id) ?? Number.POSITIVE_INFINITY;
  }
  const byId = new Map(runs.map((one) => [one.run.id, one]));
  const fuses = wiring.parts.flatMap((part) =>
    part.kind === 'fuse' ? [fuseFigures(part, { wiring, guards, byId, sizes, designA, highestV, ohmAt })] : [],
  );
  const loops = currents.loops.flatMap((loop) => loopFigures(loop, wiring.parts, byId, nominalV));
  const found = bypasses(graph, wiring.parts, strings);
  const circuit = { strings, nominalV, highestV, runs, fuses, loops, currents, bypasses: found };
  return {
    ...circuit,
    findings: findingsOf(circuit, { graph, beyond: chosen.beyond, bearsA, ...rig }),
  };
}

/** Leads of the strings that must be equal are as thick as the thickest of them, where nothing else lies there. */
function alikeInStrings({ areaMm2, beyond }: SectionsChosen, runs: readonly Run[]): SectionsChosen {
  const placeOf = ({ id }: Run) => /^battery-\d+-(\w+)$/.exec(id)?.[1];
  const thickest = new Map<string, number>();
  for (const run of runs) {
    const place = placeOf(run);
    if (place) thickest.set(place, Math.max(thickest.get(place) ?? 0, areaMm2.get(run.id) ?? 0));
  }
  const alike = runs.map((run) => {
    const own = areaMm2.get(run.id) ?? 0;
    return [run.id, run.areaMm2 === null ? (thickest.get(placeOf(run) ?? '') ?? own) : own] as const;
  });
  return { areaMm2: new Map(alike), beyond };
}

function runFigures(run: Run, areaMm2: number, designA: number, guard: Guard | null): RunFigures {
  const ampacityA = anyAmpacity(run, areaMm2);
  const ohm = areaMm2 > 0 ? copperOhm(run.lengthM, areaMm2, CONDUCTOR_C) : 0;
  return {
    run,
    designA,
    areaMm2,
    chosen: run.areaMm2 === null,
    ampacityA,
    dropV: designA * ohm,
    lossW: designA * designA * ohm,
    conductorC: ampacityA === null ? null : AMBIENT_C + (run.insulationC - AMBIENT_C) * (designA / ampacityA) ** 2,
    guard,
  };
}

interface FuseFacts {
  wiring: WiringPlan;
  guards: ReadonlyMap<string, Guard>;
  byId: ReadonlyMap<string, RunFigures>;
  sizes: ReadonlyMap<string, number>;
  designA: (part: Part) => number;
  highestV: number;
  /** Of the bank and the leads up to the fuse. */
  ohmAt: (part: FusePart) => number;
}

function fuseFigures(part: FusePart, facts: FuseFacts): FuseFigures {
  const { wiring, guards, byId, sizes, highestV } = facts;
  const shortCircuitA = highestV / facts.ohmAt(part);
  const guarded = [...guards].filter(([, { fuses }]) => fuses.some(({ id }) => id === part.id));
  const ampacities = guarded.flatMap(([id, guard]) => {
    const one = byId.get(id);
    return one?.ampacityA && !isTap(one.run, guard, wiring.nearM) ? [one.ampacityA] : [];
  });
  const largestA = ampacities.length > 0 ? Math.min(...ampacities) : null;
  const loadA = facts.designA(part);
  const size = sizes.get(part.id) ?? 0;
  const place = { highestV, shortCircuitA };
  if (part.ratingA !== null) {
    const family = part.family ?? fusesBetween(place, part.ratingA, part.ratingA)[0]?.family ?? '';
    return { part, designA: loadA, choice: { family, ratingA: part.ratingA }, chosen: false, shortCircuitA, largestA };
  }
  const most = largestA ?? Number.POSITIVE_INFINITY;
  const least = Math.max(size, loadA);
  const up = fusesBetween(place, least, Math.max(least, most));
  // Under the wire: the largest that stays within its share of what the wire carries.
  const down = fusesBetween(place, size, most * wiring.wireShare);
  const choice = (wiring.fuseSchool === 'wire-down' ? (down.at(-1) ?? up[0]) : up[0]) ?? null;
  return { part, designA: loadA, choice, chosen: true, shortCircuitA, largestA };
}

function loopFigures(
  { demand, out, back }: Loop,
  parts: readonly Part[],
  byId: ReadonlyMap<string, RunFigures>,
  nominalV: number,
): LoopFigures[] {
  const part = parts.find(({ id }) => id === demand.partId);
  if (!part) return [];
  const runs = [...(out ?? []), ...(back ?? [])].flatMap(({ run }) => (run ? (byId.get(run.id) ?? []) : []));
  const dropV = runs.reduce((sum, one) => sum + one.dropV, 0);
  return [
    {
      demand,
      part,
      dropV,
      dropFraction: dropV / nominalV,
      closed: out !== null && back !== null,
      runIds: runs.map(({ run }) => run.id),
    },
  ];
}
