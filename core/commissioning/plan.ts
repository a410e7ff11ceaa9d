import * as z from 'zod';
import { id, instantMs, photoData, quantity, shortText, unitName } from '../plan/fields';
import { RUNS_MOST } from '../wiring/plan';
import { COMMISSIONING_LIMITS as LIMITS } from './limits';

/** Ticks of one step at most: every fuse and switch of the largest circuit, or both ends of every run on one bar. */
const OF_A_STEP_MOST = 2 * RUNS_MOST;
/** Steps of the largest circuit: one for each cable and each part, and what is called. */
const STEPS_MOST = 20_000;

const stepId = z.string().min(1).max(90);

/** One thing that was read or ticked at a step: "before" −0.41. In stored units; a tick is 1. */
export const Seen = z.strictObject({ what: z.string().min(1).max(90), value: z.number() });
export type Seen = z.infer<typeof Seen>;

/** One thing that a step rested on when it was answered: its name, and what it was, as text. */
export const Rest = z.strictObject({ what: z.string().max(90), is: z.string().max(120) });
export type Rest = z.infer<typeof Rest>;

/** What should have been seen, as it stood when the step was answered. */
export const WasExpected = z.strictObject({
  what: z.string().max(90),
  unit: unitName,
  from: z.number(),
  to: z.number().nullable(),
});
export type WasExpected = z.infer<typeof WasExpected>;

/** How a step was answered; a fail is a snag until the step is answered otherwise. Accepted: it failed, and is left so for a reason. */
export const OUTCOMES = ['pass', 'fail', 'not-here', 'accepted'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** One answer to a step. Answers are only ever added: two devices that went on with one round are laid together by them. */
export const Entry = z.strictObject({
  id,
  stepId,
  atMs: instantMs,
  by: shortText,
  outcome: z.enum(OUTCOMES),
  seen: z.array(Seen).max(OF_A_STEP_MOST),
  /** What was found, or why it is left so. */
  note: z.string().max(300),
  expected: z.array(WasExpected).max(10),
  rests: z.array(Rest).max(OF_A_STEP_MOST),
  photoIds: z.array(id).max(6),
});
export type Entry = z.infer<typeof Entry>;

/** What is being entered at a step and is not answered yet. */
export const Draft = z.strictObject({ stepId, seen: z.array(Seen).max(OF_A_STEP_MOST), note: z.string().max(300) });
export type Draft = z.infer<typeof Draft>;

/** One walk through the steps: all of them, or those that something has made stale. */
export const Round = z.strictObject({
  id,
  startedAtMs: instantMs,
  by: shortText,
  /** Meters that were used, with what tells them apart. */
  instruments: z.string().max(300),
  /** Null: all steps of the rig. */
  only: z.array(stepId).max(STEPS_MOST).nullable(),
  entries: z.array(Entry).max(5 * STEPS_MOST),
  drafts: z.array(Draft).max(STEPS_MOST),
  ended: z.strictObject({ atMs: instantMs, by: shortText, exceptions: z.int().min(0).max(STEPS_MOST) }).nullable(),
});
export type Round = z.infer<typeof Round>;

export const Photo = z.strictObject({ id, data: photoData });
export type Photo = z.infer<typeof Photo>;

/** How a rig is proven, circuit by circuit. */
export const CommissioningPlan = z.strictObject({
  /** The smallest change that the monitor shows. */
  meterStepA: quantity(LIMITS.meterStepA),
  /** The same of the voltmeter that is walked round with. */
  voltmeterStepV: quantity(LIMITS.voltmeterStepV),
  rounds: z.array(Round).max(60),
  photos: z.array(Photo).max(300),
});
export type CommissioningPlan = z.infer<typeof CommissioningPlan>;
