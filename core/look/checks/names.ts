import { addressKey } from '../../message/address';
import { foldAccents } from '../../text/fold';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import { placeIn, type Letter } from '../letter/letter';
import { calledBy, mayBe } from '../../person/called';
import { greetingOf } from '../letter/names';
import { recipientsOf } from './recipients';

/** Everybody the letter may speak to by name. */
function spokenTo(letter: Letter): string[] {
  const boxes = recipientsOf(letter).map(({ box }) => box);
  const keys = new Set(boxes.map(({ address }) => addressKey(address)));
  const known = letter.people.filter(({ address }) => keys.has(addressKey(address)));
  const from = (letter.original?.from ?? []).filter(({ address }) => keys.has(addressKey(address)));
  return [...boxes, ...known, ...from].flatMap(calledBy);
}

/** Whether anything but the address says what the recipients are called. */
const isNamed = (letter: Letter) => {
  const named = new Set(
    [...letter.people, ...(letter.original?.from ?? [])]
      .filter(({ name }) => name)
      .map(({ address }) => addressKey(address)),
  );
  return letter.to.length > 0 && letter.to.every(({ name, address }) => name.trim() || named.has(addressKey(address)));
};

/** A greeting that names somebody else than the letter goes to. */
export function otherGreeting(letter: Letter): Omit<Finding, 'stop'>[] {
  const greeting = greetingOf(letter);
  if (!greeting?.names.length || !isNamed(letter)) return [];
  const called = spokenTo(letter);
  if (greeting.names.some((name) => mayBe(name, called))) return [];
  // A child signs with a name of their own; whoever signed the message may be greeted.
  const signed = foldAccents(letter.original?.text.trim().split('\n').slice(-3).join(' ') ?? '').split(/[^\p{L}]+/u);
  if (
    greeting.names.some((name) =>
      mayBe(
        name,
        signed.filter((word) => word.length > 2),
      ),
    )
  )
    return [];
  const said = greeting.names.join(' ');
  const { line } = greeting;
  const from = line.text.indexOf(greeting.names[0]!);
  const last = greeting.names.at(-1)!;
  return [
    {
      kind: 'other-greeting',
      about: said,
      words: phrase('look.otherGreeting', { name: said, person: letter.to[0]!.name || letter.to[0]!.address }),
      place: placeIn(line, from, line.text.indexOf(last, from) + last.length - from),
    },
  ];
}

/** Somebody spoken to in the text by a name that belongs to another person one writes with. */
export function otherName(letter: Letter): Omit<Finding, 'stop'>[] {
  const called = new Set(spokenTo(letter));
  const own = new Set(calledBy(letter.me));
  const theirs = foldAccents(letter.original?.text ?? '');
  const others = new Map<string, string>();
  const keys = new Set(recipientsOf(letter).map(({ box }) => addressKey(box.address)));
  for (const person of letter.people) {
    if (keys.has(addressKey(person.address))) continue;
    for (const word of calledBy({ ...person, address: '' })) {
      if (word.length > 2 && !called.has(word) && !own.has(word)) others.set(word, person.name);
    }
  }
  if (!others.size) return [];
  const greeting = greetingOf(letter)?.line;
  const found: Omit<Finding, 'stop'>[] = [];
  for (const line of letter.lines) {
    if (line === greeting) continue;
    // A name between commas, or between a comma and the end of a sentence: somebody is spoken to.
    for (const match of line.text.matchAll(
      /(?<=(?:^|[,;:.!?]\s|(?:thank you|thanks|danke|merci|gracias)\s))(\p{Lu}[\p{L}'’-]+)(?=[,.!?])/giu,
    )) {
      const name = match[1]!;
      const word = foldAccents(name);
      const isCalled =
        /^\p{Lu}/u.test(name) &&
        others.has(word) &&
        !new RegExp(String.raw`(?<!\p{L})${word}(?!\p{L})`, 'u').test(theirs);
      // The last line is where one signs.
      if (!isCalled || line === letter.lines.findLast(({ text }) => text.trim())) continue;
      found.push({
        kind: 'other-name',
        about: name,
        words: phrase('look.otherName', { name, person: others.get(word)! }),
        place: placeIn(line, match.index, name.length),
      });
    }
  }
  return found.slice(0, 3);
}
