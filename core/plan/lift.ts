/** A stored plan of which nothing is known yet. */
export type Json = Record<string, unknown>;

/** By version: what brings a stored plan of that version to the next. Each touches keys of its own stage alone. */
export type Lifts = Readonly<Record<number, (plan: Json) => Json>>;

export const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Every item of a list lifted; what is no list comes out as it went in. */
export const liftEach = (list: unknown, lift: (item: unknown) => unknown): unknown =>
  Array.isArray(list) ? list.map(lift) : list;
