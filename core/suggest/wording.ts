import { best } from './best';
import { words } from '../search/words';
import { isOrdinary } from '../asks/ordinary';
import { PostingsTable } from './postings';
import { grams, stem } from '../asks/telling';

/** A note as suggestion sees it. */
export interface SuggestNote {
  id: string;
  name: string;
  subject: string;
  body: string;
  description?: string;
}

/**
 * What of a note is compared with a message, each with its own BM25 (Robertson and Zaragoza 2009, section 3.4): k1 and b, and how much
 * it counts beside the others. Set on the questions and answers of perl-doc alone.
 */
const VIEWS = [
  { name: 'word', k1: 0.6, b: 0.75, share: 0.5 },
  { name: 'stem', k1: 3, b: 0.95, share: 0.75 },
  { name: 'gram', k1: 2, b: 0.9, share: 1.5 },
  { name: 'lead', k1: 0.8, b: 0.75, share: 0.5 },
  { name: 'pair', k1: 0.8, b: 0.75, share: 0.1 },
] as const;
const SHARES = VIEWS.reduce((sum, { share }) => sum + share, 0);

/** The first words of a note say most of what it answers. */
const LEADING = 40;
/** What stands in the name, the subject and the description counts as if it stood so often in the body. */
const NAME = 3;
const SUBJECT = 2;
const DESCRIPTION = 2;
/** So many words of a note are read. */
const MOST = 1_000;

/** At most so many places of each view are looked through for one message, those of the rarest things first. */
const LOOKED_THROUGH = 40_000;

/** So many of the notes that fit are ranked. */
const CLOSELY = 100;

/** How well notes fit a message, from 0 to about 1. */
export interface Fits {
  /** Those that fit best. */
  best: string[];
  of(id: string): number;
}

interface Entry {
  number: number;
  things: Map<string, number>[];
  lengths: number[];
}

const count = (things: Map<string, number>, thing: string, weight: number) =>
  things.set(thing, (things.get(thing) ?? 0) + weight);

/** What one word is in each view; pairs are of neighbours. */
function views(terms: string[]): string[][] {
  const stems = terms.map((term) => `s${stem(term)}`);
  return [
    terms.map((term) => `w${term}`),
    stems,
    terms.flatMap(grams).map((gram) => `g${gram}`),
    stems.slice(0, LEADING).map((one) => `l${one}`),
    stems.slice(1).map((one, i) => `p${stems[i]} ${one}`),
  ];
}

/** How well the wording of each note fits a message, by words, their beginnings, groups of letters, the first words and neighbours. */
export class Wordings {
  #tables = VIEWS.map(() => new PostingsTable());
  readonly #entries = new Map<string, Entry>();
  /** The notes by their numbers; null for one that is gone. */
  #ids: (string | null)[] = [];
  /** How long each note is in each view. */
  #lengths: number[][] = VIEWS.map(() => []);
  readonly #totals = VIEWS.map(() => 0);

  get size(): number {
    return this.#entries.size;
  }

  /** Takes a note in, in place of one with the same id. */
  put({ id, name, subject, body, description = '' }: SuggestNote): void {
    this.drop(id);
    const things = VIEWS.map(() => new Map<string, number>());
    const fields = [
      [body, 1],
      [name, NAME],
      [subject, SUBJECT],
      [description, DESCRIPTION],
    ] as const;
    const lengths = VIEWS.map(() => 0);
    for (const [text, weight] of fields) {
      const terms = words(text)
        .slice(0, MOST)
        .map(({ term }) => term);
      views(terms).forEach((view, v) => {
        for (const thing of view) count(things[v]!, thing, weight);
        lengths[v]! += view.length;
      });
    }
    lengths.forEach((length, v) => (this.#totals[v]! += length));
    this.#entries.set(id, { number: 0, things, lengths });
    this.#enter(id);
  }

  #enter(id: string): void {
    const entry = this.#entries.get(id)!;
    entry.number = this.#ids.length;
    this.#ids.push(id);
    entry.lengths.forEach((length, v) => this.#lengths[v]!.push(length));
    entry.things.forEach((some, v) => this.#tables[v]!.add(entry.number, some));
  }

  /** Drops a note; nothing happens when it is not there. */
  drop(id: string): void {
    const entry = this.#entries.get(id);
    if (!entry) return;
    this.#entries.delete(id);
    this.#ids[entry.number] = null;
    entry.things.forEach((things, v) => {
      this.#tables[v]!.drop(things.keys());
      this.#totals[v]! -= entry.lengths[v]!;
    });
    // What is gone stays in the lists until it is half of them.
    if (this.#ids.length < 2 * this.size + 100) return;
    this.#tables = VIEWS.map(() => new PostingsTable());
    this.#ids = [];
    this.#lengths = VIEWS.map(() => []);
    for (const known of this.#entries.keys()) this.#enter(known);
  }

  has(id: string): boolean {
    return this.#entries.has(id);
  }

  /** Up to three of the words, as they are written, that a note holds and few other notes do. */
  shared(id: string, spoken: { term: string; written: string }[]): string[] {
    const stems = this.#entries.get(id)?.things[1];
    if (!stems) return [];
    const found = new Map<string, { written: string; holders: number }>();
    for (const { term, written } of spoken) {
      const thing = `s${stem(term)}`;
      if (!stems.has(thing) || found.has(thing) || term.length < 3) continue;
      found.set(thing, { written, holders: this.#tables[1]!.get(thing)!.holders });
    }
    return [...found.values()]
      .sort((a, b) => a.holders - b.holders)
      .slice(0, 3)
      .map(({ written }) => written);
  }

  /**
   * How well each note fits, from 0 to about 1: the share of what the message says that the note says too, what is rare counting more.
   * `weights` says how much each word of the message counts; `commonness` in how large a share of messages a word stands.
   */
  scores(weights: Map<string, number>, commonness: (stem: string) => number): Fits {
    const totals = new Float64Array(this.#ids.length);
    const terms = [...weights.keys()].filter((term) => !isOrdinary(term));
    const weightOf = (some: string[]) => Math.max(...some.map((term) => weights.get(term)!));
    const asked = VIEWS.map(() => new Map<string, number>());
    for (const term of terms) {
      views([term]).forEach((view, v) => {
        for (const thing of view) asked[v]!.set(thing, Math.max(asked[v]!.get(thing) ?? 0, weights.get(term)!));
      });
    }
    views(terms)[4]!.forEach((pair, i) => asked[4]!.set(pair, weightOf([terms[i]!, terms[i + 1]!])));
    VIEWS.forEach(({ k1, b, share }, v) => {
      const scores = new Float64Array(totals.length);
      const average = Math.max(this.#totals[v]! / Math.max(1, this.size), 1e-9);
      let most = 0;
      let left = LOOKED_THROUGH;
      const lengths = this.#lengths[v]!;
      const held = [...asked[v]!].map(([thing, weight]) => [thing, weight, this.#tables[v]!.get(thing)] as const);
      for (const [thing, weight, postings] of held.sort((a, b) => (a[2]?.holders ?? 0) - (b[2]?.holders ?? 0))) {
        const holders = postings?.holders ?? 0;
        let idf = Math.log(1 + (this.size - holders + 0.5) / (holders + 0.5));
        // What stands in many messages tells little, however few notes hold it.
        if (v < 2) idf = Math.min(idf, Math.log(1 + 1 / commonness(stem(thing.slice(1)))));
        most += weight * idf * (k1 + 1);
        if (!postings || (left -= postings.list.length / 2) < 0) continue;
        for (let i = 0; i < postings.list.length; i += 2) {
          const number = postings.list[i]!;
          if (this.#ids[number] === null) continue;
          const tf = postings.list[i + 1]!;
          const long = 1 - b + (b * lengths[number]!) / average;
          scores[number]! += (weight * idf * tf * (k1 + 1)) / (tf + k1 * long);
        }
      }
      const part = share / (most || 1) / SHARES;
      for (let number = 0; number < scores.length; number++) totals[number]! += part * scores[number]!;
    });
    return {
      best: best(totals, CLOSELY).flatMap((number) => this.#ids[number] ?? []),
      of: (id) => totals[this.#entries.get(id)?.number ?? -1] ?? 0,
    };
  }
}
