import { NoteIndex, type Hit, type SearchNote } from '../../core/search';

/** What the worker is asked. Answers carry the number of the question. */
export type SearchRequest =
  | { type: 'load'; notes: SearchNote[] }
  | { type: 'put'; note: SearchNote }
  | { type: 'drop'; id: string }
  | { type: 'search'; number: number; query: string; limit: number; now: number };

export interface SearchResponse {
  number: number;
  hits: Hit[];
}

let index = new NoteIndex();

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  if (data.type === 'load') {
    index = new NoteIndex();
    for (const note of data.notes) index.put(note);
  } else if (data.type === 'put') index.put(data.note);
  else if (data.type === 'drop') index.drop(data.id);
  else {
    const { number, query, limit, now } = data;
    self.postMessage({ number, hits: index.search(query, { limit, now }) } satisfies SearchResponse);
  }
};
