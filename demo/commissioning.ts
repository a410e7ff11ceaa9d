import { deriveRig } from '../core/rig/derive-rig';
import type { Entry, Seen } from '../core/commissioning/plan';
import { asKept, type Step } from '../core/commissioning/step';
import type { Rig } from '../core/rig/rig';

const BY = 'Jana';
const BEGAN_MS = Date.UTC(2026, 2, 2, 8, 10);
/** From step to step. */
const MINUTES = 4;
const STOPS_AT = 'roll-call:part:own-maintainer';

const seen = (values: Record<string, number>): Seen[] =>
  Object.entries(values).map(([what, value]) => ({ what, value }));
const toHundredths = (value: number) => Math.round(value * 100) / 100;

/** What is read at a step of a rig that is as it should be, the loads of the roll call left on one after the other. */
function readAt(step: Step, baseA: number): { values: Record<string, number>; baseA: number } {
  const ticks = Object.fromEntries(step.checks.map(({ id }) => [id, 1]));
  switch (step.kind) {
    case 'rest':
      return { values: { restedV: step.place.stringAt === 0 ? 26.52 : 26.49, restedH: 14, tempC: 11 }, baseA };
    case 'power':
      return { values: { shown: step.partId === 'switch-main' ? -0.03 : 0 }, baseA };
    case 'zero':
      return { values: { shown: 0.04, again: 0 }, baseA };
    case 'roll-call': {
      const afterA = toHundredths(baseA + 0.47 * step.item.fromA + 0.53 * step.item.toA);
      return { values: { before: baseA, after: afterA }, baseA: afterA };
    }
    default:
      return { values: ticks, baseA };
  }
}

/** Pied Wagtail: walked that March as far as the maintainer, which does not read. One crimp had to be made anew on the way. */
export function walkedToTheMaintainer(rig: Rig): Rig {
  const steps = deriveRig(rig, null).proving?.steps() ?? [];
  const entries: Entry[] = [];
  let baseA = 0;
  const answer = (step: Step, more: Partial<Entry>) =>
    entries.push({
      id: `walk-${entries.length + 1}`,
      stepId: step.id,
      atMs: BEGAN_MS + MINUTES * 60_000 * entries.length,
      by: BY,
      outcome: 'pass',
      seen: [],
      note: '',
      expected: step.expected.map(asKept),
      rests: [...step.rests],
      photoIds: [],
      ...more,
    });
  for (const step of steps) {
    if (step.id === STOPS_AT) break;
    if (step.id === 'crimp:block-feed') answer(step, { outcome: 'fail', note: 'gave under the pull at the block' });
    const read = readAt(step, baseA);
    baseA = read.baseA;
    answer(step, { seen: seen(read.values) });
  }
  const round: Rig['commissioning']['rounds'][number] = {
    id: 'walk',
    startedAtMs: BEGAN_MS,
    by: BY,
    instruments: 'Voltmeter to 10 mV, clamp for direct current, torque wrench 5 to 25 Nm',
    only: null,
    entries,
    drafts: [{ stepId: STOPS_AT, seen: seen({ before: baseA, after: toHundredths(baseA + 0.01) }), note: '' }],
    ended: null,
  };
  return { ...rig, commissioning: { ...rig.commissioning, rounds: [round] } };
}
