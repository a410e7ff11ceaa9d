import { CHEMISTRIES } from '../core/cells/chemistry.data';
import { countTrace } from '../core/counter/count-trace';
import { type CounterSettings, PERFECT_METER } from '../core/counter/counter-settings';
import { fullRows, notHeld } from '../core/counter/full-rule';
import { standardTrace, TRACE_IDS, type TraceBank, tracesFor } from '../core/counter/standard-traces';
import type { Trace } from '../core/counter/trace';
import { tryOn } from '../core/counter/trial';
import { benchBank } from '../core/monitor/bench/bench-bank';
import { allowedOf, derivedSet, gridOf } from '../core/monitor/bench/grid';
import { searchSets } from '../core/monitor/bench/search';
import { counterOf } from '../core/monitor/counter-of';
import { menuValues } from '../core/monitor/derive-settings';
import { deriveRig } from '../core/rig/derive-rig';
import { piedWagtail, saltmarshSurvey } from '../demo/rigs';

const ROUNDS = 9;
const DAY_S = 86_400;
const chemistry = CHEMISTRIES.lfp;
const bank: TraceBank = {
  ...{ chemistry, cells: 4, capacityAh: 200, ohm: 0.0012, tempC: 20, sun: true, stopsAtA: 4 },
  ...{ absorptionV: 14.2, floatV: 13.5 },
};
const full = { fullV: 14.05, tailA: 8, holdMs: 600_000 };
const settings: CounterSettings = {
  ...{ capacityAh: 200, zeroAh: 0, full, coulombicFraction: 0.99, peukertExponent: 1.03, deadBandA: 0.05 },
  ...{ averagingMs: 1_800_000, reserveFraction: 0.25, lowV: null, highV: null, relay: null },
};

/** Medians of a week and a month at 1 s, the search of both demo rigs, and how derived sets do on days that they were not chosen by. */
export function monitorBench(): Promise<void> {
  const week = standardTrace('cloud-week', bank, 1, 1);
  time('full marks of a week at 1 s', () => {
    fullRows({ ...full, gapMs: week.gapMs }, week.timeMs, week.voltageV ?? [], week.currentA, notHeld());
  });
  time('a week at 1 s counted (target 50)', () => countTrace(week, settings, PERFECT_METER, 60));
  time('a week at 1 s counted and judged', () => tryOn(week, settings, bank.capacityAh));
  const month = repeated(week, 30 * DAY_S);
  time('a month at 1 s counted and judged (target 1000)', () => tryOn(month, settings, bank.capacityAh));
  for (const rig of [piedWagtail, saltmarshSurvey]) searchOf(rig);
  heldOut();
  return Promise.resolve();
}

function time(says: string, run: () => unknown): void {
  const took = Array.from({ length: ROUNDS }, () => {
    const started = performance.now();
    run();
    return performance.now() - started;
  }).sort((a, b) => a - b);
  console.log(`${says}: ${(took[Math.floor(ROUNDS / 2)] ?? 0).toFixed(1)} ms median of ${ROUNDS}, first among them`);
}

/** A trace over and over, to a length in rows. */
function repeated(trace: Trace, rows: number): Trace {
  const of = (values: Float64Array) => Float64Array.from({ length: rows }, (_, k) => values[k % values.length] ?? 0);
  return {
    ...trace,
    timeMs: Float64Array.from({ length: rows }, (_, k) => k * 1000),
    voltageV: trace.voltageV && of(trace.voltageV),
    currentA: of(trace.currentA),
    soc: trace.soc && of(trace.soc),
  };
}

function searchOf(rig: typeof piedWagtail): void {
  const sheet = deriveRig(rig, null).monitor;
  if (!sheet) return;
  const own = benchBank(sheet.facts);
  const base = counterOf(menuValues(sheet.settings), sheet.facts);
  const at = (stepS: number) =>
    [1, 2].flatMap((seed) => tracesFor(own).map((id) => standardTrace(id, own, seed, stepS)));
  const started = performance.now();
  const walk = searchSets({
    ...{ coarse: at(60), fine: at(10), capacityAh: own.capacityAh, base, hardware: PERFECT_METER },
    derived: derivedSet(sheet.settings, base.capacityAh),
    allowed: allowedOf(sheet.settings, base.capacityAh),
    grid: gridOf(sheet.settings, base.capacityAh),
  });
  let step = walk.next();
  while (!step.done) step = walk.next();
  const { tried, score, derivedScore } = step.value;
  const seconds = ((performance.now() - started) / 1000).toFixed(1);
  console.log(
    `${rig.name}: ${tried} sets searched in ${seconds} s; false and missed ${score.falseMarks} and ${score.missed}, derived ${derivedScore.falseMarks} and ${derivedScore.missed}`,
  );
}

/** Days of seeds that no search and no test uses, with the derived set of each demo rig. */
function heldOut(): void {
  for (const rig of [piedWagtail, saltmarshSurvey]) {
    const sheet = deriveRig(rig, null).monitor;
    if (!sheet) continue;
    const own = benchBank(sheet.facts);
    const whole = Object.fromEntries(sheet.settings.map(({ id, menu }) => [id, menu.stored]));
    let [fulls, marked, wrong] = [0, 0, 0];
    for (let seed = 100; seed < 120; seed++)
      for (const id of TRACE_IDS) {
        const { trial } = tryOn(standardTrace(id, own, seed, 30), counterOf(whole, sheet.facts), own.capacityAh);
        fulls += trial.trueFulls ?? 0;
        marked += trial.marked ?? 0;
        wrong += trial.falseMarks ?? 0;
      }
    console.log(
      `${rig.name}, every setting derived, 20 seeds held out: ${marked} of ${fulls} full marked, ${wrong} falsely`,
    );
  }
}
