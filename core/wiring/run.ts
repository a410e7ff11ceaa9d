import * as z from 'zod';
import { INSULATION_C } from '../conductors/ampacity.data';
import { byDefault, computed, entered, type Sourced } from '../formula/figure';
import { id, quantity } from '../plan/fields';
import { WIRING_LIMITS as LIMITS } from './limits';
import { STUDS } from './part';

const post = z.string().min(3).max(70);

/** What is done with a cable at the bench and in the locker. */
export const CABLE_STEPS = ['cut', 'crimped', 'pulled', 'sealed', 'labelled'] as const;
export type CableStep = (typeof CABLE_STEPS)[number];

/** A conductor from post to post, or some of them side by side. */
export const Run = z.strictObject({
  id,
  /** "W07", as it stands on the cable. */
  label: z.string().min(1).max(12),
  /** A link joins batteries of one string. */
  role: z.enum(['positive', 'negative', 'bond', 'sense', 'link']),
  from: post,
  to: post,
  /** Whether its ends follow the rules when the circuit is laid out again, or stay where a hand put them. */
  endsBy: z.enum(['rules', 'hand']),
  /** One way. */
  lengthM: quantity(LIMITS.runM),
  lengthBy: z.enum(['measured', 'guessed']),
  /** As it lies there, of one conductor; null: the smallest that the rules allow. */
  areaMm2: quantity(LIMITS.runMm2).nullable(),
  /** Side by side between the same posts, alike in section and length. */
  conductors: quantity(LIMITS.conductorsCount),
  insulationC: z.union(INSULATION_C.map((tempC) => z.literal(tempC))),
  engineSpace: z.boolean(),
  /** Conductors in the same bundle, itself included. */
  bundled: quantity(LIMITS.bundledCount),
  /** Studs that its lugs are made for; null: as the posts need. */
  fromLug: z.enum(STUDS).nullable(),
  toLug: z.enum(STUDS).nullable(),
  done: z.array(z.enum(CABLE_STEPS)).max(CABLE_STEPS.length),
  /** What it was cut from, and for which length; null: it is not cut, or it is not known. */
  cut: z.strictObject({ lengthM: quantity(LIMITS.runM), areaMm2: quantity(LIMITS.runMm2) }).nullable(),
});
export type Run = z.infer<typeof Run>;
export type RunRole = Run['role'];

/** How long it is, and how that is known. */
export const runLength = ({ lengthM, lengthBy }: Pick<Run, 'lengthM' | 'lengthBy'>): Sourced =>
  lengthBy === 'measured' ? entered(lengthM, 'measured') : byDefault(lengthM, 'a guess');

/** m of cable that it takes, one piece beside the other. */
export function cableLength(run: Pick<Run, 'lengthM' | 'lengthBy' | 'conductors'>): Sourced {
  const { lengthM, conductors } = run;
  return conductors === 1 ? runLength(run) : computed(conductors * lengthM, `${conductors} side by side`);
}

/** Of which it is known that it lies there once one of them is done; a label may lie ready before. */
const MADE = CABLE_STEPS.filter((step) => step !== 'labelled');

/**
 * A step of a cable done, or taken back. Once it is cut its section is what lies there, whatever the rules come to choose; what is crimped
 * has been cut.
 * @param areaMm2  that the circuit has for it
 */
export function turned(run: Run, step: CableStep, on: boolean, areaMm2: number): Run {
  const done = CABLE_STEPS.filter((one) => (one === step ? on : run.done.includes(one)));
  if (on)
    return step === 'labelled' || (run.cut && step !== 'cut') ? { ...run, done } : { ...cutAs(run, areaMm2), done };
  const isMade = step !== 'cut' && MADE.some((one) => done.includes(one));
  return { ...run, done, cut: isMade ? run.cut : null };
}

/** A cable that was looked at where it lies, and is good: it is made, of this section and as long as its way. */
export const seenGood = (run: Run, areaMm2: number): Run => ({
  ...cutAs(run, areaMm2),
  done: CABLE_STEPS.filter((step) => step !== 'labelled' || run.done.includes(step)),
});

/** As many side by side: those that are made so far are not all, and the others are cut of what lies there. */
export const sideBySide = (run: Run, conductors: number): Run =>
  conductors === run.conductors ? run : { ...run, conductors, done: [], cut: null };

const cutAs = (run: Run, areaMm2: number): Run => ({ ...run, areaMm2, cut: { lengthM: run.lengthM, areaMm2 } });

/** Why a run bears what it must: a load; the fuses before it; those of the other strings; of a bond, a positive that touches the chassis. */
export type BornFor = 'load' | 'fuse' | 'others' | 'chassis';
