import { cueKey } from '../cue/key';
import { FORM, formsOf, OTHER_NUMBER } from './forms';
import { habit, type Occasion, type Use } from './habit';
import { countPairs, GAP, MOST_TOGETHER, Nearness } from './nearness';
import { Vocabulary } from './vocabulary';
import { words } from './words';

/** A note as search sees it. */
export interface SearchNote extends Use {
  id: string;
  name: string;
  subject: string;
  body: string;
  cue?: string;
  description?: string;
  /** The names of the shelf it stands on and of those around. */
  shelf?: string;
}

/** A note found, best first. */
export interface Hit {
  id: string;
  score: number;
  /** The folded words of the note that matched; {@link file://./mark.ts} shows where. */
  terms: string[];
}

/** What a search may know beside the words. */
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
const BEGINNING = 0.6;
const SLIP = [1, 0.45, 0.2];
/** Two words typed as one, or one typed as two. */
const JOINED = 0.95;
/** Another form of a word counts so much of what it may where notes hold the words as they were typed. */
const FORM_BESIDE = 0.45;
const NUMBER_BESIDE = 0.8;
/** At most so many words of notes are looked through for two typed as one, and for those a word that is one. */
const LOOKED_THROUGH = 200_000;
const LOOKED_THROUGH_KNOWN = 20_000;

/** So many words of a query count; a whole letter pasted into the search is no query. */
const MOST_WORDS = 20;
/** Two words are looked for in words of at most so many letters. */
const LONGEST_JOINED = 40;

/** So few hits are kept in order while they are found; more are sorted in the end. */
const KEPT_IN_ORDER = 100;
/** Numbers of dropped notes are given anew when they are more than this share of all. */
const DROPPED = 0.25;

interface Entry {
  note: SearchNote;
  /** The numbers of its words in order, fields parted by {@link GAP}. */
  text: Int32Array;
}
/** Where a word stands. The postings of one note stand together, since a note is taken in at once. */
interface Postings {
  term: string;
  number: number;
  /** Number of the note, field, count: three numbers in a row for each posting; those of dropped notes included. */
  list: number[];
  /** How many notes hold it. */
  holders: number;
}

/** What a typed word may mean: a word of the index, or several together, and what that counts. */
interface Candidate {
  /** The word; several parted by spaces. */
  term: string;
  /** What it is to the typed word. */
  as: 'itself' | 'form' | 'slip';
  numbers: number[];
  list: number[];
  holders: number;
  weight: number;
}

/** What the notes have for a query before habit and nearness are looked at. */
interface Match {
  /** The numbers of the notes that hold anything. */
  found: number[];
  total: Float64Array;
  /** How many of the typed words each note holds, and the most that one does. */
  matched: Uint8Array;
  most: number;
  /** The most of the typed words that one note holds as they were typed. */
  mostSure: number;
  /** For each typed word, which of its candidates stood in for it in each note; -1 for none. */
  stoodIn: Int32Array[];
}

/**
 * An index of notes in memory, ranked by BM25F (Robertson and Zaragoza 2009, section 3.6) over name, cue, description,
 * subject, body and shelf. Beginnings of words, other forms of them, words run together and slips of the finger count for less.
 * Every typed word counts; notes that hold all of them come first, and those where they stand together before
 * others. Ties and near ties go to what is used often and lately.
 */
export class NoteIndex {
  #entries: (Entry | null)[] = [];
  readonly #numbers = new Map<string, number>();
  readonly #postings = new Map<string, Postings>();
  #byNumber: Postings[] = [];
  readonly #totals = new Array<number>(WIDTH).fill(0);
  /** Words in each field of each note, by number of the note: a number for each field in a row. */
  #lengths: number[] = [];
  #vocabulary = new Vocabulary();

  get size(): number {
    return this.#numbers.size;
  }

  /** Takes a note in, in place of one with the same id. Where only its use has changed nothing is read again. */
  put(note: SearchNote): void {
    const known = this.#numbers.get(note.id);
    const entry = known === undefined ? null : this.#entries[known]!;
    if (entry && FIELDS.every((field) => (entry.note[field] ?? '') === (note[field] ?? ''))) {
      entry.note = note;
      return;
    }
    this.drop(note.id);
    const number = this.#entries.length;
    const text: number[] = [];
    const seen = new Set<Postings>();
    FIELDS.forEach((field, f) => {
      const counts = new Map<Postings, number>();
      const list = note[field] ? words(note[field]) : [];
      for (const { term } of list) {
        const postings = this.#postingsOf(term);
        counts.set(postings, (counts.get(postings) ?? 0) + 1);
        text.push(postings.number);
      }
      for (const [postings, count] of counts) {
        if (!seen.has(postings)) postings.holders++;
        seen.add(postings);
        postings.list.push(number, f, count);
      }
      text.push(GAP);
      this.#lengths.push(list.length);
      this.#totals[f]! += list.length;
    });
    this.#entries.push({ note, text: Int32Array.from(text) });
    this.#numbers.set(note.id, number);
  }

  #postingsOf(term: string): Postings {
    let postings = this.#postings.get(term);
    if (!postings) {
      postings = { term, number: this.#byNumber.length, list: [], holders: 0 };
      this.#postings.set(term, postings);
      this.#byNumber.push(postings);
      this.#vocabulary.add(term);
    }
    return postings;
  }

  /** Drops a note; nothing happens when it is not there. */
  drop(id: string): void {
    const number = this.#numbers.get(id);
    if (number === undefined) return;
    const entry = this.#entries[number]!;
    FIELDS.forEach((_, f) => (this.#totals[f]! -= this.#lengths[number * WIDTH + f]!));
    for (const word of new Set(entry.text)) if (word !== GAP) this.#byNumber[word]!.holders--;
    this.#entries[number] = null;
    this.#numbers.delete(id);
    if (this.#entries.length > 100 && this.size < this.#entries.length * (1 - DROPPED)) this.#renumber();
  }

  /** Leaves out what dropped notes have left behind. */
  #renumber(): void {
    const fresh = new Map<number, number>();
    const lengths: number[] = [];
    this.#entries.forEach((entry, number) => {
      if (!entry) return;
      fresh.set(number, fresh.size);
      this.#numbers.set(entry.note.id, fresh.get(number)!);
      lengths.push(...this.#lengths.slice(number * WIDTH, (number + 1) * WIDTH));
    });
    this.#entries = this.#entries.filter(Boolean);
    this.#lengths = lengths;
    for (const [term, postings] of this.#postings) {
      const list: number[] = [];
      for (let i = 0; i < postings.list.length; i += 3) {
        const number = fresh.get(postings.list[i]!);
        if (number !== undefined) list.push(number, postings.list[i + 1]!, postings.list[i + 2]!);
      }
      postings.list = list;
      if (!list.length) this.#postings.delete(term);
    }
    this.#vocabulary = new Vocabulary(this.#postings.keys());
  }

  /** The notes for a query, best first; an empty query gives none. */
  search(query: string, { limit = 50, now, occasion }: SearchOptions = {}): Hit[] {
    const typed = words(query, true).slice(0, MOST_WORDS);
    if (!typed.length || !this.size) return [];
    const terms = typed.map(({ term }) => term);
    const open = typed[typed.length - 1]!.to === query.length;
    const candidates = terms.map((_, w) => this.#candidates(terms, w, open && w === terms.length - 1));
    let match = this.#match(candidates, FORM_BESIDE);
    // Where no note holds all words as they were typed, other forms of them count in full, and a word spelt right may
    // after all be a slip for another.
    const sure = candidates.filter((list) => list.some(({ as }) => as === 'itself')).length;
    if (match.mostSure < sure) match = this.#match(candidates, 1);
    if (match.most < terms.length) {
      terms.forEach((term, w) => candidates[w]!.push(...this.#slips(term, open && w === terms.length - 1)));
      match = this.#match(candidates, 1);
    }

    const nearness = new Nearness(candidates, this.#byNumber.length);
    const cue = cueKey(query);
    const before = (a: { score: number; id: string }, b: { score: number; id: string }) =>
      a.score > b.score || (a.score === b.score && a.id < b.id);
    let top: { number: number; id: string; score: number }[] = [];
    for (const number of match.found) {
      const { note, text } = this.#entries[number]!;
      const whole = note.cue && cueKey(note.cue) === cue ? WHOLE_CUE : 0;
      const plain =
        match.total[number]! * (match.matched[number]! / terms.length) ** 3 * habit(note, now, occasion) + whole;
      // Few are shown of many found, so the best are kept in order, and only what may be among them is looked through.
      const isFull = limit <= KEPT_IN_ORDER && top.length === limit;
      if (isFull && plain * MOST_TOGETHER < top[limit - 1]!.score) continue;
      const score = (plain - whole) * nearness.factor(text) + whole;
      const hit = { number, id: note.id, score };
      if (limit > KEPT_IN_ORDER) {
        top.push(hit);
        continue;
      }
      if (isFull && !before(hit, top[limit - 1]!)) continue;
      let at = top.length;
      while (at > 0 && before(hit, top[at - 1]!)) at--;
      top.splice(at, 0, hit);
      if (top.length > limit) top.pop();
    }
    if (limit > KEPT_IN_ORDER) top = top.sort((a, b) => (before(a, b) ? -1 : 1)).slice(0, limit);
    return top.map(({ number, id, score }) => ({
      id,
      score,
      terms: match.stoodIn.flatMap((of, w) => (of[number]! < 0 ? [] : candidates[w]![of[number]!]!.term.split(' '))),
    }));
  }

  /** What the notes hold of the candidates of each typed word, other forms of words counting `formShare` of what they may. */
  #match(candidates: Candidate[][], formShare: number): Match {
    const size = this.#entries.length;
    const averages = this.#totals.map((total) => Math.max(total / this.size, 1e-9));
    const flat = FIELD_B.map((b) => 1 - b);
    const steep = FIELD_B.map((b, f) => b / averages[f]!);
    const total = new Float64Array(size);
    const matched = new Uint8Array(size);
    const sure = new Uint8Array(size);
    const best = new Float64Array(size);
    const found: number[] = [];
    let most = 0;
    let mostSure = 0;
    const stoodIn = candidates.map((list) => {
      // What stands in for a word says no more than the word itself, however rare it is.
      const common = list.find(({ as, weight }) => as === 'itself' && weight === 1)?.holders ?? 0;
      const of = new Int32Array(size).fill(-1);
      const touched: number[] = [];
      list.forEach(({ list, holders, weight, as }, candidate) => {
        const often = Math.max(holders, common);
        const idf = Math.log(1 + (this.size - often + 0.5) / (often + 0.5));
        const share = as !== 'form' ? 1 : weight === OTHER_NUMBER ? Math.max(formShare, NUMBER_BESIDE) : formShare;
        const worth = idf * (K1 + 1) * weight * share;
        for (let i = 0; i < list.length;) {
          const number = list[i]!;
          let tf = 0;
          for (; list[i] === number; i += 3) {
            const f = list[i + 1]!;
            tf += (FIELD_WEIGHT[f]! * list[i + 2]!) / (flat[f]! + steep[f]! * this.#lengths[number * WIDTH + f]!);
          }
          if (!this.#entries[number]) continue;
          const score = (worth * tf) / (K1 + tf);
          if (best[number] === 0) touched.push(number);
          if (score > best[number]!) {
            best[number] = score;
            of[number] = candidate;
          }
        }
      });
      for (const number of touched) {
        if (!matched[number]) found.push(number);
        total[number]! += best[number]!;
        best[number] = 0;
        if (++matched[number]! > most) most = matched[number]!;
        if (list[of[number]!]!.as === 'itself' && ++sure[number]! > mostSure) mostSure = sure[number]!;
      }
      return of;
    });
    return { found, total, matched, most, mostSure, stoodIn };
  }

  /** What the typed word with the index `w` may mean: itself, what it begins, other forms, and slips where it is no word. */
  #candidates(typed: string[], w: number, isLast: boolean): Candidate[] {
    const word = typed[w]!;
    const found = new Map<string, Candidate>();
    const add = (term: string, weight: number, as: Candidate['as']) => {
      const known = found.get(term);
      if (known && (known.as === 'itself' || known.weight >= weight)) return;
      const candidate = this.#candidate(term, weight, as);
      if (candidate) found.set(term, candidate);
    };
    const beginning = this.#vocabulary.beginning(word);
    for (const term of beginning) {
      if (term === word) add(term, 1, 'itself');
      else if (isLast) add(term, BEGINNING * (0.6 + (0.4 * word.length) / term.length), 'itself');
      else if (word.length > 2) add(term, (BEGINNING * 0.6 * word.length) / term.length, 'form');
    }
    // Of a word that stands nowhere, its forms are as good as itself.
    const isKnown = this.#isHeld(word);
    for (const [term, weight] of formsOf(word, this.#vocabulary, (term) => this.#isHeld(term)))
      add(term, weight, isKnown || (isLast && beginning.length) ? 'form' : 'itself');
    for (const at of [w - 1, w]) {
      const joined = at < 0 || at + 1 >= typed.length ? '' : typed[at]! + typed[at + 1]!;
      if (joined) add(joined, JOINED, 'itself');
    }
    const slips = isKnown || (beginning.length && word.length < 5) ? [] : this.#slips(word, isLast);
    const pairs = this.#split(word, isKnown);
    // Where it is two words run together, one that only begins alike is not meant.
    const isMeant = ({ term, weight }: Candidate) => weight >= FORM || term.startsWith(word);
    const likely = [...found.values()].filter((one) => isKnown || !pairs.length || isMeant(one));
    return [...likely, ...slips.filter(({ term }) => !found.has(term)), ...pairs];
  }

  #candidate(term: string, weight: number, as: Candidate['as']): Candidate | null {
    const postings = this.#postings.get(term);
    if (!postings?.holders) return null;
    const { number, list, holders } = postings;
    return { term, numbers: [number], list, holders, weight, as };
  }

  /** Words of the index that may have been meant when a finger slipped: one slip, two from eight letters on. */
  #slips(word: string, isLast: boolean): Candidate[] {
    const most = word.length < 3 ? 0 : word.length < 8 ? 1 : 2;
    if (!most) return [];
    const near = this.#vocabulary.near(word, most, isLast);
    return near.flatMap(({ term, slips }) => (slips ? (this.#candidate(term, SLIP[slips]!, 'slip') ?? []) : []));
  }

  #isHeld(term: string): boolean {
    return Boolean(this.#postings.get(term)?.holders);
  }

  /** The word as two that stand behind each other somewhere ("loanpiano" for "loan piano", "email" for "e-mail"). */
  #split(word: string, isKnown: boolean): Candidate[] {
    const out: Candidate[] = [];
    let left = isKnown ? LOOKED_THROUGH_KNOWN : LOOKED_THROUGH;
    const last = word.length > LONGEST_JOINED ? 0 : word.length;
    for (let cut = 1; cut < last; cut++) {
      const first = this.#postings.get(word.slice(0, cut));
      const second = this.#postings.get(word.slice(cut));
      if (!first?.holders || !second?.holders) continue;
      const rarer = first.list.length < second.list.length ? first : second;
      const list: number[] = [];
      let holders = 0;
      for (let i = 0; i < rarer.list.length; i += 3) {
        const number = rarer.list[i]!;
        const entry = this.#entries[number];
        if (!entry || number === rarer.list[i - 3] || (left -= entry.text.length) < 0) continue;
        const counts = countPairs(entry.text, first.number, second.number, WIDTH);
        counts.forEach((count, f) => count && list.push(number, f, count));
        if (counts.some(Boolean)) holders++;
      }
      if (holders)
        out.push({
          term: `${first.term} ${second.term}`,
          numbers: [first.number, second.number],
          list,
          holders,
          weight: JOINED,
          as: 'itself',
        });
    }
    return out;
  }
}
