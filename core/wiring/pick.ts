/** What must be there, since it was put there for every run. @throws where it is not */
export function pick<Value>(of: ReadonlyMap<string, Value>, id: string): Value {
  const value = of.get(id);
  if (value === undefined) throw new Error(`nothing is known of ${id}`);
  return value;
}
