import type * as z from 'zod';
import type { Figure } from '../formula/figure';
import type { Lifts } from './lift';
import type { StaleValue } from './stamped';

/** What a stage follows from: the plan, and what the stages before it came to. */
export interface StageContext<Plan, Earlier> {
  plan: Plan;
  earlier: Earlier;
}

/**
 * A stage of the work as the roof knows it. Adding one is a folder that holds this, and a line in core/rig/stages.ts.
 *
 * @typeParam Shape    the Zod schemas of its keys of the plan
 * @typeParam Needs    what of the plan its figures follow from: keys of its own and of others
 * @typeParam Earlier  what it takes from the stages before it
 * @typeParam Own      what it adds: plain data besides the workings of its figures
 */
export interface StageDefinition<Id extends string, Shape extends z.ZodRawShape, Needs, Earlier, Own> {
  id: Id;
  Plan: Shape;
  /** Its part of a plan that nobody has touched yet. */
  fresh: () => { [Key in keyof Shape]: z.infer<Shape[Key]> };
  /** What brings its part of a version to the next. */
  lift: Lifts;
  /** Lists in its part that are records: they are kept beside the plan. A star stands for every item of a list. */
  records: readonly string[];
  /** Keys of the plan that its figures follow from: while none has changed, and nothing before it, they stand. */
  reads: readonly (keyof Needs & string)[];
  /** The names of what it adds. */
  adds: readonly (keyof Own & string)[];
  derive: (context: StageContext<Needs, Earlier>) => Own;
  /** What stands in their place where they cannot be worked out. */
  none: (context: StageContext<Needs, Earlier>) => Own;
  /** The figures by which it is known, for what an edit has moved. */
  keyFigures: (own: Own) => readonly Figure[];
  /** What was stored of its derivation and rests on something else by now. */
  stale: (own: Own) => readonly StaleValue[];
}

/** Holds a definition to its types without naming them. */
export const defineStage = <Id extends string, Shape extends z.ZodRawShape, Needs, Earlier, Own>(
  definition: StageDefinition<Id, Shape, Needs, Earlier, Own>,
): StageDefinition<Id, Shape, Needs, Earlier, Own> => definition;
