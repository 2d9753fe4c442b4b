import { NearIndex, type NearHit } from '#core/near';
import { NoteIndex, type Hit, type SearchNote } from '#core/search';
import type { Occasion } from '#core/search/habit';

/** What the worker is asked. Answers carry the number of the question. */
export type SearchRequest =
  | { type: 'load'; notes: SearchNote[] }
  | { type: 'put'; note: SearchNote }
  | { type: 'drop'; id: string }
  | { type: 'search'; number: number; query: string; limit: number; now: number; occasion?: Occasion }
  | { type: 'near'; number: number; text: string; except: string }
  | { type: 'wordings'; wordings: { id: string; text: string }[] }
  | { type: 'typed'; number: number; text: string };

export interface SearchResponse {
  number: number;
  hits: Hit[] | NearHit[];
}

let index = new NoteIndex();
/** Notes by what they say, for asking what is nearly the same; made when it is asked for first, and which of them are still to be taken in. */
let near: NearIndex | null = null;
let pending: string[] = [];
/** So many are taken in before something else is answered. */
const SOME = 200;
let notes = new Map<string, SearchNote>();
/** What was written before in sent letters. */
let written = new NearIndex();

/** From this share on what is typed stands in a note, or was written before. */
const STANDS = 0.6;

const textOf = ({ subject, body }: SearchNote) => `${subject}\n${body}`;

/** The index with so many notes more. */
function nearIndex(more = Infinity): NearIndex {
  if (!near) {
    near = new NearIndex();
    pending = [...notes.keys()];
  }
  for (const id of pending.splice(0, more)) {
    const note = notes.get(id);
    if (note) near.put(id, textOf(note));
  }
  return near;
}

/** What a text that is being typed stands in. The index is made bit by bit, so that a search meanwhile waits for none of it. */
async function typedIn(text: string): Promise<NearHit[]> {
  while (!near || pending.length) {
    nearIndex(SOME);
    await new Promise((resolve) => setTimeout(resolve));
  }
  return [...near.holding(text, STANDS), ...written.holding(text, STANDS)];
}

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  if (data.type === 'load') {
    index = new NoteIndex();
    near = null;
    notes = new Map(data.notes.map((note) => [note.id, note]));
    for (const note of data.notes) index.put(note);
  } else if (data.type === 'put') {
    notes.set(data.note.id, data.note);
    index.put(data.note);
    near?.put(data.note.id, textOf(data.note));
  } else if (data.type === 'drop') {
    notes.delete(data.id);
    index.drop(data.id);
    near?.drop(data.id);
  } else if (data.type === 'near') {
    const { number, text, except } = data;
    self.postMessage({ number, hits: nearIndex().near(text, { except, limit: 3 }) } satisfies SearchResponse);
  } else if (data.type === 'wordings') {
    written = new NearIndex();
    for (const { id, text } of data.wordings) written.put(id, text);
  } else if (data.type === 'typed') {
    const { number, text } = data;
    void typedIn(text).then((hits) => self.postMessage({ number, hits } satisfies SearchResponse));
  } else {
    const { number, query, limit, now, occasion } = data;
    self.postMessage({ number, hits: index.search(query, { limit, now, occasion }) } satisfies SearchResponse);
  }
};
