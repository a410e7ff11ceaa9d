import { ampacityOf, areasOf, type SectionList } from '../conductors/choose-section';
import { GAUGE_INSULATION_C } from '../conductors/gauges.data';
import type { Loop } from './currents';
import { keptBy } from '../plan/kept-by';
import { at } from '../quantity/guard';
import type { Run } from './run';
import { runOhm } from './run-ohm';

/** Around a conductor, as its ampacity is tabled. */
export const AMBIENT_C = 30;
/** Warm conductor, as under load. */
export const CONDUCTOR_C = 50;

/**
 * Conductors in one bundle lie hotter than one alone: the share of its ampacity that each keeps.
 * @param count  of the bundle, itself included, ≥ 1
 * @source small-craft DC standards, as the ampacity table
 * @example bundleFactor(5) // 0.7
 */
export const bundleFactor = (count: number): number => (count <= 3 ? 1 : count <= 6 ? 0.7 : count <= 24 ? 0.6 : 0.5);

/** What a run of a section may carry where it lies, all its conductors together; null where the section is not on the list. */
export function runAmpacity(run: Run, areaMm2: number, list: SectionList): number | null {
  // Gauges are tabled for one insulation: a hotter one carries no less, a cooler one is not known.
  const insulationC = list === 'gauges' && run.insulationC >= GAUGE_INSULATION_C ? GAUGE_INSULATION_C : run.insulationC;
  const freeA = ampacityOf(areaMm2, insulationC, run.engineSpace, list);
  return freeA === null ? null : freeA * bundleFactor(run.bundled) * run.conductors;
}

/** Of either list, whatever is chosen now: what lies there was bought under some list. */
export const anyAmpacity = (run: Run, areaMm2: number): number | null =>
  runAmpacity(run, areaMm2, 'metric') ?? runAmpacity(run, areaMm2, 'gauges');

/** What a section must do: carry its current and the fuse before it, and lose no more than its loops allow. */
export interface SectionNeeds {
  runs: readonly Run[];
  loops: readonly Loop[];
  /** By run: A that it carries, of sources or consumers alone, and that it must bear until a fuse blows. */
  designA: (run: Run) => number;
  sideA: (run: Run, gives: boolean) => number;
  bearsA: (run: Run) => number;
  /** By run: all sections of the list, with what each carries there. */
  ladders: ReadonlyMap<string, readonly Rung[]>;
}

const ohmOf = (run: Run, areaMm2: number): number => runOhm(run, areaMm2, CONDUCTOR_C);

/** A section of a list as a run: what it carries where that lies, and its resistance. */
export interface Rung {
  areaMm2: number;
  carriesA: number;
  ohm: number;
}

/** The sections of a list for a run, from the thinnest. */
export const ladderOf = keptBy((run: Run, list: SectionList): readonly Rung[] =>
  areasOf(list).map((areaMm2) => ({
    areaMm2,
    carriesA: runAmpacity(run, areaMm2, list) ?? 0,
    ohm: ohmOf(run, areaMm2),
  })),
);

export interface SectionsChosen {
  /** mm² by run; a section that lies there stays. */
  areaMm2: ReadonlyMap<string, number>;
  /** Runs for which the list has none that is thick enough. */
  beyond: ReadonlySet<string>;
}

/**
 * Where even the thickest of the list lose more than a way may, it may lose so many times as much as they do: the last of it would take
 * the thickest for whatever lies on that way, an alarm's leads among them, and still not be enough. Where what lies there is too thin,
 * the rest may lose this share of what the way may: that will be changed, and then they do.
 */
const NEAR_LEAST = 1.1;
const REST_SHARE = 0.5;

/**
 * The sections of all runs together: each carries what it must, and the voltage that is lost on the whole way from the bank to each part
 * and back stays within that part's share: on the way of a source with all sources at their most and nothing drawn, on that of a consumer
 * with all consumers. From the thinnest that carry, the run that saves most voltage for its copper is thickened
 * until every way keeps its share; then whatever can be thinner is made so. No single run could be one size thinner afterwards.
 */
export function chooseSections({ runs, loops, designA, sideA, bearsA, ladders }: SectionNeeds): SectionsChosen {
  const beyond = new Set<string>();
  /** On ways that even the thickest of the list do not suffice for. */
  const lossy = new Set<string>();
  const steps = runs.map((run): Step => {
    const wantedA = Math.max(designA(run), bearsA(run));
    const rungs = rungsOf(run, ladders.get(run.id) ?? [], wantedA);
    if (rungs.every(({ carriesA }) => carriesA < wantedA)) beyond.add(run.id);
    return {
      run,
      ladder: rungs.map(({ areaMm2 }) => areaMm2),
      ohm: rungs.map(({ ohm }) => ohm),
      at: 0,
      ways: [],
      shortA: 0,
      perCopper: 0,
    };
  });
  const stepOf = new Map(steps.map((step) => [step.run.id, step]));
  const ways = loops.map(({ demand, out, back }): Way => {
    const on = [...(out ?? []), ...(back ?? [])].flatMap(({ run }) => (run && stepOf.get(run.id)) ?? []);
    const way: Way = { mostV: demand.dropFraction * demand.systemV * (1 + 1e-12), lostV: 0, steps: on };
    let [leastV, lyingV] = [0, 0];
    for (const step of on) {
      const amps = sideA(step.run, demand.gives);
      step.ways.push({ way, amps });
      way.lostV += amps * at(step.ohm, 0);
      const thickestV = amps * at(step.ohm, step.ohm.length - 1);
      leastV += thickestV;
      if (step.run.areaMm2 !== null) lyingV += thickestV;
    }
    if (leastV > way.mostV) {
      for (const { run } of on) if (run.areaMm2 === null) lossy.add(run.id);
      way.mostV = Math.max(leastV * NEAR_LEAST, lyingV > 0 ? lyingV + REST_SHARE * way.mostV : 0);
    }
    return way;
  });
  const move = (step: Step, by: 1 | -1) => {
    const change = at(step.ohm, step.at + by) - at(step.ohm, step.at);
    step.at += by;
    for (const { way, amps } of step.ways) way.lostV += amps * change;
  };
  const isShort = ({ lostV, mostV }: Way) => lostV > mostV;
  const short = new Set(ways.filter(isShort));
  const weigh = (step: Step) => {
    step.shortA = step.ways.reduce((sum, { way, amps }) => sum + (short.has(way) ? amps : 0), 0);
    step.perCopper = savedPerCopper(step);
  };
  if (short.size > 0) steps.forEach(weigh);
  while (short.size > 0) {
    let best: Step | null = null;
    for (const step of steps) if (step.perCopper > (best?.perCopper ?? 0)) best = step;
    if (best === null) break;
    move(best, 1);
    best.perCopper = savedPerCopper(best);
    for (const { way } of best.ways)
      if (short.has(way) && !isShort(way)) {
        short.delete(way);
        way.steps.forEach(weigh);
      }
  }
  const mayBeThinner = ({ ohm, at: here, ways: on }: Step): boolean => {
    const change = at(ohm, here - 1) - at(ohm, here);
    return on.every(({ way, amps }) => way.lostV + amps * change <= way.mostV);
  };
  for (let thinner = true; thinner;) {
    thinner = false;
    const byCopper = steps
      .filter((step) => step.at > 0 && !beyond.has(step.run.id))
      .map((step) => ({ step, copper: step.run.lengthM * step.run.conductors * at(step.ladder, step.at) }))
      .sort((a, b) => b.copper - a.copper);
    for (const { step } of byCopper)
      if (mayBeThinner(step)) {
        move(step, -1);
        thinner = true;
      }
  }
  return {
    areaMm2: new Map(steps.map(({ run, ladder, at: here }) => [run.id, at(ladder, here)])),
    beyond: new Set([...beyond, ...lossy]),
  };
}

/** V that the next section saves on ways that lose too much, for its copper; 0 where there is none, or it would save nothing. */
function savedPerCopper(step: Step): number {
  const { run, ladder, ohm, at: here, shortA } = step;
  if (shortA === 0 || here + 1 === ohm.length) return 0;
  const copper = run.lengthM * run.conductors * (at(ladder, here + 1) - at(ladder, here));
  return (shortA * (at(ohm, here) - at(ohm, here + 1))) / copper;
}

/** The sections that a run may get: the one that lies there, or those that carry; where none does, the thickest. */
function rungsOf(run: Run, all: readonly Rung[], wantedA: number): readonly Rung[] {
  const { areaMm2 } = run;
  if (areaMm2 !== null) return [{ areaMm2, carriesA: Number.POSITIVE_INFINITY, ohm: ohmOf(run, areaMm2) }];
  const carrying = all.filter(({ carriesA }) => carriesA >= wantedA);
  return carrying.length > 0 ? carrying : all.slice(-1);
}

/** A run on the ladder of its sections. */
interface Step {
  run: Run;
  /** mm² that carry what it must, rising, and the Ω of each. */
  ladder: readonly number[];
  ohm: readonly number[];
  at: number;
  /** Ways that it lies on, with the A that it carries for them. */
  ways: { way: Way; amps: number }[];
  /** A of those that lose too much as yet. */
  shortA: number;
  /** V that the next section saves for its copper. */
  perCopper: number;
}

/** The whole way to a part and back. */
interface Way {
  mostV: number;
  lostV: number;
  steps: Step[];
}
