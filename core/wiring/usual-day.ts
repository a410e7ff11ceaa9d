import { areasOf, type SectionList } from '../conductors/choose-section';
import { byDefault, computed, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { UsualDay } from './circuit-figures';
import type { Flow } from './currents';
import { lostADay, runDrop, savedADay } from './formulas';
import { type Run, runLength } from './run';
import { CONDUCTOR_C } from './sections';
import { runOhm, runSection } from './run-ohm';

interface UsualFacts {
  run: Run;
  areaMm2: number;
  flow: Flow | undefined;
  list: SectionList;
  nominalV: number;
}

const typicalCurrent = formula({
  id: 'wiring.typical',
  says: 'usual current: that of its mean amp-hour',
  unit: 'A',
  words: 'current² summed over the hours ÷ amp-hours through it',
  terms: {
    squaredA2h: { says: 'A² × h over the hours of an average day', unit: 'Ratio' },
    throughAh: { says: 'through it on an average day', unit: 'AhPerDay' },
  },
  compute: ({ squaredA2h, throughAh }) => squaredA2h / throughAh,
  source: 'of all amp-hours, the mean of the current at which each flows',
  leavesOut: 'charging; within an hour loads are taken to go on and off each by itself',
});

const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

/**
 * What an average day of the audit makes of a run: hour by hour the sum of what hangs on it, each load at its whole current for its share
 * of the hour.
 */
export function usualDay({ run, areaMm2, flow, list, nominalV }: UsualFacts): UsualDay | null {
  const carried = flow?.carried ?? [];
  const sums = HOURS.map((hour) => {
    let [meanA, beyondA2] = [0, 0];
    for (const { demand, fraction } of carried) {
      const [ownA, ownA2] = [demand.usual?.hoursA[hour] ?? 0, demand.usual?.hoursA2[hour] ?? 0];
      meanA += ownA * fraction;
      beyondA2 += (ownA2 - ownA ** 2) * fraction ** 2;
    }
    return { meanA, squareA2: meanA ** 2 + beyondA2 };
  });
  const throughAh = sums.reduce((sum, { meanA }) => sum + meanA, 0);
  if (throughAh === 0) return null;
  const through = computed(throughAh, 'of the audit’s day');
  const typical = typicalCurrent.figure(
    { squaredA2h: computed(sums.reduce((sum, { squareA2 }) => sum + squareA2, 0)), throughAh: through },
    { key: run.id, says: `${run.label}, usual current` },
  );
  const ohm = runOhm(run, areaMm2, CONDUCTOR_C);
  const lost = lostADay.figure(
    {
      typicalA: typical,
      ohm: computed(ohm, 'warm from use'),
      throughAh: through,
      nominalV: byDefault(nominalV, 'of the bank'),
    },
    { key: run.id, says: `${run.label}, lost in the run` },
  );
  const next = areasOf(list).find((area) => area > areaMm2);
  return {
    typical,
    drop: runDrop.figure(
      {
        currentA: typical,
        lengthM: runLength(run),
        areaMm2: runSection(run, areaMm2),
        conductorTempC: byDefault(CONDUCTOR_C, 'warm from use'),
      },
      { key: `usual:${run.id}`, says: `${run.label}, lost at its usual current` },
    ),
    lost,
    oneUp:
      next === undefined
        ? null
        : {
            areaMm2: next,
            saves: savedADay.figure(
              { lostAh: lost, areaMm2: computed(areaMm2), nextMm2: byDefault(next, 'the list') },
              { key: run.id },
            ),
          },
  };
}

const surgeCurrent = formula({
  id: 'wiring.surge',
  says: 'while the hardest starts',
  unit: 'A',
  words: 'design current + what the hardest start draws beyond its own',
  terms: {
    designA: { says: 'design current', unit: 'A' },
    startA: { says: 'while it starts, its part of this run', unit: 'A' },
    ownA: { says: 'of that for good', unit: 'A' },
  },
  compute: ({ designA, startA, ownA }) => designA + startA - ownA,
  source: 'one load starts at a time, all others running',
  leavesOut: 'how long it lasts: sections and fuses go by what flows for good',
});

/** A run’s current while the hardest of what hangs on it starts; null where nothing starts harder than it runs. */
export function surgeOf(run: Run, design: Figure, flow: Flow | undefined): Figure | null {
  let hardest: { startA: number; ownA: number; says: string } | null = null;
  for (const { demand, fraction } of flow?.carried ?? []) {
    const [startA, ownA] = [fraction * demand.surgeA, fraction * demand.current.value];
    if (startA - ownA > (hardest ? hardest.startA - hardest.ownA : 0)) hardest = { startA, ownA, says: demand.says };
  }
  if (hardest === null) return null;
  const { startA, ownA, says } = hardest;
  return surgeCurrent.figure(
    { designA: design, startA: computed(startA, says), ownA: computed(ownA, says) },
    { key: run.id, says: `${run.label}, while the hardest starts` },
  );
}
