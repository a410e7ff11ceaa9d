const LOCALES = ['en', 'de', 'nl', 'fr', 'es', 'it', 'pt', 'sv', 'da', 'nb'];

/** A word in small letters, without accents and full stops. */
const bare = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/[\p{M}.]/gu, '')
    .toLowerCase();

let known: ReadonlyMap<string, number | null> | null = null;

/** Short and long names of the months; null: what is one month here and another there. */
function monthNames(): ReadonlyMap<string, number | null> {
  const found = new Map<string, number | null>();
  for (const locale of LOCALES)
    for (const length of ['short', 'long'] as const) {
      const format = new Intl.DateTimeFormat(locale, { month: length, timeZone: 'UTC' });
      for (let month = 1; month <= 12; month++) {
        const name = bare(format.format(Date.UTC(2026, month - 1, 15)));
        for (const one of [name, name.slice(0, 3)])
          found.set(one, found.has(one) && found.get(one) !== month ? null : month);
      }
    }
  return found;
}

/**
 * The month, 1 … 12, that a word names in a western European language, in full or by its first letters; null: none.
 * @example monthNamed('Mar') // 3
 */
export function monthNamed(word: string): number | null {
  known ??= monthNames();
  return known.get(bare(word)) ?? null;
}
