import * as z from 'zod';
import { UNITS, type Unit } from '../quantity/unit';
import type { Limit } from './limit';

/** A stored number within the limits of its field. */
export function quantity({ min, max, integer }: Limit) {
  const number = z.number().min(min).max(max);
  return integer ? number.int() : number;
}

/** Names a thing within its plan. */
export const id = z.string().min(1).max(60);

/** The name of a unit, as a stored figure carries it. */
export const unitName = z.enum(Object.keys(UNITS) as [Unit, ...Unit[]]);

export const shortText = z.string().max(120);

/** An instant, ms since 1970 UTC, between 1970 and 2200. */
export const instantMs = z.int().min(0).max(7_258_118_400_000);

/** 1 … 12 */
export const month = z.int().min(1).max(12);

/** "2025-08" */
export const yearMonth = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, { error: 'a year and month, such as 2025-08' });

/** "03-21": a day of any year. */
export const monthDay = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, {
  error: 'a month and day, such as 07-15',
});

/** One figure for each month of the year. */
export const twelve = (number: z.ZodNumber) => z.array(number).length(12);

/** Of a photo as text, reduced to 200 kB before. */
const PHOTO_MOST = 280_000;

/** A photo as a data address. */
export const photoData = z
  .string()
  .max(PHOTO_MOST)
  .regex(/^data:image\/(jpeg|png|webp);base64,[A-Za-z0-9+/=]*$/, { error: 'a picture' });
