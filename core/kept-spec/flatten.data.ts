/** What a result comes to, as one list of numbers and words by the way to each: figures by their value, long columns by every so-manieth. */
export type Flat = Record<string, number | string | boolean | null>;

const ITEMS_MOST = 14;
/** A day's hours, a year's months and the like are kept whole. */
const WHOLE_MOST = 31;
/** Digits that are kept: fewer than a number has, more than any figure deserves. */
const DIGITS = 9;

export function flatten(value: unknown, name = '', into: Flat = {}): Flat {
  if (typeof value === 'function' || value === undefined) return into;
  if (typeof value === 'number')
    into[name] = Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : String(value);
  else if (value === null || typeof value === 'string' || typeof value === 'boolean') into[name] = value;
  else if (ArrayBuffer.isView(value) || Array.isArray(value)) {
    const items = Array.from(value as ArrayLike<unknown>);
    const step = items.length <= WHOLE_MOST ? 1 : Math.floor(items.length / ITEMS_MOST);
    into[`${name}.length`] = items.length;
    for (let k = 0; k < items.length; k += step) flatten(items[k], `${name}.${k}`, into);
  } else if (value instanceof Map) flatten(Object.fromEntries(value as Map<string, unknown>), name, into);
  else if (isFigure(value)) flatten(value.value, name, into);
  else
    for (const [key, item] of Object.entries(value as object))
      flatten(item, name === '' ? key : `${name}.${key}`, into);
  return into;
}

/** A number with its origin, whether or not it can explain itself. */
function isFigure(value: object): value is { value: number } {
  return 'origin' in value && 'value' in value && typeof value.value === 'number';
}
