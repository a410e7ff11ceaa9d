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

/** What the maker's sheet says of a fuse that is of no family of the list: V DC that it stands, A that it breaks at them. */
const FuseSheet = z.strictObject({ standsV: quantity(LIMITS.fuseV), breaksA: quantity(LIMITS.fuseBreaksA) });
export type FuseSheet = z.infer<typeof FuseSheet>;

/** What a circuit is made of besides conductors and the batteries, which follow from the bank. */
export const Part = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('bar'), polarity: z.enum(['positive', 'negative']), ratingA }),
  z.strictObject({ ...common, kind: z.literal('shunt'), ratingA, fullScaleV: quantity(LIMITS.shuntV) }),
  /** A fuse or a breaker; null: the family and size that the rules choose. */
  z.strictObject({
    ...common,
    kind: z.literal('fuse'),
    family: shortText.nullable(),
    ratingA,
    sheet: FuseSheet.nullable(),
  }),
  z.strictObject({ ...common, kind: z.literal('switch'), ratingA }),
  /** Joins or cuts off by itself: a load cut-off, a split charge. */
  z.strictObject({ ...common, kind: z.literal('relay'), ratingA }),
  /** A battery’s own protection, where it sits in the negative lead. */
  z.strictObject({ ...common, kind: z.literal('protection'), ratingA }),
  z.strictObject({ ...common, kind: z.literal('inverter'), inverterId: id, dropFraction }),
  /** A charger between two batteries has an input of its own, fed by the second one. */
  z.strictObject({ ...common, kind: z.literal('charger'), sourceId: id, hasInput: z.boolean(), dropFraction }),
  z.strictObject({
    ...common,
    kind: z.literal('loads'),
    loadIds: z.array(id).max(500),
    /** V of the converter behind which they hang; null: they take the bank's. */
    converterV: quantity(LIMITS.converterV).nullable(),
    dropFraction,
  }),
  /** What was added beside the plan: a maintainer, a heater, an alarm; its current is known from its plate. */
  z.strictObject({
    ...common,
    kind: z.literal('other'),
    gives: z.boolean(),
    currentA: quantity(LIMITS.partA),
    dropFraction,
  }),
  /** A second battery, as the engine’s: what it feeds is not the bank’s. */
  z.strictObject({
    ...common,
    kind: z.literal('second-battery'),
    nominalV: quantity(LIMITS.secondV),
    /** Inside it; null: as is usual. */
    ohm: quantity(LIMITS.batteryOhm).nullable(),
  }),
  z.strictObject({ ...common, kind: z.literal('chassis') }),
  z.strictObject({ ...common, kind: z.literal('monitor') }),
]);
export type Part = z.infer<typeof Part>;
export type PartKind = Part['kind'];
export type PartOf<Kind extends PartKind> = Extract<Part, { kind: Kind }>;

/** Where a charger between two batteries takes from the second one. */
export const INPUT = 'in+';

/** Posts of each kind, by their short names; a battery's are + and −. */
const POSTS: Record<PartKind, readonly string[]> = {
  bar: ['bar'],
  shunt: ['bank', 'system'],
  fuse: ['in', 'out'],
  switch: ['in', 'out'],
  relay: ['in', 'out'],
  protection: ['battery', 'out'],
  inverter: ['+', '-'],
  charger: ['+', '-', INPUT],
  loads: ['+', '-'],
  other: ['+', '-'],
  'second-battery': ['+', '-'],
  chassis: ['bolt'],
  monitor: ['+', 'sense'],
};

/** The posts of a part, as they stand in the ends of runs. */
export const postsOf = (part: Pick<Part, 'id' | 'kind'> & { hasInput?: boolean }): string[] =>
  POSTS[part.kind].filter((post) => post !== INPUT || part.hasInput).map((post) => postOf(part.id, post));

/** Parts with a way through them, from which post to which. */
export const THROUGH: Partial<Record<PartKind, readonly [string, string]>> = {
  fuse: ['in', 'out'],
  switch: ['in', 'out'],
  relay: ['in', 'out'],
  protection: ['battery', 'out'],
  shunt: ['bank', 'system'],
};

/** "fuse-main.in" */
export const postOf = (partId: string, post: string): string => `${partId}.${post}`;
export const partIdOf = (post: string): string => post.slice(0, post.lastIndexOf('.'));
