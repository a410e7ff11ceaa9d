/**
 * Keeps what a pure calculation last came to for each of its first arguments, for as long as the others are the same objects: of sixty
 * loads, a keystroke works out one anew, and whoever shows the others sees that nothing of them has changed.
 * @param of  a pure function; plain data that is never written to is its first argument
 * @example keptBy((load, hours) => load.powerW * hours)({ powerW: 5 }, 2) // 10
 */
export function keptBy<Of extends object, Rest extends readonly unknown[], Result>(
  of: (first: Of, ...rest: Rest) => Result,
): (first: Of, ...rest: Rest) => Result {
  const kept = new WeakMap<Of, { rest: Rest; result: Result }>();
  return (first, ...rest) => {
    const last = kept.get(first);
    if (last?.rest.every((argument, k) => Object.is(argument, rest[k]))) return last.result;
    const result = of(first, ...rest);
    kept.set(first, { rest, result });
    return result;
  };
}

/** The same for what follows from several facts: one result for each first argument, as long as every one of the facts is the same. */
export function keptWith<Of extends object, Facts extends object, Result>(
  of: (first: Of, facts: Facts) => Result,
): (first: Of, facts: Facts) => Result {
  const kept = new WeakMap<Of, { facts: Facts; result: Result }>();
  return (first, facts) => {
    const last = kept.get(first);
    if (last && (Object.keys(facts) as (keyof Facts)[]).every((key) => Object.is(facts[key], last.facts[key])))
      return last.result;
    const result = of(first, facts);
    kept.set(first, { facts, result });
    return result;
  };
}

/** A plan, and what is tried of it beside: so many are told apart. */
const KNOWN_MOST = 4;

/**
 * Hands back what came before for as long as it says the same, so that what is kept by it stays kept. Of the last few.
 * @example steady((a, b) => a.watts === b.watts)({ watts: 5 }) // {"watts":5}
 */
export function steady<One>(isSame: (before: One, now: One) => boolean): (now: One) => One {
  let known: readonly One[] = [];
  return (now) => {
    const one = known.find((before) => isSame(before, now)) ?? now;
    if (known[0] !== one) known = [one, ...known.filter((other) => other !== one)].slice(0, KNOWN_MOST);
    return one;
  };
}

/** Whether two lists hold the same objects in the same order. @example sameItems([1, 2], [1, 2]) // true */
export const sameItems = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((item, k) => item === b[k]);
