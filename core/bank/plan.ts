import * as z from 'zod';
import { BANK_LIMITS } from './limits';
import { CELL_LIMITS } from '../cells/limits';
import { Battery } from '../cells/battery';
import { quantity, yearMonth } from '../plan/fields';

/** More strings in the same bank, of another model or another age. */
export const OtherStrings = z.strictObject({
  battery: Battery,
  seriesCount: quantity(CELL_LIMITS.seriesCount),
  parallelCount: quantity(CELL_LIMITS.parallelCount),
  boughtIn: yearMonth.nullable(),
  /** Why it is allowed in spite of the warnings. */
  reason: z.string().max(300),
});
export type OtherStrings = z.infer<typeof OtherStrings>;

/**
 * What is taken off for losses: every one by itself, one share for all, or nothing.
 */
export const LOSS_SCHOOLS = ['itemised', 'flat', 'plain'] as const;
export type LossSchool = (typeof LOSS_SCHOOLS)[number];

export const Bank = z
  .strictObject({
    battery: Battery,
    seriesCount: quantity(CELL_LIMITS.seriesCount),
    parallelCount: quantity(CELL_LIMITS.parallelCount),
    boughtIn: yearMonth.nullable(),
    others: z.array(OtherStrings).max(8),
    usableFraction: quantity(CELL_LIMITS.usableFraction),
    ageingFraction: quantity(BANK_LIMITS.ageingFraction),
    coldestTempC: quantity(CELL_LIMITS.bankTempC),
    autonomyDays: quantity(BANK_LIMITS.autonomyDays),
    /** What the sizing takes off for losses. */
    lossSchool: z.enum(LOSS_SCHOOLS),
    flatLossFraction: quantity(BANK_LIMITS.flatLossFraction),
    currentSchool: z.enum(['sum', 'one-may-drop-out', 'single']),
  })
  .refine(({ battery, others }) => others.every((other) => other.battery.chemistryId === battery.chemistryId), {
    error: 'chemistries must not be mixed in one bank',
    path: ['others'],
  });
export type Bank = z.infer<typeof Bank>;
