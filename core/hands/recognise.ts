import { foldWord, words } from '../search/words';
import { codesIn, type Hands } from './hands';

/** A choice in an answer. */
export interface Choice {
  /** Numbers of options, from 1, in their order; none where every option is declined. */
  options: number[];
  /** Whether it was marked; what is written freely is to be confirmed. */
  sure: boolean;
}

/** What of an answer is read. */
export interface AnswerText {
  subject: string;
  /** What they wrote, without the history. */
  own: string;
}

/** So much of an answer is read, in UTF-16 units. */
const MOST = 5_000;

/** An option that is marked: `[x] 2. Wednesday`. */
const MARKED = /^[ \t>*-]*\[ ?[xX✓✔×] ?\][ \t]*(\d{1,2})(?!\d)/gm;

/** Words of counting in some languages, folded; the last of all is -1. */
const ORDINALS: Record<string, number> = {};
const COUNTING = [
  'first 1st erste ersten erster erstes premier premiere 1er 1ere primero primera primer',
  'second 2nd zweite zweiten zweiter zweites deuxieme seconde 2eme segundo segunda',
  'third 3rd dritte dritten dritter drittes troisieme 3eme tercero tercera tercer',
  'fourth 4th vierte vierten vierter viertes quatrieme 4eme cuarto cuarta',
  'fifth 5th funfte funften funfter funftes cinquieme 5eme quinto quinta',
  'sixth 6th sechste sechsten sixieme 6eme sexto sexta',
];
COUNTING.forEach((line, i) => line.split(' ').forEach((word) => (ORDINALS[word] = i + 1)));
for (const word of ['last', 'letzte', 'letzten', 'letzter', 'letztes', 'dernier', 'derniere', 'ultimo', 'ultima'])
  ORDINALS[word] = -1;

/** Words that mean all of the options, or none of them. */
const ALL = new Set(
  'all any either both whichever alle beide egal tous toutes deux todos todas ambos cualquiera'.split(' '),
);
const NONE = new Set('none neither keiner keine keines keinen aucun aucune ninguno ninguna'.split(' '));
/** Words that turn what stands behind them in the same part of a sentence round. */
const NOT = new Set(
  'not no cant cannot dont doesnt isnt wont couldnt unfortunately except nicht kein leider auser pas sauf ne impossible salvo excepto unable busy away'.split(
    ' ',
  ),
);
/** Words that leave out what stands behind them. */
const EXCEPT = new Set(['except', 'auser', 'ausser', 'sauf', 'salvo', 'excepto']);
const ALL_BUT = /\b((?:any|all|every)\b[^.!?;,:\n]{0,40}?)\bbut\b/gi;
/** Words before a number that make it the number of an option. */
const NUMBERED = new Set('option number no nr nummer choice answer numero opcion choix nein'.split(' '));
/** Words that say nothing of which option is meant. */
const COMMON = new Set(
  'the a an of at on in for and or to is it der die das am um und oder le la les et ou a de el los las y o del al uhr h pm am'.split(
    ' ',
  ),
);

/** A clause: what a "not" reaches. */
const CLAUSES = /[.!?;:\n]|,|\b(?:but|however|aber|sondern|mais|pero|sino)\b/iu;

/**
 * The choice in an answer to a show of hands; null when it holds none. It is sure when options are marked as the links
 * mark them, and as many as may be; what is written freely (an option's own words, "the second one", "both", "none of
 * them", also turned round by a "not") is proposed.
 * @param isInThread whether it answers the letter with the question; without that the code has to stand in it
 */
export function recognise({ subject, own }: AnswerText, hands: Hands, isInThread: boolean): Choice | null {
  const text = own.slice(0, MOST);
  const hasCode = codesIn(`${subject.slice(0, 500)}\n${text}`).includes(hands.code.toUpperCase());
  if (!hasCode && !isInThread) return null;
  const marked = [...new Set([...text.matchAll(MARKED)].map(([, number]) => Number(number)))]
    .filter((number) => number >= 1 && number <= hands.options.length)
    .sort((a, b) => a - b);
  if (marked.length) return { options: marked, sure: hands.several || marked.length === 1 };
  // A line that a link wrote and where nothing is marked any more is no sentence.
  const written = text.replace(LINK_LINE, '');
  return writtenFreely(written, hands);
}

/** A line that the link of an option wrote, marked or not. */
const LINK_LINE = /^[ \t>*-]*\[ ?[xX✓✔×]? ?\].*$/gm;

/**
 * The code of the show of hands that a text answers and says nothing beside it, so that nobody waits for more; null for
 * any other text.
 * @param own what they wrote, without signature and history
 */
export function onlyAnswers(own: string): string | null {
  const text = own.slice(0, MOST);
  const [code, another] = codesIn(text);
  if (!code || another || text.search(MARKED) < 0) return null;
  const rest = text.replace(LINK_LINE, '').replace(new RegExp(code, 'i'), '');
  return /[\p{L}\p{N}]/u.test(rest) ? null : code;
}

function writtenFreely(text: string, { options, several }: Hands): Choice | null {
  const own = options.map(
    (option) =>
      new Set(
        words(option)
          .map(({ term }) => foldWord(term))
          .filter((term) => !COMMON.has(term) && !/^\d$/.test(term)),
      ),
  );
  /** Words that belong to one option alone. */
  const telling = own.map(
    (set, i) => new Set([...set].filter((term) => own.every((other, j) => i === j || !other.has(term)))),
  );
  const chosen = new Set<number>();
  const declined = new Set<number>();
  let none = false;
  let all = false;
  // "Any day but Tuesday" is one clause.
  for (const clause of text.replace(ALL_BUT, '$1 except ').split(CLAUSES)) {
    const terms = words(clause).map(({ term }) => foldWord(term));
    if (!terms.length) continue;
    const isTurned = terms.some((term) => NOT.has(term));
    const take = (number: number) => (isTurned ? declined : chosen).add(number);
    if (terms.some((term) => NONE.has(term))) none = true;
    const except = terms.findIndex((term) => EXCEPT.has(term));
    const before = except < 0 ? terms : terms.slice(0, except);
    if (!before.some((term) => NOT.has(term)) && isForAll(before)) all = true;
    options.forEach((_, i) => {
      const said = terms.filter((term) => telling[i]!.has(term));
      if (said.length) take(i + 1);
    });
    terms.forEach((term, at) => {
      const ordinal = ORDINALS[term];
      if (ordinal && isMeant(terms, at)) take(ordinal === -1 ? options.length : ordinal);
      const digits = /^\d{1,2}$/.test(term) ? Number(term) : 0;
      if (digits && (NUMBERED.has(terms[at - 1] ?? '') || terms.length === 1)) take(digits);
      // A single letter as it counts options: "b" alone, or "option b".
      if (/^[a-j]$/.test(term) && (terms.length === 1 || /^(?:option|choice|opcion)$/.test(terms[at - 1] ?? '')))
        take(term.charCodeAt(0) - 96);
    });
  }
  // Where some are named, "either" is one of these.
  if (all && !chosen.size) options.forEach((_, i) => chosen.add(i + 1));
  const found = [...chosen].filter((number) => number <= options.length && !declined.has(number)).sort((a, b) => a - b);
  if (found.length) return { options: found, sure: false };
  if (none) return { options: [], sure: false };
  // Everything but what was declined, where that leaves one.
  const left = options.map((_, i) => i + 1).filter((number) => !declined.has(number));
  if (declined.size && left.length === 1 && !several) return { options: left, sure: false };
  return null;
}

const FOR_ALL = new Set(
  'of one day days time times works work fine ok okay suits suit good possible gut passt passen gehen geht conviennent bien vale van'.split(
    ' ',
  ),
);
const isForAll = (terms: string[]): boolean => {
  const at = terms.findIndex((term) => ALL.has(term));
  if (at < 0) return false;
  return terms.length <= 3 || terms.slice(at + 1, at + 3).some((term) => FOR_ALL.has(term));
};

/** "The second one", "second", "2nd option", "my second choice": and not "the second of December" or "a second". */
function isMeant(terms: string[], at: number): boolean {
  const [before, after] = [terms[at - 1] ?? '', terms[at + 1] ?? ''];
  if (terms.length <= 2) return true;
  if (
    /^(?:one|option|choice|date|day|suggestion|proposal|vorschlag|termin|option|tag|proposition|choix|opcion|fecha|propuesta)$/.test(
      after,
    )
  )
    return true;
  return /^(?:the|der|die|das|den|le|la|el)$/.test(before) && !/^(?:of|time|thing|week|half|mal|fois|vez)$/.test(after);
}
