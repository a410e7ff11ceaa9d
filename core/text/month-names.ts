const LOCALES = ['en', 'de', 'nl', 'fr', 'es', 'it', 'pt', 'sv', 'da', 'nb'];

/** A word in small letters, without accents and full stops. */
const bare = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/[\p{M}.]/gu, '')
    .toLowerCase();

let known: ReadonlyMap<string, number> | null = null;

/** Short and long names of the months; what is one month here and another there is none. */
function monthNames(): ReadonlyMap<string, number> {
  const found = new Map<string, Set<number>>();
  for (const locale of LOCALES)
    for (const month of ['short', 'long'] as const) {
      const format = new Intl.DateTimeFormat(locale, { month, timeZone: 'UTC' });
      for (let k = 0; k < 12; k++) {
        const name = bare(format.format(Date.UTC(2026, k, 15)));
        for (const one of [name, name.slice(0, 3)]) found.set(one, (found.get(one) ?? new Set()).add(k + 1));
      }
    }
  return new Map([...found].flatMap(([name, months]) => (months.size === 1 ? [[name, [...months][0] ?? 0]] : [])));
}

/**
 * The month, 1 … 12, that a word names in a western European language, in full or by its first letters; null: none.
 * @example monthNamed('Mar') // 3
 */
export function monthNamed(word: string): number | null {
  known ??= monthNames();
  return known.get(bare(word)) ?? null;
}
