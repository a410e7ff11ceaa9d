import { piedWagtail, saltmarshSurvey } from '../../demo/rigs';
import { restate } from '../commissioning/adopt';
import { chargedAlone } from '../commissioning/charge-alone';
import { hoursToFull } from '../commissioning/full-charge';
import { gateOf } from '../commissioning/gate';
import { inferRollCall } from '../commissioning/roll-call/infer';
import { wrongFactors, wrongSettings } from '../commissioning/roll-call/shunt-ratings';
import { torqueByStud } from '../commissioning/torque';
import { deriveRig } from '../rig/derive-rig';
import type { Rig } from '../rig/rig';
import { STUDS } from '../wiring/part';
import { drawnCase, FAULT_KINDS } from './roll-calls';

/** The steps of both demo rigs with all that should be seen, what they rest on, and what some roll calls come to. */
export const proven = () => ({
  wagtail: of(piedWagtail),
  saltmarsh: of(saltmarshSurvey),
  settings: wrongSettings(300, 0.075),
  factors: wrongFactors({ ratedA: 300, fullV: 0.075 }),
  torques: [...STUDS, null].map(torqueByStud),
  verdicts: FAULT_KINDS.flatMap((kind) =>
    [1, 2, 3].map((seed) => {
      const drawn = drawnCase(seed, kind);
      return inferRollCall(drawn.items, drawn.readings, { ratedA: 500, fullV: 0.05 }, drawn.stepA);
    }),
  ),
});

function of(rig: Rig) {
  const { proving } = deriveRig(rig, null);
  if (!proving) throw new Error('a demo rig has a circuit');
  const { context } = proving;
  const steps = proving.steps();
  const rested = context.circuit.strings.map(({ seriesCount, battery }, k) =>
    Array.from({ length: seriesCount }, (_, j) => ({
      volts: battery.cellsInSeries * context.chemistry.nominalCellV * (1.03 - 0.002 * k + 0.001 * j),
      hours: 12,
      tempC: 12,
      gravity: null,
      atMs: 0,
    })),
  );
  const [first] = rested;
  const volts = (first ?? []).reduce((sum, one) => sum + one.volts, 0);
  return {
    // Each by its name, so that all of them are kept.
    steps: Object.fromEntries(
      steps.map((step) => [
        step.id,
        {
          expected: step.expected,
          rests: step.rests.map(({ what, is }) => `${what}: ${is}`).join(' | '),
          checks: step.checks
            .map(({ id, name, nut, reads }) => `${id} ${name} ${nut?.torqueNm ?? reads ?? ''}`)
            .join(' | '),
          fields: step.fields.map(({ what, unit }) => `${what} ${unit}`).join(' | '),
          ...(step.kind === 'roll-call' ? { item: step.item, pieces: step.pieces, back: step.negativeRunId } : {}),
          ...(step.kind === 'drop'
            ? {
                pieces: Object.fromEntries(
                  step.stretches.flatMap((one) => one.pieces).map((piece) => [piece.id, piece]),
                ),
              }
            : {}),
        },
      ]),
    ),
    gate: gateOf(context, rested),
    alone: chargedAlone(context, 0, volts * 0.98, 12, 20),
    hours: [null, volts].map((restedV) => hoursToFull(context, restedV)),
    adopted: context.loads.map((load) => restate(load, -1.5, context)),
  };
}
