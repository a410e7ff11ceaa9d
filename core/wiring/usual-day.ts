import { areasOf, type SectionList } from '../conductors/choose-section';
import { copperOhm } from '../conductors/copper';
import { byDefault, computed, entered } from '../formula/figure';
import type { UsualDay } from './circuit-figures';
import type { Flow } from './currents';
import { lostADay, runDrop, savedADay } from './formulas';
import type { Run } from './run';
import { CONDUCTOR_C } from './sections';

interface UsualFacts {
  run: Run;
  areaMm2: number;
  flow: Flow | undefined;
  list: SectionList;
  nominalV: number;
}

/** What an average day of the audit makes of a run: hour by hour the sum of what hangs on it, by its mean. */
export function usualDay({ run, areaMm2, flow, list, nominalV }: UsualFacts): UsualDay | null {
  const carried = flow?.carried ?? [];
  const hoursA = Array.from({ length: 24 }, (_, hour) =>
    carried.reduce((sum, { demand, fraction }) => sum + (demand.hoursA?.[hour] ?? 0) * fraction, 0),
  );
  const throughAh = hoursA.reduce((sum, amps) => sum + amps, 0);
  if (throughAh === 0) return null;
  const typicalA = hoursA.reduce((sum, amps) => sum + amps ** 2, 0) / throughAh;
  const ohm = copperOhm(run.lengthM, areaMm2, CONDUCTOR_C);
  const lost = lostADay.figure(
    {
      typicalA: computed(typicalA, 'of the audit’s day'),
      ohm: computed(ohm, 'warm from use'),
      throughAh: computed(throughAh, 'of the audit’s day'),
      nominalV: byDefault(nominalV, 'of the bank'),
    },
    { key: run.id, says: `${run.label}, lost in the run` },
  );
  const next = areasOf(list).find((area) => area > areaMm2);
  return {
    typicalA,
    drop: runDrop.figure(
      {
        currentA: computed(typicalA, 'of its mean amp-hour'),
        lengthM: entered(run.lengthM, run.lengthBy),
        areaMm2: computed(areaMm2),
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

/** A run’s current while the hardest of what hangs on it starts; what it carries of it by share. @param designA  for good */
export const surgeOf = (designA: number, flow: Flow | undefined): number =>
  designA +
  Math.max(
    0,
    ...(flow?.carried ?? []).map(({ demand, fraction }) => fraction * (demand.surgeA - demand.current.value)),
  );
