import { COMMISSIONING_LIMITS as LIMITS } from './limits';
import type { StepContext } from './context';
import { rest, rounded } from './rests';
import type { Field, Step } from './step';

const field = (what: string, unit: Field['unit'], limit: Field['limit'], optional = false): Field => ({
  what,
  unit,
  limit,
  optional,
});

/** "rest:1.2": the second battery of the first string. */
export const restId = (stringAt: number, batteryAt: number): string => `rest:${stringAt + 1}.${batteryAt + 1}`;
export const GATE = 'gate';

/** Every battery rested and measured, and whether strings may be joined. */
export function match({ circuit, chemistry, names }: StepContext): Step[] {
  const steps = circuit.strings.flatMap(({ id, battery, seriesCount }, stringAt) =>
    Array.from({ length: seriesCount }, (_, batteryAt): Step => {
      const many = seriesCount > 1;
      return {
        id: restId(stringAt, batteryAt),
        kind: 'rest',
        phase: 'match',
        name: many ? `${names.ofPart(id)}, battery ${batteryAt + 1}` : names.ofPart(id),
        place: { stringAt, batteryAt },
        nominalV: battery.cellsInSeries * chemistry.nominalCellV,
        checks: [],
        fields: [
          field('restedV', 'V', LIMITS.shownV),
          field('restedH', 'H', LIMITS.restedH),
          field('tempC', 'TempC', LIMITS.batteryTempC),
          ...(chemistry.id === 'flooded' ? [field('gravity', 'Ratio', LIMITS.gravity, true)] : []),
        ],
        expected: [],
        rests: [
          rest('battery', `${battery.chemistryId}, ${battery.cellsInSeries} cells, ${rounded(battery.capacityAh)} Ah`),
        ],
      };
    }),
  );
  if (steps.length < 2) return steps;
  return [
    ...steps,
    {
      id: GATE,
      kind: 'gate',
      phase: 'match',
      name: '',
      checks: [],
      fields: [],
      expected: [],
      rests: steps.flatMap(({ id, rests }) => rests.map(({ is }) => rest(id, is))),
    },
  ];
}
