import { FUSE_FAMILIES } from '../conductors/fuses.data';
import { fusesBetween, OVER_LOAD, whyNoFuse } from '../conductors/choose-fuse';
import { areasOf } from '../conductors/choose-section';
import { againstPlan, type PlanFacts } from './against-plan';
import { unevenShare } from './equal-leads';
import { BATTERY_LUGS_MOST, linkRuns } from './battery-posts';
import type { Bridged } from './bridged';
import type { CircuitFigures, FuseFigures, RunFigures } from './circuit-figures';
import { type BetterFuse, type Finding, finding, SEVERITIES } from './finding';
import { isOfSheet, isRated } from './fuse-sizes';
import { type CircuitGraph, waysFrom } from './graph';
import type { LaidRun } from './laid-run';
import { isByHand } from './new-parts';
import { type Part, partIdOf, postOf, type Stud } from './part';
import type { WiringPlan } from './plan';
import type { Run } from './run';
import { runAmpacity } from './sections';
import type { Polarity } from './shorts';
import { through } from './through';

interface FindingFacts extends PlanFacts {
  polarity: Polarity;
  bridged: readonly Bridged[];
  beyond: ReadonlySet<string>;
}

/** Numbers that differ by less are taken for equal. */
const SLACK = 1e-9;

/** What is wrong with a circuit, the worst first. A circuit with nothing in it has nothing wrong. */
export function findingsOf(circuit: CircuitFigures, facts: FindingFacts): Finding[] {
  if (facts.wiring.parts.length === 0) return [];
  const found = [
    ...ofWhole(circuit, facts),
    ...againstPlan(circuit, facts),
    ...circuit.runs.flatMap((run) => ofRun(run, facts)),
    ...circuit.fuses.flatMap((fuse) => ofFuse(fuse, circuit, facts)),
    ...ofPosts(circuit, facts),
  ];
  return found.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
}

function ofWhole(circuit: CircuitFigures, { wiring, graph, polarity, bridged, beyond }: FindingFacts): Finding[] {
  const found = [
    ...polarity.shorts.map(({ id }) => finding('error', { run: id }, { code: 'short' })),
    ...[...polarity.turnedIds].map((id) => finding('error', { part: id }, { code: 'turned' })),
    ...bridged.map(({ partId, runs }) => ofBridged(partId, runs, wiring)),
  ];
  found.push(...switchedMeters(circuit, graph, wiring));
  const shunts = wiring.parts.filter(({ kind }) => kind === 'shunt').length;
  if (shunts === 0) found.push(finding('error', null, { code: 'no-shunt' }));
  if (shunts > 1) found.push(finding('error', null, { code: 'more-shunts', count: shunts }));
  for (const { partId, runs, crossing, move, overIds } of circuit.bypasses)
    found.push(
      finding(
        'error',
        { part: partId },
        {
          code: 'bypass',
          runLabels: runs.map(({ label }) => label),
          overIds,
          move: crossing && move && { runId: crossing.run.id, ...move },
        },
      ),
    );
  for (const run of graph.astray)
    found.push(
      finding('error', { run: run.id }, { code: 'astray', where: run.from === run.to ? 'same-post' : 'no-post' }),
    );
  for (const { demand, part, hasOut, hasBack, share, runIds } of [...circuit.loops, ...circuit.inputs]) {
    const on = { part: part.id };
    const isSaid = demand.also || polarity.turnedIds.has(part.id);
    if (!hasOut && !isSaid) found.push(finding('error', on, { code: 'unreached', pole: '+' }));
    if (!hasBack && !isSaid) found.push(finding('error', on, { code: 'unreached', pole: '-' }));
    if (hasOut && hasBack && share.value > demand.dropFraction * (1 + SLACK))
      found.push(
        finding('warning', on, {
          code: 'drop',
          fraction: share.value,
          mostFraction: demand.dropFraction,
          gives: demand.gives,
          listEnds: runIds.every((id) => beyond.has(id)),
        }),
      );
  }
  for (const string of circuit.strings) {
    const missing = string.seriesCount - 1 - linkRuns(string, circuit.runs).length;
    if (missing > 0) found.push(finding('warning', { part: string.id }, { code: 'string-open', missing }));
  }
  const uneven = unevenShare(circuit, wiring);
  if (uneven) found.push(finding('warning', { part: uneven.stringId }, { code: 'uneven', ...uneven.share }));
  return found;
}

/** Meters that no way feeds but one over a switch or a relay: opened, they forget what they have counted. */
function switchedMeters({ strings }: CircuitFigures, { positive }: CircuitGraph, { parts }: WiringPlan): Finding[] {
  const starts = strings.map(({ id }) => postOf(id, '+'));
  const cutsOff = (part: Part | null) => part?.kind === 'switch' || part?.kind === 'relay';
  const [ways, unswitched] = [waysFrom(positive, starts), waysFrom(positive, starts, ({ part }) => cutsOff(part))];
  return parts.flatMap(({ id, kind }) => {
    const post = postOf(id, '+');
    if (kind !== 'monitor' || unswitched(post) !== null) return [];
    const by = ways(post)?.find(({ part }) => cutsOff(part))?.part;
    return by ? [finding('warning', { part: id }, { code: 'meter-switched', byId: by.id })] : [];
  });
}

/** A fuse that is led around protects nothing; a switch or a relay may be meant to be. */
function ofBridged(partId: string, runs: readonly LaidRun[], { parts }: WiringPlan): Finding {
  const isFuse = parts.some(({ id, kind }) => id === partId && kind === 'fuse');
  const [own, ...others] = runs.filter(({ id }) => isByHand(id));
  return finding(
    isFuse ? 'error' : 'warning',
    { part: partId },
    {
      code: 'bridged',
      runLabels: runs.map(({ label }) => label),
      byHandId: own && others.length === 0 ? own.id : null,
    },
  );
}

function ofRun(
  { run, design, areaMm2, chosen, ampacityA, bears, bearsFor, bareM }: RunFigures,
  { wiring, beyond }: FindingFacts,
): Finding[] {
  const on = { run: run.id };
  const found: Finding[] = [];
  const wantedA = bears.value;
  const carriesA = ampacityA ?? 0;
  // One that loses too much for its way is said of the way.
  if (chosen && beyond.has(run.id) && carriesA < wantedA) {
    const by = carriesA < design.value ? 'load' : bearsFor;
    found.push(
      finding('error', on, { code: 'beyond-list', by, carriesA, wantedA: by === 'load' ? design.value : wantedA }),
    );
  }
  const { cut, lengthM } = run;
  if (cut && (cut.areaMm2 !== areaMm2 || lengthM > cut.lengthM * (1 + SLACK)))
    found.push(
      finding('warning', on, {
        code: 'cut-otherwise',
        cutMm2: cut.areaMm2,
        cutForM: cut.lengthM,
        areaMm2,
        lengthM,
      }),
    );
  if (!chosen && ampacityA === null) found.push(finding('warning', on, { code: 'off-list', areaMm2 }));
  if (!chosen && ampacityA !== null && ampacityA < wantedA * (1 - SLACK)) {
    const by = ampacityA < design.value ? 'load' : bearsFor;
    found.push(
      finding('error', on, {
        code: 'thin',
        carriesA: ampacityA,
        wantedA,
        by,
        enoughMm2: enoughFor(run, wantedA, wiring),
      }),
    );
  }
  // Between the fuse’s own posts and the battery there is nothing that could blow.
  if (bareM > wiring.nearM * (1 + SLACK))
    found.push(finding('error', on, { code: 'bare', bareM, mostM: wiring.nearM }));
  return found;
}

/** The smallest section of the list in use that carries so much there; null where none does. */
function enoughFor(run: Run, wantedA: number, { list }: WiringPlan): number | null {
  return areasOf(list).find((areaMm2) => (runAmpacity(run, areaMm2, list) ?? 0) >= wantedA) ?? null;
}

function ofFuse(
  { part, design, choice, chosen, highest, shortCircuit, largest }: FuseFigures,
  { runs, fuses, behind }: CircuitFigures,
  { wiring, beyond }: FindingFacts,
): Finding[] {
  const on = { part: part.id };
  const loadA = design.value;
  const ofSheet = isOfSheet({ design, largest });
  const { sheet } = part;
  if (shortCircuit === null || (ofSheet && choice?.family === null && !sheet)) return [];
  const highestV = highest.value;
  const place = { highestV, shortCircuitA: shortCircuit.value };
  const most = largest?.value ?? Number.POSITIVE_INFINITY;
  const better = fusesBetween(place, loadA * OVER_LOAD, most)[0] ?? null;
  // A larger one of the list may burn a wire of which nothing is known.
  const another: BetterFuse = ofSheet || sheet ? 'of-sheet' : better;
  if (choice === null)
    return [
      finding('error', on, {
        code: 'no-fuse',
        why: sheet || part.family ? 'size' : whyNoFuse({ ...place, loadA, ampacityA: most }),
      }),
    ];
  const found: Finding[] = [];
  const { ratingA } = choice;
  if (ratingA < loadA * (1 - SLACK))
    found.push(finding('error', on, { code: 'fuse-small', ratingA, wantedA: loadA * OVER_LOAD, better }));
  if (ratingA > most * (1 + SLACK)) {
    const listEnds = runs.some(
      ({ run, guard, ampacityA, bears }) =>
        beyond.has(run.id) && (ampacityA ?? 0) < bears.value && guard?.fuses.some(({ id }) => id === part.id) === true,
    );
    found.push(finding('error', on, { code: 'fuse-large', ratingA, carriesA: most, better, listEnds }));
  }
  if (!chosen || sheet || part.family) {
    const family = sheet
      ? { voltsMax: sheet.standsV, interruptA: sheet.breaksA }
      : FUSE_FAMILIES.find((one) => one.family === choice.family);
    if (!family) found.push(finding('warning', on, { code: 'fuse-unlisted', ratingA, family: part.family }));
    else if (family.interruptA < place.shortCircuitA)
      found.push(
        finding('error', on, {
          code: 'fuse-breaks',
          breaksA: family.interruptA,
          shortCircuitA: place.shortCircuitA,
          better: another,
        }),
      );
    if (family && family.voltsMax < highestV)
      found.push(finding('error', on, { code: 'fuse-volts', voltsMax: family.voltsMax, highestV, better: another }));
  }
  const own = behind.get(part.id);
  let hardest: { id: string; ratingA: number; shareA: number } | null = null;
  for (const one of fuses) {
    const shareA = (one.choice?.ratingA ?? 0) / (own?.get(one.part) ?? Infinity);
    if (one.choice && shareA > (hardest?.shareA ?? 0))
      hardest = { id: one.part.id, ratingA: one.choice.ratingA, shareA };
  }
  const ratio = wiring.selectiveRatio;
  if (hardest && ratingA < hardest.shareA * ratio * (1 - SLACK))
    found.push(
      finding('warning', on, { code: 'not-selective', ratingA, behindA: hardest.ratingA, behindId: hardest.id, ratio }),
    );
  return found;
}

/** Lugs on posts, and what bars, switches and shunts must carry. */
function ofPosts(circuit: CircuitFigures, { wiring }: FindingFacts): Finding[] {
  const found: Finding[] = [];
  const partOf = new Map<string, Pick<Part, 'lugsMost' | 'name'> & { stud: Stud | null }>([
    ...wiring.parts.map((part) => [part.id, part] as const),
    ...circuit.strings.map(({ id, name, stud }) => [id, { stud, name, lugsMost: BATTERY_LUGS_MOST }] as const),
  ]);
  const lugs = new Map<string, number>();
  for (const { run } of circuit.runs)
    for (const [end, post, lug] of [
      ['from', run.from, run.fromLug],
      ['to', run.to, run.toLug],
    ] as const) {
      lugs.set(post, (lugs.get(post) ?? 0) + run.conductors);
      const part = partOf.get(partIdOf(post));
      if (part?.stud && lug !== null && lug !== part.stud)
        found.push(finding('error', { run: run.id }, { code: 'stud', lug, stud: part.stud, end, onPart: part.name }));
    }
  for (const [post, count] of lugs) {
    const id = partIdOf(post);
    const most = partOf.get(id)?.lugsMost ?? BATTERY_LUGS_MOST;
    if (count > most) found.push(finding('warning', { part: id }, { code: 'lugs', count, most }));
  }
  for (const part of wiring.parts) {
    if (!isRated(part)) continue;
    const designA = through(circuit, part)?.value;
    if (designA !== undefined && part.ratingA !== null && part.ratingA < designA * (1 - SLACK))
      found.push(finding('error', { part: part.id }, { code: 'rating', ratingA: part.ratingA, designA }));
  }
  return found;
}
