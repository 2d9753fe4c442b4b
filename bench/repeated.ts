import { CROWD, gather, type Known } from '#core/repeated/gather';
import { keysOf } from '#core/repeated/keys';
import { piecesOf } from '#core/repeated/pieces';
import { textOfParts } from '#core/repeated/varying';
import { worthTelling, type Repeated } from '#core/repeated/worth';
import { words } from '#core/search/words';
import { sentences } from '#core/asks/sentences';
import { trade, TRADES } from '../tests/suggest/cases';
import { corpus, seeded } from './corpus';
import { faq, FAQS } from './faq';
import { print, spread } from './measure';

const WAYS = { locale: 'en-GB', today: '2026-03-02' as const, off: { weekdays: [], days: [] } };
const NOBODY = { firstName: '', lastName: '', fullName: '', company: '', address: '' };
/** Letters are looked through so many at a time, as the server does it. */
const PORTION = 20;

const DAYS = ['Monday, 9 March', '14 April', 'Friday, 8 May 2026', 'Tuesday', '3 June', 'Thursday, 12 November'];
const VALUES: Record<string, string[]> = {
  date: DAYS,
  day: DAYS,
  time: ['9:30', '14:00', 'ten', 'half past eight', '16:45'],
  price: ['£85', '£120', '£65.50', '£240', '95 pounds'],
  deposit: ['£30', '£50', '£120', '£75'],
};
const OTHER = [
  'the hall',
  'Mrs Okoro',
  'number 2204',
  'the second floor',
  'Lamp Lane',
  'the blue folder',
  'your sister',
];

interface Planted {
  text: string;
  letters: number;
}

/** Sentences of prose that hardly repeats itself: answers of question lists. */
function plainProse(): string[] {
  return FAQS.flatMap((name) => faq(name)).flatMap(({ answer }) =>
    sentences(answer).map(({ from, to }) => answer.slice(from, to)),
  );
}
/** Sentences of much prose, some of which repeats itself. */
const muchProse = (root: string) =>
  corpus(root, 10_000).flatMap(({ body }) => sentences(body).map(({ from, to }) => body.slice(from, to)));

/** Sent letters: sentences that stand in no other letter, and in some of them a paragraph that is written again and again, each time filled and now and then changed. */
function sentMail(prose: string[], count: number, seed: number): { letters: string[]; planted: Planted[] } {
  const random = seeded(seed);
  const once = new Set<string>();
  for (const sentence of prose.map((one) => one.replace(/\s+/g, ' '))) {
    const size = words(sentence).length;
    if (size >= 5 && size <= 40) once.add(sentence);
  }
  const fresh = [...once];
  const planted = TRADES.flatMap((name) => trade(name).notes).map(({ body }) => ({ text: body, letters: 0 }));
  const total = planted.reduce((sum, _, i) => sum + 1 / (i + 1), 0);
  const pick = () => {
    let left = (random(1_000_000) / 1_000_000) * total;
    return planted.findIndex((_, i) => (left -= 1 / (i + 1)) <= 0);
  };
  const letters = Array.from({ length: count }, () => {
    const lines = ['Dear Ada,'];
    // No sentence stands in more than two letters.
    for (let n = 1 + random(3); n > 0 && fresh.length; n--) lines.push(fresh.splice(random(fresh.length), 1)[0]!);
    if (random(100) < 20) {
      const one = planted[Math.max(0, pick())]!;
      one.letters++;
      let text = one.text.replace(/\[([^\]]*)\]/g, (_, label: string) => {
        const values = VALUES[label] ?? OTHER;
        return values[random(values.length)]!;
      });
      const terms = text.split(' ');
      if (random(100) < 30) terms.splice(random(terms.length), 1, 'certainly');
      if (random(100) < 15) terms.splice(random(terms.length), 0, 'of course');
      text = terms.join(' ');
      lines.splice(1 + random(lines.length), 0, text);
    }
    return [...lines, 'With kind regards'].join('\n\n');
  });
  return { letters, planted };
}

/** Exact repetition alone: what a program would find that only compares. */
function exact(letters: string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const letter of letters)
    for (const piece of new Set(piecesOf(letter).map((text) => text.toLowerCase())))
      counts.set(piece, (counts.get(piece) ?? 0) + 1);
  return counts;
}

/** Everything the server does with letters but for the database, in portions. */
function lookThrough(letters: string[]) {
  const wordings = new Map<string, { letters: Set<number>; texts: string[] }>();
  const byKey = new Map<number, string[]>();
  const times: number[] = [];
  for (let at = 0; at < letters.length; at += PORTION) {
    const start = performance.now();
    const pieces = letters
      .slice(at, at + PORTION)
      .flatMap((letter, i) => piecesOf(letter).map((text) => ({ letter: at + i, text, keys: keysOf(text) })));
    const met = new Map<string, Known>();
    for (const { keys } of pieces)
      for (const key of keys) {
        const ids = byKey.get(key) ?? [];
        if (ids.length <= CROWD) for (const id of ids) met.set(id, { id, text: wordings.get(id)!.texts[0]! });
      }
    const ids = gather(
      pieces.map(({ text }) => text),
      [...met.values()],
      () => `w${wordings.size + Math.random()}`,
    );
    ids.forEach(({ id, isNew }, i) => {
      const { letter, text, keys } = pieces[i]!;
      if (isNew) for (const key of keys) byKey.set(key, [...(byKey.get(key) ?? []), id]);
      const one = wordings.get(id) ?? { letters: new Set<number>(), texts: [] };
      one.letters.add(letter);
      if (one.texts.length < 10) one.texts.push(text);
      wordings.set(id, one);
    });
    times.push((performance.now() - start) / PORTION);
  }
  return { wordings, times };
}

const terms = (text: string) => new Set(words(text.replace(/\[[^\]]*\]/g, ' ')).map(({ term }) => term));
/** Whether a wording that is told is a planted one, or a good part of it. */
function isOf(told: string, planted: string): boolean {
  const theirs = terms(planted);
  const mine = [...terms(told)];
  return mine.filter((term) => theirs.has(term)).length >= 0.7 * mine.length;
}

/** Which of the wordings planted in sent mail are found, and what is told beside them. */
export function benchRepeated(root: string): void {
  measured('in prose that hardly repeats itself', sentMail(plainProse(), 3_000, 11));
  measured('in prose that does', sentMail(muchProse(root), 20_000, 11));
}

function measured(where: string, { letters, planted }: ReturnType<typeof sentMail>): void {
  const often = planted.filter(({ letters }) => letters >= 3);
  const start = performance.now();
  const { wordings, times } = lookThrough(letters);
  const gathered = performance.now() - start;
  const all = [...wordings].flatMap(([id, one]): Repeated[] =>
    one.letters.size >= 3
      ? [{ id, count: one.letters.size, letters: one.texts.map((text) => ({ text, origin: NOBODY })) }]
      : [],
  );
  const then = performance.now();
  const told = worthTelling(all, [], WAYS);
  const told_ms = performance.now() - then;
  const texts = told.map(({ parts }) => textOfParts(parts));
  const found = often.filter(({ text }) => texts.some((one) => isOf(one, text)));
  const right = texts.filter((one) => planted.some(({ text }) => isOf(one, text)));
  const blanks = found.map(({ text }) => {
    const wanted = text.match(/\[[^\]]*\]/g)?.length ?? 0;
    const best = texts.filter((one) => isOf(one, text)).map((one) => one.match(/\[[^\]]*\]/g)?.length ?? 0);
    return { wanted, got: Math.max(0, ...best) };
  });
  const same = [...exact(letters)].filter(([, times]) => times >= 3).map(([text]) => text);
  print({
    name: `repeated: ${often.length} wordings among ${letters.length} letters, ${where}`,
    size: letters.length,
    ...spread(times),
    yardstick: true,
    found: found.length / often.length,
    'found by comparing alone': often.filter(({ text }) => same.some((one) => isOf(one, text))).length / often.length,
    told: texts.length,
    right: right.length / texts.length,
    'blanks wanted': blanks.reduce((sum, { wanted }) => sum + wanted, 0),
    'blanks made': blanks.reduce((sum, { got }) => sum + got, 0),
    'seconds in all': Math.round(gathered / 100) / 10,
    'to tell, ms': Math.round(told_ms),
  });
  if (process.env.SHOW) for (const one of told) console.log(one.count, textOfParts(one.parts));
}
