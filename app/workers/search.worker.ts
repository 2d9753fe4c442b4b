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
/** Notes by what they say, for asking what is nearly the same; made when it is asked for first. */
let near: NearIndex | null = null;
let notes = new Map<string, SearchNote>();
/** What was written before in sent letters. */
let written = new NearIndex();

/** From this share on what is typed stands in a note, or was written before. */
const STANDS = 0.6;

const textOf = ({ subject, body }: SearchNote) => `${subject}\n${body}`;

function nearIndex(): NearIndex {
  if (!near) {
    near = new NearIndex();
    for (const note of notes.values()) near.put(note.id, textOf(note));
  }
  return near;
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
    const hits = [...nearIndex().holding(text, STANDS), ...written.holding(text, STANDS)];
    self.postMessage({ number, hits } satisfies SearchResponse);
  } else {
    const { number, query, limit, now, occasion } = data;
    self.postMessage({ number, hits: index.search(query, { limit, now, occasion }) } satisfies SearchResponse);
  }
};
