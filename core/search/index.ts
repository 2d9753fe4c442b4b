import { Vocabulary } from './vocabulary';
import { words } from './words';

/** A note as search sees it. */
export interface SearchNote {
  id: string;
  name: string;
  subject: string;
  body: string;
  /** How often it was inserted. */
  used?: number;
  /** When it was inserted last, in milliseconds since 1970; 0 or absent for never. */
  lastUsed?: number;
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
}

const FIELDS = ['name', 'subject', 'body'] as const;

/** How much a field counts, and how much its length is held against it (BM25F: weight and b of each field). */
const FIELD_WEIGHT = [4, 2.5, 1];
const FIELD_B = [0.5, 0.5, 0.7];
/** Saturation of repeated words (Robertson and Zaragoza 2009, section 3.4, recommend 1.2 to 2). */
const K1 = 1.2;

/** How much a word counts that only begins as typed, or is a slip away, against the word itself. */
const BEGINNING = 0.85;
const SLIP = [1, 0.45, 0.2];

interface Entry {
  note: SearchNote;
  terms: string[];
}

/**
 * Per word: number of the note, field, count, three numbers in a row for each posting. The postings of one note stand
 * together, since a note is taken in at once.
 */
type Postings = number[];

/**
 * An index of notes in memory, ranked by BM25F (Robertson and Zaragoza 2009, section 3.6) over name, subject and body,
 * with beginnings of words and slips of the finger counting for less. Every typed word counts; notes that hold all of
 * them come first. Ties and near ties go to what is used often and lately.
 */
export class NoteIndex {
  readonly #docs = new Map<number, Entry>();
  readonly #numbers = new Map<string, number>();
  readonly #postings = new Map<string, Postings>();
  readonly #totals = [0, 0, 0];
  /** Words in each field of each note, by number of the note: three in a row. */
  readonly #lengths: number[] = [];
  #next = 0;
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
      const list = words(note[field]);
      for (const { term } of list) counts.set(term, (counts.get(term) ?? 0) + 1);
      for (const [term, count] of counts) {
        let postings = this.#postings.get(term);
        if (!postings) {
          this.#postings.set(term, (postings = []));
          this.#vocabulary = null;
        }
        postings.push(number, f, count);
        seen.add(term);
      }
      this.#lengths.push(list.length);
      this.#totals[f]! += list.length;
    });
    this.#docs.set(number, { note, terms: [...seen] });
    this.#numbers.set(note.id, number);
  }

  /** Drops a note; nothing happens when it is not there. */
  drop(id: string): void {
    const number = this.#numbers.get(id);
    if (number === undefined) return;
    const entry = this.#docs.get(number)!;
    FIELDS.forEach((_, f) => (this.#totals[f]! -= this.#lengths[number * 3 + f]!));
    for (const term of entry.terms) {
      const postings = this.#postings.get(term)!;
      const kept: Postings = [];
      for (let i = 0; i < postings.length; i += 3) {
        if (postings[i] !== number) kept.push(postings[i]!, postings[i + 1]!, postings[i + 2]!);
      }
      if (kept.length) this.#postings.set(term, kept);
      else {
        this.#postings.delete(term);
        this.#vocabulary = null;
      }
    }
    this.#docs.delete(number);
    this.#numbers.delete(id);
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
  search(query: string, { limit = 50, now }: SearchOptions = {}): Hit[] {
    const typed = words(query);
    if (!typed.length || !this.#docs.size) return [];
    const open = typed[typed.length - 1]!.to === query.length;
    const count = this.#docs.size;
    const average = this.#totals.map((total) => Math.max(total / count, 1e-9));
    const total = new Float64Array(this.#next);
    const matched = new Uint8Array(this.#next);
    const best = new Float64Array(this.#next);
    const found: number[] = [];
    /** For each typed word, the word of each note that stood in for it. */
    const bestTerms = typed.map(() => [] as string[]);

    typed.forEach(({ term: word }, w) => {
      const touched: number[] = [];
      for (const [term, weight] of this.#candidates(word, open && w === typed.length - 1)) {
        const postings = this.#postings.get(term)!;
        let holders = 0;
        for (let i = 0; i < postings.length; i += 3) if (postings[i] !== postings[i - 3]) holders++;
        const idf = weight * (K1 + 1) * Math.log(1 + (count - holders + 0.5) / (holders + 0.5));
        for (let i = 0; i < postings.length;) {
          const number = postings[i]!;
          let tf = 0;
          for (; postings[i] === number; i += 3) {
            const f = postings[i + 1]!;
            const normal = 1 - FIELD_B[f]! + (FIELD_B[f]! * this.#lengths[number * 3 + f]!) / average[f]!;
            tf += (FIELD_WEIGHT[f]! * postings[i + 2]!) / normal;
          }
          const score = (idf * tf) / (K1 + tf);
          if (best[number] === 0) touched.push(number);
          if (score > best[number]!) {
            best[number] = score;
            bestTerms[w]![number] = term;
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

    const top: { number: number; id: string; score: number }[] = [];
    const before = (a: { score: number; id: string }, b: { score: number; id: string }) =>
      a.score > b.score || (a.score === b.score && a.id < b.id);
    for (const number of found) {
      const { note } = this.#docs.get(number)!;
      const score = total[number]! * (matched[number]! / typed.length) ** 3 * habit(note, now);
      const hit = { number, id: note.id, score };
      // Few are shown of many found, so the best are kept in order and nothing is sorted.
      if (top.length === limit && !before(hit, top[limit - 1]!)) continue;
      let at = top.length;
      while (at > 0 && before(hit, top[at - 1]!)) at--;
      top.splice(at, 0, hit);
      if (top.length > limit) top.pop();
    }
    return top.map(({ number, id, score }) => ({
      id,
      score,
      terms: bestTerms.flatMap((terms) => terms[number] ?? []),
    }));
  }
}

/** Up to a quarter more for what is used often and lately (common practice, no source). */
function habit({ used = 0, lastUsed = 0 }: SearchNote, now?: number): number {
  if (now === undefined || !used) return 1;
  const days = Math.max(0, (now - lastUsed) / 86_400_000);
  return 1 + 0.15 * (1 - 1 / (1 + used / 5)) + 0.1 * Math.exp(-days / 14);
}
