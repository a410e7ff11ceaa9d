import * as z from 'zod';
import { type Limit, type LimitName, LIMITS } from './limits';

/** A stored number within the limits of its field. */
export function quantity(name: LimitName) {
  const limit: Limit = LIMITS[name];
  const number = z.number().min(limit.min).max(limit.max);
  return limit.integer ? number.int() : number;
}

export const shortText = z.string().max(120);

/** An instant, ms since 1970 UTC, between 1970 and 2200. */
export const instantMs = z.int().min(0).max(7_258_118_400_000);
