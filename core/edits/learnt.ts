import { alignment, tokens, valueIn, type Token } from '../text/aligned';

/** What a note may become by what was changed in its letters. */
export type EditKind = 'change' | 'optional' | 'choice' | 'blank';

/** Something that is changed again and again in a note. */
export interface LearntEdit {
  kind: EditKind;
  /** The stretch of the note's text, as `flat` has it; without length where something is put in. */
  from: number;
  to: number;
  /** What stands there now; empty where something is put in. */
  before: string;
  /** What stands before and behind it in its line, as far as it is shown. */
  lead: string;
  trail: string;
  /** What stood there instead, what came most often first; an empty one where it was left out. */
  after: string[];
  /** In how many of how many letters it was changed. */
  count: number;
  of: number;
  /** The letters it was changed in, by their place in the list. */
  letters: number[];
}

/** So often something is changed before it is proposed, and in so large a share of the letters it is always done. */
const OFTEN = 3;
const ALWAYS = 0.6;
/** In so large a share it is done now and then. */
const SOMETIMES = 0.2;
/** So few values, each of them at least twice, are a choice. */
const CHOICES = 4;
/** A longer stretch is no blank. */
const LONG = 12;
/** So much of a sentence can be left out on its own. */
const PASSAGE = 5;

interface Letter {
  text: string;
  tokens: Token[];
  at: number[];
}

/** The runs of the note's tokens that are changed in a letter, from the first to behind the last; without length for what was put in. */
function changesIn({ tokens, at }: Letter): [first: number, behind: number][] {
  const runs: [number, number][] = [];
  let next = 0;
  for (let i = 0; i <= at.length; i++) {
    const here = i < at.length ? at[i]! : tokens.length;
    if (here < 0) continue;
    let first = i;
    while (first > 0 && at[first - 1]! < 0) first--;
    if (first < i || here > next) runs.push([first, i]);
    next = here + 1;
  }
  return runs;
}

/** Runs that overlap put together, in the order of the text. */
function together(runs: [number, number][]): [number, number][] {
  const out: [number, number][] = [];
  for (const [first, behind] of [...runs].sort((a, b) => a[0] - b[0] || a[1] - b[1])) {
    const last = out.at(-1);
    const isSame = last && (first < last[1] || (first === behind && first === last[0] && last[0] === last[1]));
    if (isSame) last[1] = Math.max(last[1], behind);
    else out.push([first, behind]);
  }
  return out;
}

/** The values, what came most often first, with how often. */
function counted(values: string[]): [value: string, count: number][] {
  const counts = new Map<string, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1]);
}

/** What a stretch becomes by what stood there in the letters it was changed in; null for nothing that can be said. */
function kindOf(
  before: string,
  values: [value: string, count: number][],
  changed: number,
  of: number,
): EditKind | null {
  const [value, most] = values[0]!;
  const holdsBlank = /\[/.test(before);
  if (most >= OFTEN && most >= ALWAYS * of && !value.includes('[') && (!holdsBlank || !value)) return 'change';
  const isPassage = tokens(before || value).length >= PASSAGE;
  const out = before ? (values.find(([one]) => !one)?.[1] ?? 0) : most;
  if (out >= OFTEN && out >= SOMETIMES * of && isPassage && !(before ? '' : value).includes('[')) return 'optional';
  if (!before || holdsBlank || before.includes('\n') || changed < ALWAYS * of) return null;
  const words = values.map(([one]) => one);
  const isShort = words.every((one) => one && !/[[\n]/.test(one) && tokens(one).length <= LONG);
  if (!isShort || tokens(before).length > LONG) return null;
  if (values.length >= 2 && values.length <= CHOICES && values.every(([, count]) => count >= 2)) return 'choice';
  return values.length >= OFTEN ? 'blank' : null;
}

/**
 * What is changed again and again in a note: always alike, now and then left out or put in, by one of a few wordings, or each
 * time otherwise.
 * @param note the text of the note
 * @param letters the text it had in each letter it was put into, its values blanks again; null where it stood as it is
 */
export function learntEdits(note: string, letters: (string | null)[]): LearntEdit[] {
  if (letters.length < OFTEN) return [];
  const base = tokens(note);
  const read = letters.map((text): Letter | null => {
    if (text === null) return null;
    const theirs = tokens(text);
    return { text, tokens: theirs, at: alignment(base, theirs) };
  });
  const runs = together(read.flatMap((letter) => (letter ? changesIn(letter) : [])));
  return runs.flatMap(([first, behind]): LearntEdit[] => {
    const from = first < behind ? base[first]!.from : first < base.length ? base[first]!.from : note.length;
    const to = first < behind ? base[behind - 1]!.to : from;
    const before = note.slice(from, to);
    const told = read.map((letter) =>
      letter ? valueIn(letter.text, letter.tokens, letter.at, first, behind - 1) : before,
    );
    const of = told.filter((value) => value !== null).length;
    const changed = told.flatMap((value, i) => (value !== null && !isSame(value, before) ? [i] : []));
    if (changed.length < OFTEN) return [];
    const values = counted(changed.map((i) => told[i]!));
    const kind = kindOf(before, values, changed.length, of);
    if (!kind) return [];
    const after =
      kind === 'change'
        ? [values[0]![0]]
        : kind === 'optional'
          ? [before ? '' : values[0]![0]]
          : values.map(([value]) => value);
    const isMeant = (i: number) => kind === 'choice' || kind === 'blank' || told[i] === after[0];
    const meant = changed.filter(isMeant);
    return [{ kind, from, to, before, ...around(note, from, to), after, count: meant.length, of, letters: meant }];
  });
}

/** So much is shown before and behind what is changed. */
const AROUND = 40;

function around(note: string, from: number, to: number): { lead: string; trail: string } {
  const lead = note.slice(note.lastIndexOf('\n', from - 1) + 1, from);
  const trail = note.slice(to).split('\n', 1)[0]!;
  return {
    lead: lead.length > AROUND ? lead.slice(-AROUND).replace(/^\S*\s/, '') : lead,
    trail: trail.length > AROUND ? trail.slice(0, AROUND).replace(/\s\S*$/, '') : trail,
  };
}

const isSame = (one: string, other: string) => one.replace(/\s+/g, ' ').trim() === other.replace(/\s+/g, ' ').trim();
