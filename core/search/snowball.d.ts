declare module 'snowball-stemmers' {
  /** A stemmer by the published Snowball rules of a language, named in English. */
  export function newStemmer(language: string): { stem(word: string): string };
}
