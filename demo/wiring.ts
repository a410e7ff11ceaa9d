import { deriveRig } from '../core/rig/derive-rig';
import { layOut } from '../core/wiring/lay-out';
import { otherConsumer } from '../core/wiring/new-parts';
import type { Run } from '../core/wiring/run';
import type { Rig } from '../core/rig/rig';

/** The circuit of a rig as it is laid out, every length a guess. */
export function laidOut(rig: Rig): Rig {
  const { loads, inverters, bank, charging, chemistryEdits, wiring } = rig;
  if (!bank) return rig;
  const { audit } = deriveRig(rig, null);
  return {
    ...rig,
    wiring: {
      ...wiring,
      ...layOut({ audit, loads, inverters, bank, sources: charging.sources, chemistryEdits }, wiring),
    },
  };
}

/** Measured with a string, by the end of the run’s name; m. */
const MEASURED: readonly (readonly [end: string, lengthM: number])[] = [
  ['battery-1-post', 0.12],
  ['battery-2-post', 0.12],
  ['battery-1-plus', 0.42],
  ['battery-2-plus', 0.44],
  ['battery-1-minus', 0.55],
  ['battery-2-minus', 0.57],
  ['main-switch', 0.38],
  ['main-plus', 0.62],
  ['main-shunt', 0.3],
  ['main-minus', 0.14],
  ['block-feed', 4.3],
  ['block-return', 4.25],
  ['bond', 0.6],
  ['monitor-plus', 2.1],
];
const LEADS: readonly number[] = [1.35, 2.2, 2.75, 3.4, 1.9, 4.1];

/**
 * Pied Wagtail: measured all round that March. Two things are left to be found: the maintainer that was put on the second battery’s own
 * post, and a lug for M10 on the shunt’s M8.
 */
export function measuredAllRound(rig: Rig): Rig {
  const { wiring } = laidOut(rig);
  let feeders = 0;
  const runs = wiring.runs.map((run): Run => {
    const known = MEASURED.find(([end]) => run.id === end)?.[1];
    const isLead = /-(plus|minus)$/.test(run.id) && known === undefined;
    const lengthM = known ?? (isLead ? (LEADS[Math.floor(feeders++ / 2) % LEADS.length] ?? 2) : run.lengthM);
    // The short leads to the fuses were cut of the same cable as those behind them.
    const areaMm2 = /^battery-\d-post$/.test(run.id) ? 25 : run.areaMm2;
    return { ...run, lengthM, areaMm2, lengthBy: 'measured', toLug: run.id === 'main-shunt' ? 'M10' : run.toLug };
  });
  const { parts, runs: own } = otherConsumer('maintainer', { name: 'Maintainer', currentA: 4, gives: true });
  // On the block, and with its negative on the second battery's own post.
  const landed = own.map((run, k): Run => ({
    ...run,
    label: `W${90 + k}`,
    lengthM: [0.1, 1.2, 0.6][k] ?? run.lengthM,
    lengthBy: 'measured',
    endsBy: 'hand',
    from: k === 0 ? 'block-plus.bar' : run.from,
    to: k === 2 ? 'battery-2.-' : run.to,
  }));
  return {
    ...rig,
    wiring: {
      ...wiring,
      parts: [
        // As printed on it.
        ...wiring.parts.map((part) => (part.kind === 'shunt' ? { ...part, ratingA: 500, fullScaleV: 0.05 } : part)),
        ...parts.map((part) => (part.kind === 'other' ? { ...part, dropFraction: 0.03 } : part)),
      ],
      runs: [...runs, ...landed],
    },
  };
}
