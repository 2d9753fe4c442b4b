import { createPinia, setActivePinia } from 'pinia';
import * as vue from 'vue';
import type { NoteRow } from '../shared/types/wire';
import { ApiError, messageOf } from '../app/utils/api';
import { fileSize } from '#core/number/size';
import { say, t } from '../app/utils/words';

/** What a request was answered with, or the error it was. */
export type Answer = (path: string, options: { method: string; body: never; query?: never }) => unknown;

const overTheWire = (value: unknown): unknown => (value === undefined ? value : JSON.parse(JSON.stringify(value)));

/**
 * What the interface finds without importing it, for tests of its composables and stores outside a browser: Vue's own
 * functions, a store of the browser, a worker that is only written to, and a server that answers as told.
 */
export function openInterface(answer: Answer) {
  setActivePinia(createPinia());
  const kept = new Map<string, string>();
  const posted: { type: string }[] = [];
  const workers: {
    onmessage: ((event: { data: unknown }) => void) | null;
    onerror: ((event: object) => void) | null;
  }[] = [];
  const asked: { path: string; method: string; body: unknown }[] = [];
  const { ref, shallowRef, reactive, computed, watch, toRaw } = vue;
  Object.assign(globalThis, {
    ...{ ref, shallowRef, reactive, computed, watch, toRaw, ApiError, messageOf, fileSize, say, t },
    onMounted: () => {},
    onBeforeUnmount: () => {},
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
      key: (at: number) => [...kept.keys()][at] ?? null,
      get length() {
        return kept.size;
      },
    },
    Worker: class {
      onmessage = null;
      onerror = null;
      terminate() {}
      constructor() {
        workers.push(this);
      }
      postMessage(message: { type: string }) {
        posted.push(message);
      }
    },
    async api(path: string, { method = 'GET', body, query }: { method?: string; body?: unknown; query?: never } = {}) {
      const sent = overTheWire(body);
      asked.push({ path, method, body: sent });
      return overTheWire(await answer(path, { method, body: sent as never, query }));
    },
  });
  /** Lets the worker answer. */
  const answerWorker = (data: unknown) => workers.at(-1)!.onmessage!({ data });
  const failWorker = () => workers.at(-1)!.onerror!({ preventDefault() {} });
  return { kept, posted, asked, answerWorker, failWorker };
}

/** A row of the library whose name and id are one. */
export const noteRow = (id: string, part: Partial<NoteRow> = {}): NoteRow => ({
  ...{ id, version: 1, name: id, description: '', cue: '', shelfId: null, subjectText: '', bodyText: '', blanks: 0 },
  ...{ pinned: false, pinOrder: 0, files: 0, used: 0, lastUsed: 0, createdAt: 0, updatedAt: 0 },
  usedFor: { people: {}, words: {} },
  ...part,
});

/** The answer to a write that started from older content. */
export const staleWith = (current: unknown) => new ApiError('Changed.', 409, { code: 'stale', current });
export const offline = () => new ApiError('The server does not answer.', 0, { code: 'offline' });
