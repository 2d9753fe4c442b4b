import { asksIn, type Ask } from '#core/asks/asks';
import { factsIn, type Fact } from '#core/facts/facts';
import type { DaysOff, Day } from '#core/calendar/day';
import type { PastAnswer } from '#core/suggest/past';
import { Suggester, type Asked, type Offer } from '#core/suggest/suggest';
import { messageTerms } from '#core/suggest/terms';
import type { SuggestNote } from '#core/suggest/wording';

/** A message that was answered just now, and the notes that were taken or passed over. */
export interface JustAnswered {
  message: Asked;
  notes: { note: string; taken: boolean }[];
  /** Which of its questions are meant; none for all. */
  asks: number[];
  at: number;
}

/** How days and figures are written, and when the message was. */
export interface Ways {
  today: Day;
  locale: string;
  off: DaysOff;
}

/** What the worker is told and asked. Answers carry the number of the question. */
export type SuggestRequest =
  | { type: 'notes'; put: SuggestNote[]; drop: string[] }
  | { type: 'past'; answers: PastAnswer[] }
  | { type: 'answered'; answered: JustAnswered }
  | { type: 'forget'; messages?: string[] }
  | { type: 'read'; number: number; message: Asked; now: number; offers: boolean; ways: Ways }
  | { type: 'likeliest'; number: number; messages: Asked[]; now: number };

/** What is seen in a message: the notes that may answer it, what it asks, and the facts it states. */
export interface Seen {
  offers: Offer[];
  asks: Ask[];
  facts: Fact[];
}

export interface SuggestResponse {
  number: number;
  seen?: Seen;
  likeliest?: (Offer | null)[];
}

let suggester = new Suggester();
const notes = new Map<string, SuggestNote>();

function fresh(): void {
  suggester = new Suggester();
  for (const note of notes.values()) suggester.put(note);
}

self.onmessage = ({ data }: MessageEvent<SuggestRequest>) => {
  if (data.type === 'notes') {
    for (const id of data.drop) {
      notes.delete(id);
      suggester.drop(id);
    }
    for (const note of data.put) {
      notes.set(note.id, note);
      suggester.put(note);
    }
  } else if (data.type === 'past') {
    for (const answer of data.answers) suggester.learn(answer);
  } else if (data.type === 'answered') {
    const { message, notes, asks, at } = data.answered;
    const terms = messageTerms(message.subject, message.text, asks);
    for (const { note, taken } of notes)
      suggester.learn({
        message: message.id,
        note,
        taken,
        at,
        person: message.person,
        isLater: message.isLater,
        ...terms,
      });
  } else if (data.type === 'forget') {
    if (data.messages) for (const id of data.messages) suggester.forget(id);
    else fresh();
  } else if (data.type === 'read') {
    const { number, message, now, offers, ways } = data;
    const seen = {
      offers: offers ? suggester.offers(message, now) : [],
      asks: asksIn(message.text),
      facts: factsIn(message.text, ways),
    };
    self.postMessage({ number, seen } satisfies SuggestResponse);
  } else {
    const { number, messages, now } = data;
    const likeliest = messages.map((message) => suggester.offers(message, now, 1)[0] ?? null);
    self.postMessage({ number, likeliest } satisfies SuggestResponse);
  }
};
