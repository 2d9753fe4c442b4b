import { cueKey } from '../note/cue';
import { Vocabulary } from './vocabulary';
import { words } from './words';

/** A note as search sees it. */
export interface SearchNote {
  id: string;
  name: string;
  subject: string;
  body: string;
  cue?: string;
  description?: string;
  /** The names of the shelf it stands on and of those around. */
  shelf?: string;
  /** How often it was inserted. */
  used?: number;
  /** When it was inserted last, in milliseconds since 1970; 0 or absent for never. */
  lastUsed?: number;
  /** How often it was used for each person, and for messages with each word. */
  usedFor?: { people: Record<string, number>; words: Record<string, number> };
}

/** What is written at the moment: to whom, and the words that tell the kind of message. */
export interface Occasion {
  person: string;
  words: string[];
}

/** A note found, best first. */
export interface Hit {
  id: string;
  score: number;
  /** The folded words of the note that matched; {@link file://./mark.ts} shows where. */
  terms: string[];
}

export interface SearchOptions {
  /** At most so many hits. */
  limit?: number;
  /** The present moment, for recency; without it only the wording counts. */
  now?: number;
  /** What was used for the same person or the same kind of message counts a little more. */
  occasion?: Occasion;
}

const FIELDS = ['name', 'cue', 'description', 'subject', 'body', 'shelf'] as const;
const WIDTH = FIELDS.length;

/** How much a field counts, and how much its length is held against it (BM25F: weight and b of each field). */
const FIELD_WEIGHT = [4, 4, 2, 2.5, 1, 1.5];
const FIELD_B = [0.5, 0.2, 0.5, 0.5, 0.7, 0.3];
/** A cue typed whole comes before everything that only holds its letters. */
const WHOLE_CUE = 1_000;
/** Saturation of repeated words (Robertson and Zaragoza 2009, section 3.4, recommend 1.2 to 2). */
const K1 = 1.2;

/** How much a word counts that only begins as typed, or is a slip away, against the word itself. */
const BEGINNING = 0.85;
const SLIP = [1, 0.45, 0.2];

/** So few hits are kept in order while they are found; more are sorted in the end. */
const KEPT_IN_ORDER = 100;

interface Entry {
  note: SearchNote;
  terms: string[];
}

/** Where a word stands. The postings of one note stand together, since a note is taken in at once. */
interface Postings {
  /** Number of the note, field, count: three numbers in a row for each posting. */
  list: number[];
  /** How many notes hold it. */
  holders: number;
}

/**
 * An index of notes in memory, ranked by BM25F (Robertson and Zaragoza 2009, section 3.6) over name, cue, description,
 * subject, body and shelf,
 * with beginnings of words and slips of the finger counting for less. Every typed word counts; notes that hold all of
 * them come first. Ties and near ties go to what is used often and lately.
 */
export class NoteIndex {
  readonly #docs = new Map<number, Entry>();
  readonly #numbers = new Map<string, number>();
  readonly #postings = new Map<string, Postings>();
  readonly #totals = new Array<number>(WIDTH).fill(0);
  /** Words in each field of each note, by number of the note: a number for each field in a row. */
  readonly #lengths: number[] = [];
  #next = 0;
  /** What one occurrence in each field of each note weighs, its length held against it; worked out once for each state. */
  #weights: Float64Array | null = null;
  #vocabulary: Vocabulary | null = null;

  get size(): number {
    return this.#docs.size;
  }

  /** Takes a note in, in place of one with the same id. */
  put(note: SearchNote): void {
    this.drop(note.id);
    const number = this.#next++;
    const seen = new Set<string>();
    FIELDS.forEach((field, f) => {
      const counts = new Map<string, number>();
      const text = note[field];
      const list = text ? words(text) : [];
      for (const { term } of list) counts.set(term, (counts.get(term) ?? 0) + 1);
      for (const [term, count] of counts) {
        let postings = this.#postings.get(term);
        if (!postings) {
          this.#postings.set(term, (postings = { list: [], holders: 0 }));
          this.#vocabulary = null;
        }
        if (postings.list[postings.list.length - 3] !== number) postings.holders++;
        postings.list.push(number, f, count);
        seen.add(term);
      }
      this.#lengths.push(list.length);
      this.#totals[f]! += list.length;
    });
    this.#weights = null;
    this.#docs.set(number, { note, terms: [...seen] });
    this.#numbers.set(note.id, number);
  }

  /** Drops a note; nothing happens when it is not there. */
  drop(id: string): void {
    const number = this.#numbers.get(id);
    if (number === undefined) return;
    const entry = this.#docs.get(number)!;
    FIELDS.forEach((_, f) => (this.#totals[f]! -= this.#lengths[number * WIDTH + f]!));
    for (const term of entry.terms) {
      const { list, holders } = this.#postings.get(term)!;
      const kept: number[] = [];
      for (let i = 0; i < list.length; i += 3) {
        if (list[i] !== number) kept.push(list[i]!, list[i + 1]!, list[i + 2]!);
      }
      if (kept.length) this.#postings.set(term, { list: kept, holders: holders - 1 });
      else {
        this.#postings.delete(term);
        this.#vocabulary = null;
      }
    }
    this.#weights = null;
    this.#docs.delete(number);
    this.#numbers.delete(id);
  }

  #weighed(): Float64Array {
    if (this.#weights) return this.#weights;
    const average = this.#totals.map((total) => Math.max(total / this.#docs.size, 1e-9));
    const weights = new Float64Array(this.#lengths.length);
    for (let i = 0; i < weights.length; i++) {
      const f = i % WIDTH;
      weights[i] = FIELD_WEIGHT[f]! / (1 - FIELD_B[f]! + (FIELD_B[f]! * this.#lengths[i]!) / average[f]!);
    }
    return (this.#weights = weights);
  }

  /** The words of the index a typed word may mean, with their weights. */
  #candidates(typed: string, last: boolean): Map<string, number> {
    this.#vocabulary ??= new Vocabulary(this.#postings.keys());
    const found = new Map<string, number>();
    for (const term of this.#vocabulary.beginning(typed)) {
      if (term === typed) found.set(term, 1);
      else if (last) found.set(term, BEGINNING * (0.6 + (0.4 * typed.length) / term.length));
      else if (typed.length > 2) found.set(term, (BEGINNING * 0.6 * typed.length) / term.length);
    }
    const most = typed.length < 4 ? 0 : typed.length < 8 ? 1 : 2;
    if (most && !found.has(typed)) {
      for (const { term, slips } of this.#vocabulary.near(typed, most, last)) {
        if (!found.has(term) && slips > 0) found.set(term, SLIP[slips]!);
      }
    }
    return found;
  }

  /** The notes for a query, best first; an empty query gives none. */
  search(query: string, { limit = 50, now, occasion }: SearchOptions = {}): Hit[] {
    const typed = words(query);
    if (!typed.length || !this.#docs.size) return [];
    const open = typed[typed.length - 1]!.to === query.length;
    const count = this.#docs.size;
    const weights = this.#weighed();
    const total = new Float64Array(this.#next);
    const matched = new Uint8Array(this.#next);
    const best = new Float64Array(this.#next);
    const found: number[] = [];
    /** For each typed word, its candidates, and which of them stood in for it in each note. */
    const stoodIn = typed.map(() => ({ terms: [] as string[], of: new Int32Array(this.#next).fill(-1) }));

    typed.forEach(({ term: word }, w) => {
      const touched: number[] = [];
      const { terms, of } = stoodIn[w]!;
      for (const [term, weight] of this.#candidates(word, open && w === typed.length - 1)) {
        const { list, holders } = this.#postings.get(term)!;
        const candidate = terms.push(term) - 1;
        const idf = weight * (K1 + 1) * Math.log(1 + (count - holders + 0.5) / (holders + 0.5));
        for (let i = 0; i < list.length;) {
          const number = list[i]!;
          const base = number * WIDTH;
          let tf = 0;
          for (; list[i] === number; i += 3) tf += weights[base + list[i + 1]!]! * list[i + 2]!;
          const score = (idf * tf) / (K1 + tf);
          if (best[number] === 0) touched.push(number);
          if (score > best[number]!) {
            best[number] = score;
            of[number] = candidate;
          }
        }
      }
      for (const number of touched) {
        if (!matched[number]) found.push(number);
        total[number]! += best[number]!;
        matched[number]!++;
        best[number] = 0;
      }
    });

    const cue = cueKey(query);
    let top: { number: number; id: string; score: number }[] = [];
    const before = (a: { score: number; id: string }, b: { score: number; id: string }) =>
      a.score > b.score || (a.score === b.score && a.id < b.id);
    for (const number of found) {
      const { note } = this.#docs.get(number)!;
      const match = total[number]! * (matched[number]! / typed.length) ** 3;
      const score = match * habit(note, now, occasion) + (note.cue && cueKey(note.cue) === cue ? WHOLE_CUE : 0);
      const hit = { number, id: note.id, score };
      if (limit > KEPT_IN_ORDER) {
        top.push(hit);
        continue;
      }
      // Few are shown of many found, so the best are kept in order and nothing is sorted.
      if (top.length === limit && !before(hit, top[limit - 1]!)) continue;
      let at = top.length;
      while (at > 0 && before(hit, top[at - 1]!)) at--;
      top.splice(at, 0, hit);
      if (top.length > limit) top.pop();
    }
    if (limit > KEPT_IN_ORDER) top = top.sort((a, b) => (before(a, b) ? -1 : 1)).slice(0, limit);
    return top.map(({ number, id, score }) => ({
      id,
      score,
      terms: stoodIn.flatMap(({ terms, of }) => (of[number]! < 0 ? [] : terms[of[number]!]!)),
    }));
  }
}

/**
 * Up to half as much again for what is used often and lately, for this person, and for messages of this kind (common
 * practice, no source). The kind is told by the share of uses in which each word of the message stood.
 */
function habit({ used = 0, lastUsed = 0, usedFor }: SearchNote, now?: number, occasion?: Occasion): number {
  if (now === undefined || !used) return 1;
  const days = Math.max(0, (now - lastUsed) / 86_400_000);
  let factor = 1 + 0.15 * (1 - 1 / (1 + used / 5)) + 0.1 * Math.exp(-days / 14);
  if (occasion && usedFor) {
    const times = usedFor.people[occasion.person] ?? 0;
    factor += 0.12 * (1 - 1 / (1 + times));
    const shares = occasion.words.map((word) => Math.min(1, (usedFor.words[word] ?? 0) / used));
    if (shares.length) factor += 0.12 * (shares.reduce((sum, share) => sum + share, 0) / shares.length);
  }
  return factor;
}

/** The words that tell the kind of a message: those of its subject, without what answering put before it. */
export function kindWords(subject: string): string[] {
  const terms = words(subject).map(({ term }) => term);
  return [...new Set(terms.filter((term) => term.length > 2 && !/^\d+$/.test(term)))].slice(0, 12);
}
