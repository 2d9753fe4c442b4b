import { asksIn, type Ask } from '../asks/asks';
import { confidences, type Ranked } from './confidence';
import { PastAnswers, AROUND, stemWeights, type Evidence, type PastAnswer } from './past';
import { isTelling, tellingWords } from '../asks/telling';
import { messageTerms, type MessageTerms } from './terms';
import { words } from '../search/words';
import { Wordings, type SuggestNote } from './wording';

/** A message that is to be answered. */
export interface Asked {
  /** Its id, so that what was learnt from it says nothing about itself. */
  id: string;
  subject: string;
  text: string;
  /** Who wrote it, as `addressKey` has it. */
  person: string;
  /** Whether it goes on with something, and does not begin it. */
  isLater: boolean;
}

/** Why a note is offered; what says most of it. */
export type OfferReason =
  /** It answered messages much like this one. */
  | { kind: 'like'; count: number }
  /** It holds what is asked for. */
  | { kind: 'words'; words: string[] }
  /** It is what this person is usually answered with. */
  | { kind: 'person'; count: number }
  /** It usually comes after the note this person was sent last. */
  | { kind: 'follows'; note: string };

/** A note offered for a message, and why. */
export interface Offer {
  id: string;
  score: number;
  /** How likely it is that it answers the message, from 0 to 1; true of as many as it says in the replay. */
  confidence: number;
  reason: OfferReason;
  /** Which of the questions it answers, by their numbers from 0; all where it answers the message as a whole. */
  asks: number[];
}

/** How much each thing counts beside how well the wording fits; set on the replay of two trades and on perl-doc. */
export interface Mix {
  profile: number;
  near: number;
  usual: number;
  person: number;
  kind: number;
  follows: number;
}
/** The mix in use. */
export const MIX: Mix = { profile: 0.12, near: 1.5, usual: 0.05, person: 0.1, kind: 0.05, follows: 0.15 };

/** So many are ranked at most. */
const MOST = 10;
/** So many questions are looked at each for itself. */
const MOST_ASKS = 5;
/** A question has an offer of its own when it is so sure. */
const SURE_OF_ONE = 0.4;
/** And shares so many words with it, or answered one so much like it. */
const BACKED = 2;
const ALIKE = 0.5;

const NOTHING: Evidence = {
  near: 0,
  profile: 0,
  like: 0,
  usual: 0,
  person: 0,
  kind: 0,
  follows: 0,
  times: 0,
  after: '',
};

/**
 * Which notes answer a message: by the wording of the notes, by the messages they answered before, by person, by what came after what
 * and by what is usual. Text statistics alone; nothing is asked of anybody.
 */
export class Suggester {
  readonly #wordings = new Wordings();
  readonly #past = new PastAnswers();
  readonly #mix: Mix;

  constructor(mix: Mix = MIX) {
    this.#mix = mix;
  }

  put(note: SuggestNote): void {
    this.#wordings.put(note);
  }
  drop(id: string): void {
    this.#wordings.drop(id);
  }
  /** Learns what answered a message, or what was offered for it and passed over. */
  learn(answer: PastAnswer): void {
    this.#past.learn(answer);
  }
  /** Forgets what was learnt from a message, or of one note for it. */
  forget(message: string, note?: string): void {
    this.#past.forget(message, note);
  }

  /** All notes that have anything for them, the likeliest first. */
  rank(message: Asked, now: number, terms = messageTerms(message.subject, message.text)): Ranked[] {
    const weights = weightsOf(terms);
    // Of few messages it cannot be told what is common.
    const common = this.#past.size < 20 ? () => 0 : this.#past.commonness;
    const fits = this.#wordings.scores(weights, common);
    const evidence = this.#past.evidence(stemWeights(terms), { ...message, now, except: message.id });
    const mix = this.#mix;
    const out: Ranked[] = [];
    for (const id of new Set([...fits.best, ...evidence.keys()])) {
      if (!this.#wordings.has(id)) continue;
      const one = evidence.get(id) ?? NOTHING;
      const fit = fits.of(id);
      const past =
        mix.profile * one.profile +
        mix.near * one.near ** 3 +
        mix.usual * one.usual +
        mix.person * one.person +
        mix.kind * one.kind +
        mix.follows * one.follows;
      out.push({ id, score: fit + past, fits: fit, evidence: one });
    }
    return out.sort((a, b) => b.score - a.score || (a.id < b.id ? -1 : 1));
  }

  /** The notes offered for a message, the likeliest first, with how sure that is. Which are worth showing is for the caller to say. */
  offers(message: Asked, now: number, limit = 3): Offer[] {
    const ranked = this.rank(message, now);
    const asks = asksIn(message.text);
    const sure = confidences(ranked.slice(0, MOST));
    const whole = asks.map((_, a) => a);
    const said = spoken(`${message.text}\n${message.subject}`, asks);
    const out = ranked.slice(0, MOST).map((one, i) => this.#offer(one, sure[i]!, said, whole));
    if (asks.length < 2 || !out.length) return out.slice(0, limit);
    // Several things are asked: each may have a note of its own.
    const each = asks.slice(0, MOST_ASKS).map(({ text }) => {
      const mine = this.rank(message, now, { asked: tellingWords(text), around: [] });
      const [best] = mine;
      // One word in common says little of a short question.
      const isBacked =
        best && (best.evidence.near >= ALIKE || this.#wordings.shared(best.id, spoken(text, [])).length >= BACKED);
      return { best, sure: isBacked ? confidences(mine.slice(0, MOST))[0]! : 0 };
    });
    for (const offer of out) offer.asks = asks.flatMap((_, a) => (each[a]?.best?.id === offer.id ? [a] : []));
    each.forEach(({ best, sure }, a) => {
      if (!best || sure < SURE_OF_ONE) return;
      const known = out.find(({ id }) => id === best.id);
      if (known) known.confidence = Math.max(known.confidence, sure);
      else out.push(this.#offer(best, sure, said, [a]));
    });
    out.sort((a, b) => b.confidence - a.confidence);
    if (!out[0]!.asks.length) out[0]!.asks = asks.map((_, a) => a);
    return out.slice(0, limit);
  }

  #offer({ id, score, fits, evidence }: Ranked, sure: number, said: Spoken[], asks: number[]): Offer {
    return { id, score, confidence: sure, reason: this.#reason(id, fits, evidence, said), asks };
  }

  /** What says most for a note, in a form that can be read. */
  #reason(id: string, fits: number, evidence: Evidence, said: Spoken[]): OfferReason {
    const mix = this.#mix;
    const { like, near, times, person, follows, after } = evidence;
    const past = mix.near * near ** 3 + mix.profile * evidence.profile;
    if (like && past >= fits) return { kind: 'like', count: like };
    const shared = this.#wordings.shared(id, said);
    const habit = Math.max(mix.person * person, mix.follows * follows);
    if (habit > fits || !shared.length) {
      if (times && mix.person * person >= mix.follows * follows) return { kind: 'person', count: times };
      if (follows && after) return { kind: 'follows', note: after };
    }
    if (like) return { kind: 'like', count: like };
    return { kind: 'words', words: shared };
  }
}

/** A word of a message, folded and as it is written. */
interface Spoken {
  term: string;
  written: string;
}

/** The telling words of a message as they are written, those that are asked first. */
function spoken(text: string, asks: Ask[]): Spoken[] {
  const isAsked = (from: number) => asks.some((ask) => from >= ask.from && from < ask.to);
  const all = words(text).filter(({ term }) => isTelling(term));
  const ordered = [...all.filter(({ from }) => isAsked(from)), ...all.filter(({ from }) => !isAsked(from))];
  return ordered.map(({ term, from, to }) => ({ term, written: text.slice(from, to) }));
}

/** How much each word of a message counts. */
function weightsOf({ asked, around }: MessageTerms): Map<string, number> {
  const weights = new Map<string, number>();
  for (const term of around) weights.set(term, AROUND);
  for (const term of asked) weights.set(term, 1);
  return weights;
}
