import { beginsWithGreeting } from '../../message/greeting';
import type { Mailbox } from '../../message/address';
import { foldAccents } from '../../text/fold';
import { written, type Letter, type Line } from './letter';

const GREETING =
  /^(?:(?:dear|hello|hi|hey|good (?:morning|afternoon|evening)|hallo|liebe[rs]?|sehr geehrte[rsn]?|guten (?:tag|morgen|abend)|moin|servus|bonjour|bonsoir|salut|hola|buenos d[ií]as|buenas tardes|ciao|estimad[oa]s?|querid[oa]s?|ch[eè]re?s?)(?!\p{L})\s*)+/iu;
/** Words of a greeting that are no name: titles, and what stands for people one does not name one by one. */
const TITLES =
  /^(?:mr|mrs|ms|miss|mx|dr|prof|professor|sir|rev|father|herrn?|frau|fr|hr|fr[aä]ulein|monsieur|madame|mademoiselle|m|mme|mlle|se[nñ]or(?:a|ita)?|sra?|srta|don|do[nñ]a|and|und|et|y|e|again|nochmals?|the|my|liebe[rs]?|geehrte[rsn]?|chère?s?|ch[eè]re?s?|querid[oa]s?|estimad[oa]s?|family|familie|famille|familia)$/iu;
const GROUP =
  /^(?:all|everyone|everybody|both|team|folks|friends|colleagues|customers?|clients?|parents|neighbours?|members|ladies|gentlemen|madam|there|committee|alle|allerseits|zusammen|damen|herren|kollegen|kolleginnen|kunden|eltern|freunde|beide|ihr|tous|toutes|[ée]quipe|collègues|clients|parents|amis|messieurs|mesdames|deux|todos|todas|equipo|colegas|clientes|padres|amigos|señores|señoras|ambos|ambas)$/iu;

/** A greeting: its line, whom it names, or that it is for several. */
export interface Greeting {
  line: Line;
  /** Words of names as they stand. */
  names: string[];
  isGroup: boolean;
  /** A name alone, without a word of greeting. */
  isBare: boolean;
}

const isName = (word: string) => /^\p{Lu}/u.test(word) || /^[\p{Lo}]/u.test(word);
const wordsOf = (text: string) => text.split(/[\s./&+-]+/).filter((word) => /\p{L}/u.test(word));

/** A line read as a greeting; null when it is none. */
export function greetingIn(line: Line): Greeting | null {
  const text = line.text.trim();
  if (text.length > 120) return null;
  const lead = GREETING.exec(text)?.[0] ?? '';
  if (lead || beginsWithGreeting(text)) {
    // Behind the first comma the letter begins.
    const said = wordsOf(text.slice(lead.length).split(/[,!:;.](?:\s|$)|[,!:;]| [–—-] /u)[0]!);
    const isGroup = said.some((word) => GROUP.test(word));
    const names = isGroup ? [] : said.filter((word) => isName(word) && !TITLES.test(word));
    // "Hello, I looked at it" and "Hi thanks for writing" name nobody.
    const isLong = said.length > names.length + 4;
    return { line, isGroup, isBare: false, names: isLong ? [] : names };
  }
  // A name alone with a comma behind it.
  const alone = /^(\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+){0,2}),$/u.exec(text);
  return alone ? { line, isGroup: false, isBare: true, names: wordsOf(alone[1]!) } : null;
}

/** The greeting of a letter: one of its first two written lines. */
export function greetingOf(letter: Letter): Greeting | null {
  for (const line of written(letter).slice(0, 2)) {
    const greeting = greetingIn(line);
    if (greeting) return greeting;
  }
  return null;
}

const key = (word: string) => foldAccents(word).replace(/['’]/g, '');

/** The words somebody may be called by: of their name, or of their address where there is no name. */
export function calledBy({ name, address }: Mailbox): string[] {
  const local = address.split('@')[0] ?? '';
  const said = wordsOf(name).filter((word) => !TITLES.test(word));
  return [...said, ...local.split(/[._+\d-]+/).filter((word) => word.length > 1)].map(key);
}

/** Whether a word may be meant for somebody: a word of their name, or its beginning (Rob and Robert). */
export function mayBe(word: string, called: string[]): boolean {
  const wanted = key(word);
  return called.some(
    (other) =>
      other === wanted ||
      (Math.min(other.length, wanted.length) >= 3 &&
        other.startsWith(wanted.slice(0, 3)) &&
        (other.startsWith(wanted) || wanted.startsWith(other))) ||
      // Addresses often run the words of a name together.
      (wanted.length > 2 && other.includes(wanted)),
  );
}
