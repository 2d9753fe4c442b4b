import { isClosing } from '../../message/closing';
import { foldAccents, fold } from '../../text/fold';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import { placeIn, written, type Letter, type Line } from '../letter/letter';
import { greetingIn } from '../letter/names';

const wholeLine = (line: Line) => placeIn(line, 0, line.text.length);

/** Two greetings, as when a note with one is put under another. */
export function twoGreetings(letter: Letter): Omit<Finding, 'stop'>[] {
  const all = written(letter).filter((line, i) => {
    const text = line.text.trim();
    if (text.split(/\s+/).length > 6 || !/[,!:，：]$|^[^.?]*\p{L}$/u.test(text)) return false;
    const greeting = greetingIn(line);
    // A name alone greets at the top only; further down somebody may sign with it.
    if (!greeting || (greeting.isBare && i > 0)) return false;
    return greeting.names.length > 0 || greeting.isGroup || /^\S+(?:\s\S+)?[,!:]$/.test(text);
  });
  const second = all[1];
  if (!second) return [];
  return [
    {
      kind: 'two-greetings',
      about: second.text.trim(),
      words: phrase('look.twoGreetings', { text: second.text.trim() }),
      place: wholeLine(second),
    },
  ];
}

const THANKS =
  /^(?:(?:many |with )?thanks|thank you|(?:vielen |herzlichen |besten )?dank|danke|merci|(?:muchas |mil )?gracias|cheers)/iu;

/** Two closings. Thanks above a closing are none. */
export function twoClosings(letter: Letter): Omit<Finding, 'stop'>[] {
  const all = written(letter).filter(({ text }) => isClosing(text) && !THANKS.test(text.trim()));
  const second = all[1];
  if (!second) return [];
  return [
    {
      kind: 'two-closings',
      about: second.text.trim(),
      words: phrase('look.twoClosings', { text: second.text.trim() }),
      place: wholeLine(second),
    },
  ];
}

/** No signature and no name at the end, or a signature in the letter beside the one that goes under it. */
export function signature(letter: Letter): Omit<Finding, 'stop'>[] {
  const { me } = letter;
  const lines = written(letter);
  const mine = foldAccents(me.name)
    .split(' ')
    .filter((word) => word.length > 1);
  if (!me.signature.trim()) {
    const end = foldAccents(
      lines
        .slice(-3)
        .map(({ text }) => text)
        .join(' '),
    ).split(/[^\p{L}'’-]+/u);
    if (!lines.length || !mine.length || mine.some((word) => end.includes(word))) return [];
    return [
      { kind: 'signature-missing', about: '', words: phrase('look.signatureMissing'), place: { part: 'signature' } },
    ];
  }
  // A first name above it is how one signs; a line of it with more than the name is the signature itself.
  const isOwn = (line: string) => line.length > 5 && !mine.includes(foldAccents(line));
  const signature = me.signature.split('\n').map(fold).filter(isOwn);
  const plain = new Set(signature.filter((line) => line !== fold(me.name)));
  const again = lines.filter(({ text }) => plain.has(fold(text)));
  const first = again[0];
  if (!first) return [];
  return [
    {
      kind: 'signature-twice',
      about: first.text.trim(),
      words: phrase('look.signatureTwice'),
      place: wholeLine(first),
    },
  ];
}
