import { defineStore } from 'pinia';
import type { DraftRow, MessagePage, MessageRow } from '#shared/types/wire';
import type { Folder, MessageChange } from '#shared/schemas/message';

/** The lists on the left of the Desk: what waits, and the folders (RFC 6154). */
export type ListName = 'waiting' | 'later' | 'drafts' | Folder;

/** The list that is shown. Messages themselves are read when they are opened. */
export const useMailStore = defineStore('mail', () => {
  const list = ref<ListName>('waiting');
  const rows = shallowRef<MessageRow[]>([]);
  const drafts = shallowRef<DraftRow[]>([]);
  const total = ref(0);
  const next = ref('');
  const state = ref<'idle' | 'loading' | 'ready'>('idle');
  const problem = ref('');
  let asked = 0;

  const query = (after = '') => ({
    folder: ['waiting', 'later'].includes(list.value) ? 'inbox' : list.value,
    waiting: list.value === 'waiting',
    later: list.value === 'later',
    ...(after && { after }),
  });

  async function ask(after: string): Promise<void> {
    const number = ++asked;
    state.value = 'loading';
    try {
      if (list.value === 'drafts') {
        const found = await api<DraftRow[]>('/drafts');
        if (number !== asked) return;
        drafts.value = found;
        total.value = found.length;
        next.value = '';
      } else {
        const page = await api<MessagePage>('/messages', { query: query(after) });
        if (number !== asked) return;
        rows.value = after ? [...rows.value, ...page.rows] : page.rows;
        total.value = page.total ?? total.value;
        next.value = page.next;
      }
      problem.value = '';
    } catch (error) {
      if (number === asked) problem.value = messageOf(error);
    }
    if (number === asked) state.value = 'ready';
  }

  const refresh = () => ask('');
  const more = () => (next.value ? ask(next.value) : Promise.resolve());

  async function show(name: ListName): Promise<void> {
    list.value = name;
    rows.value = [];
    drafts.value = [];
    total.value = 0;
    await refresh();
  }

  /** Changes a message, on the screen at once. */
  async function change(id: string, part: MessageChange): Promise<void> {
    rows.value = rows.value.map((row) => (row.id === id ? ({ ...row, ...part } as MessageRow) : row));
    await api(`/messages/${id}`, { method: 'PATCH', body: part });
  }

  /** The message to go on with when `id` leaves the list: the next one, or else the one before. */
  function neighbour(id: string): string {
    const at = rows.value.findIndex((row) => row.id === id);
    return rows.value[at + 1]?.id ?? rows.value[at - 1]?.id ?? '';
  }

  /** The message so many rows on in the list, or back; empty where it ends. */
  function rowFrom(id: string, by: 1 | -1): string {
    const at = rows.value.findIndex((row) => row.id === id);
    return (at < 0 ? rows.value[by > 0 ? 0 : rows.value.length - 1] : rows.value[at + by])?.id ?? '';
  }

  return { list, rows, drafts, total, next, state, problem, refresh, more, show, change, neighbour, rowFrom };
});
