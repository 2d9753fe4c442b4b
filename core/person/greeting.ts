import type { Mailbox } from '../message/address';
import { isTitle, nameWords, readGreeting } from '../message/greeting';
import { calledBy, mayBe } from './called';

/** How somebody is addressed: `Mrs Marsh` and `Sie`, or `Ada` and `du`. */
export type Form = 'formal' | 'familiar';

/** How a letter greets somebody. */
export interface Greeted {
  /** As it stands behind the words of greeting. */
  name: string;
  /** Null where the letter does not say. */
  form: Form | null;
}

/** So much of a letter is read for it, in UTF-16 units. */
const MOST = 4_000;

/**
 * Words of a language for you, formal and familiar. Behind a full stop `Sie` may mean they, and `Lei` she; so they count
 * only within a sentence.
 */
const PRONOUNS: { greeting: RegExp; formal: RegExp; familiar: RegExp }[] = [
  {
    greeting: /^(?:hallo|liebe[rs]?|sehr|guten|moin|servus)\b/i,
    formal: /(?<=[\p{L},] )(?:Sie|Ihnen|Ihr|Ihre[rmns]?)(?!\p{L})/u,
    familiar: /(?<!\p{L})(?:du|dich|dir|dein|deine[rmns]?)(?!\p{L})/iu,
  },
  {
    greeting: /^(?:bonjour|bonsoir|salut|ch[eè]re?s?)(?!\p{L})/iu,
    formal: /(?<!\p{L})(?:vous|votre|vos)(?!\p{L})/iu,
    familiar: /(?<!\p{L})(?:tu|te|toi|ton|ta|tes)(?!\p{L})/iu,
  },
  {
    greeting: /^(?:hola|buenos|buenas|estimad|querid)/i,
    formal: /(?<!\p{L})(?:usted|ustedes)(?!\p{L})/iu,
    familiar: /(?<!\p{L})(?:tú|te|ti|contigo|tu|tus)(?!\p{L})/iu,
  },
  {
    greeting: /^(?:ciao|buongiorno|gentile)\b/i,
    formal: /(?<=[\p{L},] )(?:Lei|Le|Suo|Sua|Suoi|Sue)(?!\p{L})/u,
    familiar: /(?<!\p{L})(?:tu|ti|te|tuo|tua|tuoi|tue)(?!\p{L})/iu,
  },
];

function formIn(text: string, said: string[], names: string[]): Form | null {
  const language = PRONOUNS.find(({ greeting }) => greeting.test(text));
  const isFormal = Boolean(language?.formal.test(text));
  const isFamiliar = Boolean(language?.familiar.test(text));
  if (isFormal !== isFamiliar) return isFormal ? 'formal' : 'familiar';
  if (said.some(isTitle)) return 'formal';
  // Both names are neither.
  return names.length === 1 ? 'familiar' : null;
}

/**
 * How a letter to one person greets them, by one of its first two written lines and the words for you in it (common
 * practice, no source). Null when it greets nobody, several, or somebody whose name is not theirs.
 * @param text the letter, its lines as they stand
 */
export function greetedAs(text: string, to: Mailbox): Greeted | null {
  const begins = text.slice(0, MOST);
  const lines = begins.split('\n').filter((line) => line.trim());
  for (const line of lines.slice(0, 2)) {
    const greeting = readGreeting(line);
    if (!greeting) continue;
    const { said, names, isGroup } = greeting;
    const called = calledBy(to);
    if (isGroup || !names.length || said.length > 60 || !names.every((word) => mayBe(word, called))) return null;
    return { name: said, form: formIn(begins.trimStart(), nameWords(said), names) };
  }
  return null;
}
