import * as z from 'zod';
import { AUDIT_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { month, quantity } from '../plan/fields';

/** What the audit is made for. */
export const AuditPlan = z.strictObject({
  month: month,
  ambientTempC: quantity(COMMON_LIMITS.ambientTempC),
  sizeFor: z.enum(['typical', 'nine-in-ten', 'all-high']),
  /** Peak-sun hours for "what is it worth in solar"; until Charging knows better. */
  sunHoursPerDay: quantity(AUDIT_LIMITS.sunHoursPerDay),
});
export type AuditPlan = z.infer<typeof AuditPlan>;
