import { newStemmer } from 'snowball-stemmers';
import type { SearchNote } from '#core/search';
import { seeded } from './corpus';

/** What a person may type to find a note they have in mind. */
export const KINDS = [
  'whole',
  'half',
  'slip',
  'slipOfThree',
  'slipOfFour',
  'plural',
  'inflected',
  'joined',
  'unhyphened',
  'phrase',
] as const;
export type Kind = (typeof KINDS)[number];

export interface Query {
  text: string;
  /** The note that should be found. */
  id: string;
}

/** A slip of the finger: two neighbours exchanged, a letter left out, doubled, or another in its place. */
function slip(word: string, random: (below: number) => number): string {
  const at = 1 + random(Math.max(1, word.length - 2));
  const letter = 'abcdefghijklmnopqrstuvwxyz'[random(26)]!;
  const slipped = [
    () => word.slice(0, at) + (word[at + 1] ?? '') + word[at]! + word.slice(at + 2),
    () => word.slice(0, at) + word.slice(at + 1),
    () => word.slice(0, at) + word[at]! + word.slice(at),
    () => word.slice(0, at) + letter + word.slice(at + 1),
  ][random(4)]!();
  return slipped === word ? slip(word, random) : slipped;
}

/** Two words side by side, neither of them a piece of one with a hyphen or an apostrophe. */
const NEIGHBOURS = /(?<![\w'’-])([a-z]{3,}) (?=([a-z]{3,})(?![\w'’-]))/g;

const textOf = (note: SearchNote) => `${note.name}\n${note.body}`.toLowerCase();
const wordsOf = (text: string, least = 4) =>
  (text.match(/\p{L}[\p{L}\p{M}]*/gu) ?? []).filter((word) => word.length >= least);

/** Other forms of words that stand somewhere in the notes: those of one stem by the published Snowball rules. */
export function families(notes: SearchNote[], stem: (word: string) => string): Map<string, string[]> {
  const byStem = new Map<string, Set<string>>();
  for (const note of notes) {
    for (const word of wordsOf(textOf(note))) {
      const of = stem(word);
      if (!byStem.has(of)) byStem.set(of, new Set());
      byStem.get(of)!.add(word);
    }
  }
  const out = new Map<string, string[]>();
  for (const forms of byStem.values()) {
    for (const word of forms) {
      const others = [...forms].filter((other) => other !== word);
      if (others.length) out.set(word, others);
    }
  }
  return out;
}

/** Known-item queries of one kind over notes. `seed` picks other notes and other words. */
export function queries(notes: SearchNote[], kind: Kind, count: number, held: boolean): Query[] {
  const random = seeded((held ? 77 : 11) + (KINDS.indexOf(kind) + 1) * 1000);
  const frequency = new Map<string, number>();
  for (const note of notes)
    for (const word of new Set(wordsOf(textOf(note), 3))) frequency.set(word, (frequency.get(word) ?? 0) + 1);
  const rare = (word: string) => frequency.get(word)! < notes.length / 20;
  const stem = newStemmer('english');
  const forms = kind === 'plural' || kind === 'inflected' ? families(notes, (word) => stem.stem(word)) : null;

  /** Words of the text as asked, two or three, or nothing where the note has none of that kind. */
  const asked = (text: string): string | null => {
    const pick = <T>(list: T[], n: number): T[] | null => {
      const different = [...new Set(list)];
      if (different.length < n) return null;
      const out: T[] = [];
      while (out.length < n) {
        const one = different[random(different.length)]!;
        if (!out.includes(one)) out.push(one);
      }
      return out;
    };
    const ordinary = wordsOf(text).filter((word) => /^[a-z]+$/.test(word) && rare(word));
    switch (kind) {
      case 'whole':
        return pick(ordinary, 3)?.join(' ') ?? null;
      case 'half': {
        const chosen = pick(ordinary, 3);
        if (!chosen) return null;
        chosen[2] = chosen[2]!.slice(0, Math.max(3, Math.ceil(chosen[2]!.length * 0.6)));
        return chosen.join(' ');
      }
      case 'slip': {
        const chosen = pick(ordinary, 3);
        if (!chosen) return null;
        const at = random(3);
        chosen[at] = slip(chosen[at]!, random);
        return chosen.join(' ');
      }
      case 'slipOfThree':
      case 'slipOfFour': {
        const length = kind === 'slipOfThree' ? 3 : 4;
        const short = pick(
          wordsOf(text, 3).filter((word) => word.length === length && rare(word)),
          1,
        );
        const others = pick(
          ordinary.filter((word) => word !== short?.[0]),
          2,
        );
        return short && others ? [...others, slip(short[0]!, random)].join(' ') : null;
      }
      case 'plural':
      case 'inflected': {
        const ending = kind === 'plural' ? /^(?:s|es|ies)$/ : /^(?:.?ing|.?ed|d)$/;
        const changed = (word: string) =>
          forms!.get(word)?.filter((form) => {
            const root = word.replace(/[ey]$/, '');
            return (
              form.length > word.length - 1 &&
              form.startsWith(root) &&
              ending.test(form.slice(root.length).replace(/^(?:e(?=s$|d$))/, ''))
            );
          }) ?? [];
        const here = new Set(wordsOf(text));
        const candidates = ordinary
          .map((word) => changed(word).filter((form) => !here.has(form)))
          .filter((list) => list.length);
        const chosen = pick(candidates, 2)?.map((list) => list[random(list.length)]!);
        const other = pick(ordinary, 1);
        return chosen && other ? [...chosen, ...other].join(' ') : null;
      }
      case 'joined': {
        const pairs = [...text.matchAll(NEIGHBOURS)]
          .filter(([, a, b]) => rare(a!) && rare(b!) && !frequency.has(a! + b!))
          .map(([, a, b]) => a! + b!);
        return pick(pairs, 1)?.[0] ?? null;
      }
      case 'unhyphened': {
        const hyphened = [...text.matchAll(/(?<![\w-])([a-z]{2,})-([a-z]{2,})(?![\w-])/g)].map(([, a, b]) => a! + b!);
        const one = pick(hyphened, 1);
        const other = pick(ordinary, 1);
        return one && other ? [...one, ...other].join(' ') : null;
      }
      case 'phrase': {
        const common = (word: string) => (frequency.get(word) ?? 0) > notes.length / 50;
        const pairs = [...text.matchAll(NEIGHBOURS)]
          .filter(([, a, b]) => common(a!) && common(b!))
          .map(([, a, b]) => `${a!} ${b!}`);
        return pick(pairs, 1)?.[0] ?? null;
      }
    }
  };

  /** A phrase names the note alone. */
  const texts = kind === 'phrase' ? notes.map(textOf) : [];
  const unique = (query: string) => kind !== 'phrase' || texts.filter((text) => text.includes(query)).length === 1;
  const out: Query[] = [];
  for (let tries = 0; out.length < count && tries < count * 400; tries++) {
    const note = notes[random(notes.length)]!;
    const text = asked(textOf(note));
    if (text && unique(text)) out.push({ text, id: note.id });
  }
  return out;
}
