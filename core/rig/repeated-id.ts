/** Lists of the monitor whose ids name settings and tell no things apart. */
const OF_SETTINGS = ['values', 'fields'];

/**
 * Where in a plan something bears the id of another in its list, as a path to that id; null: nowhere. Whatever is found by its id would be
 * found wrongly, and an edit of one would change both.
 * @example repeatedId({ loads: [{ id: 'a' }, { id: 'b' }, { id: 'a' }] }) // ["loads",2,"id"]
 */
export function repeatedId(value: unknown, path: readonly (string | number)[] = []): (string | number)[] | null {
  if (typeof value !== 'object' || value === null) return null;
  const seen = new Set<unknown>();
  for (const [key, inner] of Object.entries(value) as [string, unknown][]) {
    const at = [...path, Array.isArray(value) ? Number(key) : key];
    if (Array.isArray(value) && typeof inner === 'object' && inner !== null && 'id' in inner) {
      if (seen.has(inner.id)) return [...at, 'id'];
      seen.add(inner.id);
    }
    if (OF_SETTINGS.includes(key)) continue;
    const found = repeatedId(inner, at);
    if (found) return found;
  }
  return null;
}
