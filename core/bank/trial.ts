import * as z from 'zod';
import { AUDIT_LIMITS } from '../audit/limits';
import { BANK_LIMITS } from './limits';
import { LOSS_SCHOOLS } from './plan';
import { id, instantMs, quantity, shortText } from '../plan/fields';

/** A runtime that was foretold, kept to be compared with what happened. */
export const RuntimeTrial = z.strictObject({
  id,
  atMs: instantMs,
  says: shortText,
  drawW: quantity(AUDIT_LIMITS.powerW),
  method: z.enum(LOSS_SCHOOLS),
  predictedH: quantity(BANK_LIMITS.runtimeH),
  observedH: quantity(BANK_LIMITS.runtimeH).nullable(),
});
export type RuntimeTrial = z.infer<typeof RuntimeTrial>;
