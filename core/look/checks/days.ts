import { weekdayOf, daysBetween, dayOf } from '../../calendar/day';
import { formatDay } from '../../calendar/format';
import { daysInText } from '../../calendar/inText';
import { parseTime } from '../../calendar/time';
import { rightWeekdays, weekdayDatesIn, weekdayName } from '../../calendar/weekdayDate';
import { bareSubject } from '../../message/subject';
import { fold } from '../../text/fold';
import { phrase } from '../../text/phrase';
import { withCapitals } from '../../text/case';
import type { Finding } from '../letter/finding';
import { placeIn, type Letter, type Line } from '../letter/letter';

/** The languages letters are read in: the account's own first, whose order of day and month holds for figures. */
export const localesOf = (locale: string): string[] => [
  locale,
  ...['en-GB', 'de-DE', 'fr-FR', 'es-ES'].filter((other) => other.slice(0, 2) !== locale.slice(0, 2)),
];
const NO_DAYS_OFF = { weekdays: [], days: [] };

/** A weekday that is not its date's. */
export function wrongWeekday(letter: Letter): Omit<Finding, 'stop'>[] {
  const { today, locale } = letter;
  return letter.lines
    .filter(({ text }) => /\d/.test(text))
    .flatMap((line) =>
      weekdayDatesIn(line.text, today, localesOf(locale)).flatMap((found): Omit<Finding, 'stop'>[] => {
        const { weekday } = found;
        const right = rightWeekdays(found, today);
        if (right.includes(weekday.number)) return [];
        const written = line.text.slice(weekday.from, weekday.to);
        const name = weekdayName(weekdayOf(found.day), weekday.locale, weekday.isLong).replace(/\.$/, '');
        const text = /^\p{Lu}/u.test(written) ? withCapitals(name, 'first') : name;
        return [
          {
            kind: 'wrong-weekday',
            about: line.text.slice(found.from, found.to),
            words: phrase('look.wrongWeekday', { date: found.date, weekday: text }),
            place: placeIn(line, weekday.from, weekday.to - weekday.from),
            mend: { type: 'text', text },
          },
        ];
      }),
    );
}

/** Words of a sentence about what is to come, and about what was (common practice, no source). */
const TO_COME =
  /(?<!\p{L})(?:will|'ll|’ll|shall|would|could|can|may i|let us|let me|please|suits?|see you|looking forward|going to|until|till|by|next|coming|valid|due|werde[nt]?|wird|komme[nt]?|kann|können|könnte[nt]?|bitte|bis|spätestens|nächste[nrs]?|passt|freue|gilt|sehen uns|treffen|viendrai|viendrons|serai|serons|pourrai[st]?|pouvons|peux|puis-je|avant|jusqu|prochaine?|convient|rendez-vous|passerai|vendré|iré|estaré|puedo|podemos|podría|antes|hasta|próxim[oa]|conviene|nos vemos|pasaré)(?!\p{L})/iu;
const WAS =
  /(?<!\p{L})(?:was|were|came|sent|wrote|paid|had|did|have (?:been|received|sent)|has (?:been|arrived)|received|since|dated|last|ago|arrived|tuned|repaired|delivered|war|waren|hatte[nt]?|kam|schrieb\p{L}*|geschickt|erhalten|bezahlt|gestimmt|seit|vom|letzte[nrs]?|gewesen|était|avez|avons|ai|a été|reçu|depuis|dernière?|daté|(?<!partir )du|fue|estuve|envié|recib\p{L}*|escrib\p{L}*|pagó|desde|pasado|(?<!antes |partir |después )del|llegó)(?!\p{L})/iu;

/** The sentence around a place of a line. A dot behind a figure or a short word ends none. */
function sentenceAt({ text }: Line, from: number, to: number): string {
  const before = [...text.slice(0, from).matchAll(/(?<=\p{L}{3})[.!?]\s/gu)].at(-1);
  const after = /(?<=\p{L}{2}|\d{4})[.!?](?:\s|$)/u.exec(text.slice(to));
  return text.slice(before ? before.index + 1 : 0, after ? to + after.index : undefined);
}

/** A day without a year that lies no further back is taken for the one that was. */
const LATELY = 100;

/** A day that is over, in a sentence about what is to come. */
export function pastDay(letter: Letter): Omit<Finding, 'stop'>[] {
  const { today, locale } = letter;
  const found: Omit<Finding, 'stop'>[] = [];
  const year = Number(today.slice(0, 4));
  for (const line of letter.lines) {
    if (!/\d/.test(line.text)) continue;
    const seen: number[] = [];
    for (const language of localesOf(locale)) {
      for (const one of daysInText(line.text, today, language, NO_DAYS_OFF)) {
        const isFigures = /^[\d./-]+$/.test(one.text);
        if (one.vague || seen.includes(one.from) || (isFigures && language !== locale)) continue;
        seen.push(one.from);
        const hasYear = /\d{4}|[./]\d{2}$/.test(one.text);
        const [, month, date] = one.day.split('-').map(Number);
        // Without a year it is read as one to come; it may have been this year's.
        const day = hasYear ? one.day : dayOf(year, month!, date!) || one.day;
        const ago = daysBetween(day, today);
        if (ago <= 0 || (!hasYear && ago > LATELY)) continue;
        const sentence = sentenceAt(line, one.from, one.to);
        if (!TO_COME.test(sentence) || WAS.test(sentence)) continue;
        found.push({
          kind: 'past-day',
          about: one.text,
          words: phrase('look.pastDay', { date: one.text }),
          place: placeIn(line, one.from, one.to - one.from),
        });
      }
    }
  }
  return found;
}

const TIME =
  /(?<![\d.:/])(?:(?:[01]?\d|2[0-3])(?::[0-5]\d|h[0-5]\d|\.[0-5]\d(?=\s?(?:uhr|am|pm|a\.m|p\.m)))(?:\s?(?:uhr|am|pm)(?!\p{L}))?|(?:1[0-2]|[1-9])\s?(?:am|pm)(?!\p{L})|(?:[01]?\d|2[0-3])\s?(?:uhr|h)(?!\p{L}))(?![\d:])/giu;

const timesIn = (text: string) => [...text.matchAll(TIME)].map(([time]) => parseTime(time)).filter(Boolean);

function daysOf(lines: string[], { today, locale }: Letter): Set<string> {
  const days = new Set<string>();
  for (const text of lines) {
    // Without a figure there is no date.
    if (!/\d/.test(text)) continue;
    for (const language of localesOf(locale)) {
      for (const { text: written, vague, day } of daysInText(text, today, language, NO_DAYS_OFF))
        if (!vague && (language === locale || !/^[\d./-]+$/.test(written))) days.add(day);
    }
  }
  return days;
}

/** A day or a time that the subject has and the letter has otherwise. What the subject of the message answered says is theirs. */
export function subjectDiffers(letter: Letter): Omit<Finding, 'stop'>[] {
  const { subjectText, original, locale } = letter;
  if (!subjectText.trim() || (original && fold(bareSubject(original.subject)) === fold(bareSubject(subjectText))))
    return [];
  const found: Omit<Finding, 'stop'>[] = [];
  const inLines = letter.lines.map(({ text }) => text);
  const days = daysOf([subjectText], letter);
  const inBody = days.size === 1 ? daysOf(inLines, letter) : new Set<string>();
  const [day] = days;
  if (days.size === 1 && inBody.size && !inBody.has(day!)) {
    const other = formatDay([...inBody][0]!, { style: 'long', weekday: false, pattern: '' }, locale);
    found.push({
      kind: 'subject-differs',
      about: day!,
      words: phrase('look.subjectDay', {
        day: formatDay(day!, { style: 'long', weekday: false, pattern: '' }, locale),
        other,
      }),
      place: { part: 'subject' },
    });
  }
  const times = new Set(timesIn(subjectText));
  const inText = new Set(times.size === 1 ? inLines.flatMap(timesIn) : []);
  const [time] = times;
  if (times.size === 1 && inText.size && !inText.has(time!))
    found.push({
      kind: 'subject-differs',
      about: time!,
      words: phrase('look.subjectDay', { day: time!, other: [...inText][0]! }),
      place: { part: 'subject' },
    });
  return found;
}
