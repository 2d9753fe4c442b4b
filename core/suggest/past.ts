import { best } from './best';
import { grown, Habits, UNSURE, type Usual } from './habits';
import { stem } from '../asks/telling';
import type { MessageTerms } from './terms';

/** A message that was answered, and one note that answered it, or was offered for it and passed over. */
export interface PastAnswer extends MessageTerms {
  /** The id of the message. */
  message: string;
  note: string;
  /** Who wrote it, as `addressKey` has it. */
  person: string;
  /** Whether it went on with something, and did not begin it. */
  isLater: boolean;
  /** When it was answered, in milliseconds since 1970. */
  at: number;
  taken: boolean;
}

/** What the past says of one note for the message at hand. */
export interface Evidence extends Usual {
  /** How alike the most alike message is that it answered, from 0 to 1. */
  near: number;
  /** How much more often than others its messages hold the words of this one. */
  profile: number;
  /** So many of those it answered are much like it. */
  like: number;
}

/** What is said around the question counts so much of what is asked. */
export const AROUND = 0.1;
/** What was passed over takes away so much of what was taken. */
const PASSED = 0.5;
/** A message this much like one that was answered is like it for a reader too. */
const LIKE = 0.5;
/** So many of the past messages that share words are looked at closely. */
const CLOSELY = 100;

/** At most so many places of words in past messages are looked through for one message, those of the rarest words first. */
const LOOKED_THROUGH = 10_000;

interface Entry extends PastAnswer {
  stems: Map<string, number>;
  /** How much it counts beside one of the year 2020. */
  weight: number;
}

const key = (message: string, note: string) => `${message} ${note}`;

/** The stems of a message, and how much each counts: what is asked in full, what is around it a little. */
export function stemWeights({ asked, around }: MessageTerms): Map<string, number> {
  const weights = new Map<string, number>();
  for (const term of around) weights.set(stem(term), AROUND);
  for (const term of asked) weights.set(stem(term), 1);
  return weights;
}

/** What was answered with which note, for the questions that suggestion asks of it. Learns at once and forgets slowly. */
export class PastAnswers {
  readonly #entries: (Entry | null)[] = [];
  /** The number of the note of each entry, and how much the entry counts; beside the entries, since they are read thousands at a time. */
  readonly #of: number[] = [];
  readonly #counts: number[] = [];
  readonly #numbers = new Map<string, number>();
  readonly #byMessage = new Map<string, Set<string>>();
  /** Where each stem stands: number of the entry, times two, and one more where it is asked. */
  readonly #postings = new Map<string, number[]>();
  readonly #notes: string[] = [];
  /** How much each note was used, as {@link grown} counts. */
  readonly #uses: number[] = [];
  readonly #noteNumbers = new Map<string, number>();
  #habits = new Habits();
  /** Whether something the habits were counted from is gone. */
  #isStale = false;

  get size(): number {
    return this.#numbers.size;
  }

  /** In how large a share of the messages answered a stem stands; never none. */
  commonness = (stem: string): number => ((this.#postings.get(stem)?.length ?? 0) + 0.5) / (this.size + 1);

  /** Takes in what became of a note and a message, in place of what was known of the two. */
  learn(answer: PastAnswer): void {
    const id = key(answer.message, answer.note);
    this.#drop(id);
    const number = this.#entries.length;
    const stems = stemWeights(answer);
    const entry = { ...answer, stems, weight: grown(answer.at) };
    this.#entries.push(entry);
    this.#of.push(this.#numberOf(answer.note));
    this.#counts.push(entry.weight * (entry.taken ? 1 : -PASSED));
    if (entry.taken) this.#uses[this.#of[number]!]! += entry.weight;
    this.#habits.count(entry);
    this.#numbers.set(id, number);
    const mine = this.#byMessage.get(answer.message) ?? new Set();
    this.#byMessage.set(answer.message, mine.add(id));
    for (const [stem, weight] of stems) {
      const place = number * 2 + (weight === 1 ? 1 : 0);
      const list = this.#postings.get(stem);
      if (list) list.push(place);
      else this.#postings.set(stem, [place]);
    }
  }

  /** Forgets a message with all that was learnt from it, or one note for it. */
  forget(message: string, note?: string): void {
    for (const id of this.#byMessage.get(message) ?? []) if (!note || id === key(message, note)) this.#drop(id);
  }

  #numberOf(note: string): number {
    const known = this.#noteNumbers.get(note);
    if (known !== undefined) return known;
    this.#noteNumbers.set(note, this.#notes.length);
    this.#uses.push(0);
    return this.#notes.push(note) - 1;
  }

  /** Those of the stems that stand somewhere, the rarest first. */
  #rarestFirst(stems: Iterable<string>): string[] {
    const known = [...stems].filter((stem) => this.#postings.has(stem));
    return known.sort((a, b) => this.#postings.get(a)!.length - this.#postings.get(b)!.length);
  }

  #drop(id: string): void {
    const number = this.#numbers.get(id);
    if (number === undefined) return;
    const entry = this.#entries[number]!;
    this.#entries[number] = null;
    this.#isStale ||= entry.taken;
    if (entry.taken) this.#uses[this.#of[number]!]! -= entry.weight;
    this.#numbers.delete(id);
    const mine = this.#byMessage.get(entry.message)!;
    mine.delete(id);
    if (!mine.size) this.#byMessage.delete(entry.message);
    for (const stem of entry.stems.keys()) {
      const list = this.#postings.get(stem)!.filter((one) => one >> 1 !== number);
      if (list.length) this.#postings.set(stem, list);
      else this.#postings.delete(stem);
    }
  }

  /** What the past says of each note, for a message with these stems from this person, read at `now`. */
  evidence(
    weights: Map<string, number>,
    { person, isLater, now, except }: { person: string; isLater: boolean; now: number; except?: string },
  ): Map<string, Evidence> {
    if (this.#isStale) {
      this.#habits = new Habits();
      for (const entry of this.#entries) if (entry) this.#habits.count(entry);
      this.#isStale = false;
    }
    const today = grown(now);
    const found = new Map<string, Evidence>();
    const usual = this.#habits.usual(person, isLater, today);
    const of = (note: string) => {
      let one = found.get(note);
      if (!one) found.set(note, (one = { near: 0, profile: 0, like: 0, ...usual(note) }));
      return one;
    };
    for (const note of this.#habits.likely(person)) of(note);

    const rarity = new Map<string, number>();
    const rareOf = (stem: string) => {
      let rare = rarity.get(stem);
      if (rare === undefined) rarity.set(stem, (rare = Math.log(1 + 1 / this.commonness(stem))));
      return rare;
    };
    const own = new Set([...(this.#byMessage.get(except ?? '') ?? [])].map((id) => this.#numbers.get(id)!));
    const dots = new Float64Array(this.#entries.length);
    const counts = new Float64Array(this.#notes.length);
    const profiles = new Float64Array(this.#notes.length);
    let most = 0;
    let left = LOOKED_THROUGH;
    for (const stem of this.#rarestFirst(weights.keys())) {
      const list = this.#postings.get(stem)!;
      if ((left -= list.length) < 0) break;
      const weight = weights.get(stem)!;
      const common = this.commonness(stem);
      const rare = rareOf(stem);
      const holders: number[] = [];
      for (const one of list) {
        const number = one >> 1;
        if (own.has(number)) continue;
        const holds = one & 1 ? 1 : AROUND;
        dots[number]! += weight * holds * rare * rare;
        const note = this.#of[number]!;
        if (!counts[note]) holders.push(note);
        counts[note]! += (holds * this.#counts[number]!) / today;
      }
      const others = Math.max(0, this.#habits.notes - holders.length);
      const idf = Math.log(1 + (others + 0.5) / (holders.length + 0.5));
      most += weight * idf;
      for (const note of holders) {
        const share = counts[note]! / (this.#uses[note]! / today + UNSURE);
        if (share > 0) profiles[note]! += weight * idf * Math.log(1 + share / common);
        counts[note] = 0;
      }
    }
    for (const note of best(profiles, CLOSELY)) of(this.#notes[note]!).profile = profiles[note]! / most;

    const length = (stems: Map<string, number>) => {
      let sum = 0;
      for (const [stem, weight] of stems) sum += (weight * rareOf(stem)) ** 2;
      return Math.sqrt(sum) || 1;
    };
    const mine = length(weights);
    const passed = new Map<string, number>();
    for (const number of best(dots, CLOSELY)) {
      const dot = dots[number]!;
      const { note, stems, taken, weight } = this.#entries[number]!;
      const alike = dot / mine / length(stems);
      const counts = alike * (0.5 + 0.5 * Math.min(1, weight / today));
      if (!taken) passed.set(note, Math.max(passed.get(note) ?? 0, counts));
      else {
        const one = of(note);
        one.near = Math.max(one.near, counts);
        if (alike >= LIKE) one.like++;
      }
    }
    for (const [note, alike] of passed) {
      const one = found.get(note);
      if (one) one.near = Math.max(0, one.near - PASSED * alike);
    }
    return found;
  }
}
