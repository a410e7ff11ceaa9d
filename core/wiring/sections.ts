import { METRIC_AMPACITY } from '../conductors/ampacity.data';
import { ampacityOf, type SectionList } from '../conductors/choose-section';
import { copperOhm } from '../conductors/copper';
import { GAUGE_INSULATION_C, GAUGES } from '../conductors/gauges.data';
import type { Loop } from './currents';
import type { Run } from './run';

/** Warm conductor, as under load. */
export const CONDUCTOR_C = 50;

/** Conductors in one bundle lie hotter than one alone. @source small-craft DC standards, as the ampacity table */
export const bundleFactor = (count: number): number => (count <= 3 ? 1 : count <= 6 ? 0.7 : count <= 24 ? 0.6 : 0.5);

/** What a run of a section may carry where it lies; null where the section is not on the list. */
export function runAmpacity(run: Run, areaMm2: number, list: SectionList): number | null {
  // Gauges are tabled for one insulation: a hotter one carries no less, a cooler one is not known.
  const insulationC = list === 'gauges' && run.insulationC >= GAUGE_INSULATION_C ? GAUGE_INSULATION_C : run.insulationC;
  const freeA = ampacityOf(areaMm2, insulationC, run.engineSpace, list);
  return freeA === null ? null : freeA * bundleFactor(run.bundled);
}

/** Of either list, whatever is chosen now: what lies there was bought under some list. */
export const anyAmpacity = (run: Run, areaMm2: number): number | null =>
  runAmpacity(run, areaMm2, 'metric') ?? runAmpacity(run, areaMm2, 'gauges');

const areasOf = (list: SectionList): readonly number[] =>
  list === 'metric' ? METRIC_AMPACITY.map(([areaMm2]) => areaMm2) : GAUGES.map(([, areaMm2]) => areaMm2);

/** What a section must do: carry its current and the fuse before it, and lose no more than its loops allow. */
export interface SectionNeeds {
  runs: readonly Run[];
  loops: readonly Loop[];
  /** By run: A that it carries, and A that it must bear until a fuse blows. */
  designA: (run: Run) => number;
  bearsA: (run: Run) => number;
  list: SectionList;
  nominalV: number;
}

export interface SectionsChosen {
  /** mm² by run; a section that lies there stays. */
  areaMm2: ReadonlyMap<string, number>;
  /** Runs for which the list has none that is thick enough. */
  beyond: ReadonlySet<string>;
}

/**
 * The sections of all runs together: each carries what it must, and the voltage that is lost on the whole way from the bank to each part
 * and back stays within that part's share. From the thinnest that carry, the run that saves most voltage for its copper is thickened
 * until every way keeps its share; then whatever can be thinner is made so. No single run could be one size thinner afterwards.
 */
export function chooseSections({ runs, loops, designA, bearsA, list, nominalV }: SectionNeeds): SectionsChosen {
  const beyond = new Set<string>();
  const ladder = new Map<string, readonly number[]>();
  const step = new Map<string, number>();
  for (const run of runs) {
    const carries = areasOf(list).filter(
      (areaMm2) => (runAmpacity(run, areaMm2, list) ?? 0) >= Math.max(designA(run), bearsA(run)),
    );
    if (run.areaMm2 === null && carries.length === 0) beyond.add(run.id);
    ladder.set(
      run.id,
      run.areaMm2 !== null ? [run.areaMm2] : carries.length > 0 ? carries : [areasOf(list).at(-1) ?? 0],
    );
    step.set(run.id, 0);
  }
  const areaOf = (run: Run, more = 0): number | undefined => ladder.get(run.id)?.[(step.get(run.id) ?? 0) + more];
  const lossV = (run: Run, areaMm2: number) => designA(run) * copperOhm(run.lengthM, areaMm2, CONDUCTOR_C);
  const ways = loops.map(({ demand, out, back }) => ({
    mostV: demand.dropFraction * nominalV,
    runs: [...(out ?? []), ...(back ?? [])].flatMap(({ run }) => (run && ladder.has(run.id) ? [run] : [])),
  }));
  const lostV = (of: readonly Run[]) => of.reduce((sum, run) => sum + lossV(run, areaOf(run) ?? 1), 0);
  const keeps = (way: (typeof ways)[number]) => lostV(way.runs) <= way.mostV * (1 + 1e-12);

  for (;;) {
    const short = ways.filter((way) => !keeps(way));
    let best: { run: Run; perCopper: number } | null = null;
    for (const run of new Set(short.flatMap((way) => way.runs))) {
      const [now, next] = [areaOf(run), areaOf(run, 1)];
      if (now === undefined || next === undefined) continue;
      const ofWays = short.filter((way) => way.runs.includes(run)).length;
      const perCopper = (ofWays * (lossV(run, now) - lossV(run, next))) / (run.lengthM * (next - now));
      if (best === null || perCopper > best.perCopper) best = { run, perCopper };
    }
    if (best === null) {
      // What is left too long has no thicker wire on the list anywhere on its way.
      for (const way of short) for (const run of way.runs) if (run.areaMm2 === null) beyond.add(run.id);
      break;
    }
    step.set(best.run.id, (step.get(best.run.id) ?? 0) + 1);
  }
  for (let thinner = true; thinner;) {
    thinner = false;
    const byCopper = [...runs].sort((a, b) => b.lengthM * (areaOf(b) ?? 0) - a.lengthM * (areaOf(a) ?? 0));
    for (const run of byCopper) {
      const at = step.get(run.id) ?? 0;
      if (at === 0 || beyond.has(run.id)) continue;
      step.set(run.id, at - 1);
      if (ways.every((way) => !way.runs.includes(run) || keeps(way))) thinner = true;
      else step.set(run.id, at);
    }
  }
  return { areaMm2: new Map(runs.map((run) => [run.id, areaOf(run) ?? 0])), beyond };
}
