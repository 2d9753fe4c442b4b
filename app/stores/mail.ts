import { defineStore } from 'pinia';
import type { FolderOfMailbox } from '#shared/types/mailbox';
import type { DraftRow, MessageChanged, MessagePage, MessageRow } from '#shared/types/wire';
import type { Folder, MessageChange } from '#shared/schemas/message';
import { useKnowingStore } from './knowing';

/** The lists on the left of the Desk: what waits, and the folders (RFC 6154). */
export type ListName = 'waiting' | 'later' | 'drafts' | 'junk' | Folder | `folder:${string}`;

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
  /** How often something of the list was changed here. */
  let changes = 0;

  const inFolder = () => (list.value.startsWith('folder:') ? list.value.slice('folder:'.length) : '');
  const query = (after = '') => ({
    folder: ['waiting', 'later'].includes(list.value) || inFolder() ? 'inbox' : list.value,
    ...(inFolder() && { inFolder: inFolder() }),
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

  /** Folders of the user's own, of all mailboxes. */
  const folders = shallowRef<FolderOfMailbox[]>([]);
  async function loadFolders(): Promise<void> {
    folders.value = await api<FolderOfMailbox[]>('/folders').catch(() => folders.value);
  }

  /** Takes over what has come or gone since the list was read, without a word where nothing has; a failure is left for the next time. */
  async function keepUp(): Promise<void> {
    if (list.value === 'drafts' || state.value === 'loading') return;
    const number = asked;
    const before = changes;
    const page = await api<MessagePage>('/messages', { query: query() }).catch(() => null);
    // What was changed here meanwhile is newer than the answer.
    if (!page || number !== asked || before !== changes) return;
    // What was read beyond the first page stays as it was.
    const last = page.rows.at(-1);
    const at = last ? rows.value.findIndex(({ id }) => id === last.id) : -1;
    const behind = page.next && at >= 0 ? rows.value.slice(at + 1) : [];
    const now = [...page.rows, ...behind];
    if (JSON.stringify(now) === JSON.stringify(rows.value)) return;
    rows.value = now;
    total.value = page.total ?? total.value;
    if (!behind.length) next.value = page.next;
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

  /** Changes a message, on the screen at once. What could not be changed is shown as it was. */
  async function change(id: string, part: MessageChange): Promise<MessageChanged> {
    const before = rows.value.find((row) => row.id === id);
    const show = (fields: object) =>
      (rows.value = rows.value.map((row) => (row.id === id ? { ...row, ...fields } : row)));
    show(part);
    changes++;
    let changed: MessageChanged;
    try {
      // What was done is done, though the page may be left at once.
      changed = await api<MessageChanged>(`/messages/${id}`, { method: 'PATCH', body: part, keepalive: true });
    } catch (error) {
      const fields = Object.keys(part) as (keyof MessageRow)[];
      show(Object.fromEntries(fields.map((field) => [field, before?.[field]])));
      throw error;
    }
    if (part.folder === 'trash') useKnowingStore().thrownAway([id]);
    changes++;
    return changed;
  }

  /** The same change to several, 500 at most. @returns those that were changed */
  async function changeMany(ids: string[], change: MessageChange): Promise<string[]> {
    const { changed } = await api<{ changed: string[] }>('/messages/change', { method: 'POST', body: { ids, change } });
    if (change.folder === 'trash') useKnowingStore().thrownAway(ids);
    return changed;
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

  return {
    folders,
    loadFolders,
    keepUp,
    list,
    rows,
    drafts,
    total,
    next,
    state,
    problem,
    refresh,
    more,
    show,
    change,
    changeMany,
    neighbour,
    rowFrom,
  };
});
