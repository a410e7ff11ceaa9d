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
