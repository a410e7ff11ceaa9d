import { acrossOf, judgeDrop } from '../commissioning/drop';
import type { StepOf } from '../commissioning/step';
import { at } from '../quantity/guard';
import { seenAs } from './commissioned';
import { drawsFrom } from '../statistics/random-bits';
import { laidOut, provingOf, van } from './van';

const STEP_V = 0.01;

/** The ways of a van whose lengths are measured, drawn anew from a seed. */
function waysOf(random: () => number): StepOf<'drop'>[] {
  const wiring = laidOut(van);
  const runs = wiring.runs.map((run) => ({
    ...run,
    lengthM: Math.max(0.1, run.lengthM * (0.5 + 1.5 * random())),
    lengthBy: 'measured' as const,
  }));
  const { steps } = provingOf(van, { ...wiring, runs });
  return steps.flatMap((step) => (step.kind === 'drop' ? [step] : []));
}

/**
 * One way walked with a voltmeter that shows steps of 10 mV: every piece has what a good one may have; of a loose one, 5 to 40 mΩ more,
 * under a load that makes that be seen. Whether what is wrong, or nothing, is named.
 */
export function drawnDrop(seed: number, fault: 'none' | 'loose'): { isRight: boolean; isHidden: boolean } {
  const random = drawsFrom(seed);
  const ways = waysOf(random);
  const step = at(ways, Math.floor(random() * ways.length));
  const looseOhm = 0.005 + 0.035 * random();
  const pieces = step.stretches.flatMap(({ id, pieces: own }) => own.map((piece) => ({ stretch: id, piece })));
  const loose = at(pieces, Math.floor(random() * pieces.length)).piece;
  const ohmOf = new Map(
    pieces.map(({ piece }) => [
      piece.id,
      piece.lowOhm +
        (0.2 + 0.6 * random()) * (piece.highOhm - piece.lowOhm) +
        (fault === 'loose' && piece === loose ? looseOhm : 0),
    ]),
  );
  const stretchOhm = (id: string) =>
    pieces.filter(({ stretch }) => stretch === id).reduce((sum, { piece }) => sum + (ohmOf.get(piece.id) ?? 0), 0);
  // So much that the joint stands out by some steps of the voltmeter beyond all that a way may have.
  const spare = Math.max(...step.stretches.map(({ from, to }) => to.value - from.value));
  const amps = -Math.max(30, (6 * STEP_V) / looseOhm, (4 * STEP_V) / Math.max(looseOhm - spare, looseOhm / 4));
  const shown = (volts: number) => Math.round(volts / STEP_V) * STEP_V;
  const atPosts = 13.2;
  const atBar = atPosts + amps * stretchOhm('bank');
  const atEnd = atBar + amps * stretchOhm('feeder');
  const whole = seenAs({ amps, atPosts: shown(atPosts), atBar: shown(atBar), atEnd: shown(atEnd) });
  const first = judgeDrop(step, whole, STEP_V);
  if (fault === 'none') return { isRight: first?.outcome === 'pass', isHidden: false };
  // A good way may have so much less than it might that a small joint hides in it: then nothing is accused, and nothing burns much.
  const hidden = step.stretches.every(({ id, to }) => stretchOhm(id) < to.value + (2 * STEP_V) / Math.abs(amps));
  if (hidden) return { isRight: true, isHidden: true };
  // Across a single piece meters show millivolts.
  const across = pieces.map(({ piece }) => [
    acrossOf(piece.id),
    Math.round(1000 * Math.abs(amps) * (ohmOf.get(piece.id) ?? 0)) / 1000,
  ]);
  const closer = judgeDrop(step, [...whole, ...seenAs(Object.fromEntries(across) as Record<string, number>)], STEP_V);
  return { isRight: first?.outcome === 'fail' && closer?.worst?.piece.id === loose.id, isHidden: false };
}
