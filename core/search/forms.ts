import type { Vocabulary } from './vocabulary';

/** How much another form of a word counts against the word itself, and how much each letter that differs takes away. */
export const FORM = 0.7;
const LETTER = 0.06;
/** The same for one thing of several, and several of one: hardly another word. */
export const OTHER_NUMBER = 0.9;
/** Endings may differ by so many letters. */
const LONGEST_ENDING = 4;

/** Words put before a noun without a space: the article and the commonest particles. */
const BEFORE: [RegExp, string[]][] = [
  [/^\p{Script=Hebrew}/u, ['ה', 'ו', 'ב', 'ל', 'מ', 'ש', 'כ', 'וה', 'שה', 'מה', 'וב', 'ול', 'כש']],
  [/^\p{Script=Arabic}/u, ['ال', 'و', 'ب', 'ل', 'ف', 'ك', 'وال', 'بال', 'لل', 'فال', 'كال', 'ولل']],
];

/** English endings, those of words that end in e or y among them ("make", "making"; "try", "tries"). */
const ENGLISH = /^(?:s|es|ed|d|ing|er|ers|r|rs|ies|ied|ying|y|e|ly|'s|)$/;

/** The endings of one and of several in English, either way round. */
const NUMBER = /^(?:\/e?s|e?s\/|y\/ies|ies\/y)$/;

/** Whether two endings behind one stem are English ones; a doubled last letter belongs to the ending ("stop", "stopped"). */
const isEnglishPair = (stem: string, a: string, b: string): boolean => {
  if (ENGLISH.test(a) && ENGLISH.test(b)) return true;
  const double = stem[stem.length - 1]!;
  return [a, b].every((ending) => ENGLISH.test(ending[0] === double ? ending.slice(1) : ending));
};

function sharedBeginning(a: string, b: string): number {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n++;
  return n;
}

/**
 * The words of a vocabulary that are likely another form of `word`, with what each counts: the same beginning and short
 * endings, whatever the language, since a library is often written in several; English endings count as sure, and one and
 * several as nearly the same. In Hebrew and Arabic also with or without what is written together before a noun.
 */
export function formsOf(word: string, vocabulary: Vocabulary, has: (term: string) => boolean): Map<string, number> {
  const found = new Map<string, number>();
  for (const [script, before] of BEFORE) {
    if (!script.test(word)) continue;
    for (const prefix of before) {
      if (has(prefix + word)) found.set(prefix + word, FORM);
      const bare = word.slice(prefix.length);
      if (word.startsWith(prefix) && bare.length > 1 && has(bare)) found.set(bare, FORM);
    }
  }
  if (word.length < 3) return found;
  const least = Math.max(3, Math.ceil(word.length * 0.5), word.length - LONGEST_ENDING);
  for (const term of vocabulary.beginning(word.slice(0, least))) {
    if (term === word) continue;
    const shared = sharedBeginning(word, term);
    const a = word.slice(shared);
    const b = term.slice(shared);
    if (b.length > LONGEST_ENDING || shared < term.length * 0.5) continue;
    if (NUMBER.test(`${a}/${b}`)) found.set(term, OTHER_NUMBER);
    else if (isEnglishPair(word.slice(0, shared), a, b)) found.set(term, FORM);
    else if (a.length + b.length < shared) found.set(term, FORM - LETTER * (a.length + b.length));
  }
  return found;
}
