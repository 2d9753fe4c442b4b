import { dayAt } from '../../calendar/day';
import { formatDay } from '../../calendar/format';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import { placeIn, type Letter, type Line } from '../letter/letter';
import { greetingOf } from '../letter/names';
import { recipientsOf } from './recipients';

const FOR_ONE =
  /(?<!\p{L})(?:(?:just|strictly) between (?:us|you and me|ourselves)|between you and me|(?:only|just) for you|for your eyes only|don'?t (?:tell|forward|share)|please (?:do not|don'?t) (?:tell|forward|share|pass)|keep (?:this|it) to yourself|off the record|in confidence|unter uns|nur für (?:sie|dich)|vertraulich gesagt|bitte nicht weiter(?:sagen|leiten|geben)|im vertrauen|entre nous|rien que pour vous|juste pour vous|gardez cela pour vous|ne (?:le )?(?:transmettez|répétez) pas|confidentiellement|entre nosotros|entre tú y yo|solo para (?:usted|ti)|no (?:lo )?(?:comparta|reenvíe|cuente)s?|en confianza)(?!\p{L})/iu;
const FOR_ALL =
  /(?<!\p{L})(?:all of you|both of you|you all|you both|each of you|alle beide|ihr alle|sie alle|euch (?:alle|beide)[nm]?|sie beide|an alle|vous tous|vous toutes|vous deux|chacun de vous|todos ustedes|ustedes dos|vosotros|todos vosotros|cada uno de ustedes)(?!\p{L})/iu;

const find = (lines: Line[], pattern: RegExp) => {
  for (const line of lines) {
    const match = pattern.exec(line.text);
    if (match) return { line, from: match.index, text: match[0] };
  }
  return null;
};

/** An answer to all that seems meant for one, and one to one person that seems meant for all. */
export function whom(letter: Letter): Omit<Finding, 'stop'>[] {
  const count = recipientsOf(letter).length;
  if (count > 1 && letter.mode !== 'forward') {
    const said = find(letter.lines, FOR_ONE);
    if (!said) return [];
    return [
      {
        kind: 'meant-for-one',
        about: said.text.toLowerCase(),
        words: phrase('look.meantForOne', { text: said.text, count }),
        place: placeIn(said.line, said.from, said.text.length),
      },
    ];
  }
  const others = (letter.original?.to.length ?? 0) + (letter.original?.cc.length ?? 0);
  if (letter.mode !== 'reply' || count !== 1 || others < 2) return [];
  const greeting = greetingOf(letter);
  const said = find(letter.lines, FOR_ALL);
  const isGroup = greeting?.isGroup && !/(?<!\p{L})(?:there|sir|madam)(?!\p{L})/iu.test(greeting.line.text);
  if (!said && !isGroup) return [];
  const line = said?.line ?? greeting!.line;
  const text = said?.text ?? greeting!.line.text.trim();
  return [
    {
      kind: 'meant-for-all',
      about: text.toLowerCase(),
      words: phrase('look.meantForAll', { text }),
      place: placeIn(line, said?.from ?? 0, said ? text.length : line.text.length),
    },
  ];
}

/** A note that the same person was sent before. */
export function sameNote(letter: Letter): Omit<Finding, 'stop'>[] {
  return letter.sentBefore.map(({ name, at }) => ({
    kind: 'same-note' as const,
    about: name,
    words: phrase('look.sameNote', {
      name,
      day: formatDay(dayAt(at, 'UTC'), { style: 'long', weekday: false, pattern: '' }, letter.locale),
    }),
    place: { part: 'body' as const },
  }));
}
