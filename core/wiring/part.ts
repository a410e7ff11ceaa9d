import * as z from 'zod';
import { id, quantity, shortText } from '../plan/fields';
import { WIRING_LIMITS as LIMITS } from './limits';

/** Studs and bolts that lugs are sold for. */
export const STUDS = ['M5', 'M6', 'M8', 'M10', 'M12', '1/4"', '5/16"', '3/8"'] as const;
export type Stud = (typeof STUDS)[number];

const common = {
  id,
  name: shortText,
  /** Of all its posts. */
  stud: z.enum(STUDS),
  /** Lugs that one of its posts takes. */
  lugsMost: quantity(LIMITS.lugsMost),
  /** As the maker says; null: not known. */
  torqueNm: quantity(LIMITS.torqueNm).nullable(),
};
const ratingA = quantity(LIMITS.partA).nullable();
/** How much of the voltage may be lost on the way to it; null: as is usual for its kind. */
const dropFraction = quantity(LIMITS.dropFraction).nullable();

/** What a circuit is made of besides conductors and the batteries, which follow from the bank. */
export const Part = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('bar'), polarity: z.enum(['positive', 'negative']), ratingA }),
  z.strictObject({ ...common, kind: z.literal('shunt'), ratingA, fullScaleV: quantity(LIMITS.shuntV) }),
  /** A fuse or a breaker; null: the family and size that the rules choose. */
  z.strictObject({ ...common, kind: z.literal('fuse'), family: shortText.nullable(), ratingA }),
  z.strictObject({ ...common, kind: z.literal('switch'), ratingA }),
  z.strictObject({ ...common, kind: z.literal('inverter'), inverterId: id, dropFraction }),
  z.strictObject({ ...common, kind: z.literal('charger'), sourceId: id, dropFraction }),
  z.strictObject({ ...common, kind: z.literal('loads'), loadIds: z.array(id).max(500), dropFraction }),
  /** What was added beside the plan: a maintainer, a heater, an alarm; its current is known from its plate. */
  z.strictObject({
    ...common,
    kind: z.literal('other'),
    gives: z.boolean(),
    currentA: quantity(LIMITS.partA),
    dropFraction,
  }),
  z.strictObject({ ...common, kind: z.literal('chassis') }),
  z.strictObject({ ...common, kind: z.literal('monitor') }),
]);
export type Part = z.infer<typeof Part>;
export type PartKind = Part['kind'];
export type PartOf<Kind extends PartKind> = Extract<Part, { kind: Kind }>;

/** Posts of each kind, by their short names; a battery's are + and −. */
export const POSTS: Record<PartKind, readonly string[]> = {
  bar: ['bar'],
  shunt: ['bank', 'system'],
  fuse: ['in', 'out'],
  switch: ['in', 'out'],
  inverter: ['+', '-'],
  charger: ['+', '-'],
  loads: ['+', '-'],
  other: ['+', '-'],
  chassis: ['bolt'],
  monitor: ['+'],
};

/** "fuse-main.in" */
export const postOf = (partId: string, post: string): string => `${partId}.${post}`;
export const partIdOf = (post: string): string => post.slice(0, post.lastIndexOf('.'));
