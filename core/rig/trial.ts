import * as z from 'zod';
import { LOSS_SCHOOLS } from './bank';
import { instantMs, quantity, shortText } from './fields';

/** A runtime that was foretold, kept to be compared with what happened. */
export const RuntimeTrial = z.strictObject({
  id: z.string().min(1).max(60),
  atMs: instantMs,
  says: shortText,
  drawW: quantity('powerW'),
  method: z.enum(LOSS_SCHOOLS),
  predictedH: quantity('runtimeH'),
  observedH: quantity('runtimeH').nullable(),
});
export type RuntimeTrial = z.infer<typeof RuntimeTrial>;
