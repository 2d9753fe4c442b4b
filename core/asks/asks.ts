import { FINDER_LIMIT } from '../message/limit';
import { english } from './english';
import { french } from './french';
import { german } from './german';
import { sentences, type Stretch } from './sentences';
import { spanish } from './spanish';

/** A question or a request in a message, and where it stands in its text. */
export interface Ask extends Stretch {
  text: string;
}

const LANGUAGES = [english, german, french, spanish];
/** So much of a sentence is looked at; a longer one is no question anybody would number. */
const SENTENCE = 600;
/** What is shorter is a word left over. */
const LEAST = 9;
/** So many are found in one message. */
const MOST = 30;

/** Where one sentence may ask twice: before a word that joins, or a mark that parts. */
const JOINT = /(?:,|;|:|\s[-–—])?\s(?:and|or|und|oder|et|ou|y|o|but|aber|mais|pero)\s|[,;:]\s|\s[-–—]\s/giu;

/** Small letters without marks, one for each sign, so that places stay; an apostrophe is always the plain one. */
const folded = (text: string) =>
  Array.from(text, (sign) => {
    const plain = sign.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
    return plain.length === sign.length ? plain : sign;
  })
    .join('')
    .replace(/[’`´]/g, "'")
    .replace(/ß/g, 's')
    .replace(/\s/g, ' ');

const isNothing = (clause: string) => LANGUAGES.some(({ nothing }) => nothing.test(clause));
const beginsAsking = (clause: string) =>
  LANGUAGES.some(({ question, request }) => question.test(clause) || request.test(clause));
const wishes = (clause: string) => LANGUAGES.some(({ wish }) => wish.test(clause));

/** The parts of a sentence that ask each for itself: it is parted where what follows begins to ask. */
function clauses(sentence: string): Stretch[] {
  const out: Stretch[] = [];
  let from = 0;
  for (const match of sentence.matchAll(JOINT)) {
    const next = match.index + match[0].length;
    const rest = sentence.slice(next, next + 120);
    if (match.index <= from || !(beginsAsking(rest) || startsWish(rest))) continue;
    out.push({ from, to: match.index });
    from = next;
  }
  out.push({ from, to: sentence.length });
  return out;
}

/** Whether a clause begins with a wish: parted there, what is said before it stays outside. */
const startsWish = (clause: string) =>
  LANGUAGES.some(({ wish }) => {
    const at = clause.search(wish);
    return at >= 0 && at <= 2;
  });

/**
 * The questions and requests in a message, in order, in English, German, French and Spanish, with a question mark or
 * without. What is only polite ("How are you?", "Please find attached") is none.
 */
export function asksIn(message: string): Ask[] {
  const text = message.slice(0, FINDER_LIMIT);
  const out: Ask[] = [];
  const add = (from: number, to: number) => {
    const raw = text.slice(from, to);
    const start = from + raw.length - raw.trimStart().length;
    out.push({ from: start, to: from + raw.trimEnd().length, text: raw.trim() });
  };
  for (const sentence of sentences(text)) {
    if (out.length >= MOST) break;
    const to = Math.min(sentence.to, sentence.from + SENTENCE);
    const words = folded(text.slice(sentence.from, to));
    const isQuestion = /\?["'”’)\]]*$|？$/u.test(words);
    const isClosed = /[.!…]["'”’)\]]*$/u.test(words);
    const parts = clauses(words);
    const asking =
      isNothing(words) && parts.length < 3 && !isQuestion
        ? []
        : parts.filter(({ from, to }, i) => {
            const clause = words.slice(from, to).trim();
            if (isNothing(clause) || clause.length < LEAST) return false;
            const bare = clause.replace(/[.!?…]+["'”’)\]]*$/u, '');
            if (isQuestion && i === parts.length - 1) return true;
            const asks = LANGUAGES.some(({ question }) => question.test(bare));
            if (asks && (isQuestion || !isClosed || parts.length > 1)) return true;
            return LANGUAGES.some(({ request }) => request.test(bare)) || wishes(bare);
          });
    for (const { from, to } of asking) add(sentence.from + from, sentence.from + to);
  }
  return out;
}
