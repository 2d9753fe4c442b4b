import { defineStore } from 'pinia';
import type { LookupRow, LookupUse, StoredLookup } from '#shared/types/wire';
import type { LookupInput } from '#shared/schemas/lookup';
import type { Lookup } from '#core/lookup/lookup';
import { lookupsIn } from '#core/lookup/uses';

const collator = new Intl.Collator(undefined, { numeric: true });
const sorted = (rows: LookupRow[]) => rows.toSorted((a, b) => collator.compare(a.name, b.name));

/** The lookups of the account, by name. Rows are fetched when a note needs them, and kept. */
export const useLookupsStore = defineStore('lookups', () => {
  const rows = shallowRef<LookupRow[]>([]);
  const state = ref<'idle' | 'loading' | 'ready' | 'failed'>('idle');
  const problem = ref('');
  /** Those fetched whole, by id; one that is gone is absent. */
  const whole = shallowRef<Record<string, Lookup>>({});
  const asked = new Map<string, Promise<void>>();

  async function load(force = false): Promise<void> {
    if (state.value === 'loading' || (state.value === 'ready' && !force)) return;
    if (state.value !== 'ready') state.value = 'loading';
    try {
      await readRows();
      state.value = 'ready';
    } catch (error) {
      state.value = 'failed';
      problem.value = messageOf(error);
    }
  }

  async function readRows(): Promise<void> {
    const fresh = await api<LookupRow[]>('/lookups');
    for (const { id, version } of fresh)
      if ((rows.value.find((row) => row.id === id)?.version ?? version) !== version) asked.delete(id);
    rows.value = sorted(fresh);
  }

  /** Takes over what was changed in another window. @throws ApiError when that cannot be read */
  async function catchUp(): Promise<void> {
    if (state.value === 'ready') await readRows();
  }

  function take(lookup: StoredLookup): StoredLookup {
    const { rows: _rows, ...row } = lookup;
    const at = rows.value.findIndex(({ id }) => id === lookup.id);
    rows.value = sorted(at < 0 ? [...rows.value, row] : rows.value.with(at, row));
    whole.value = { ...whole.value, [lookup.id]: lookup };
    asked.set(lookup.id, Promise.resolve());
    return lookup;
  }

  const read = async (id: string) => take(await api<StoredLookup>(`/lookups/${id}`));

  async function fetchOne(id: string): Promise<void> {
    try {
      await read(id);
    } catch (error) {
      if (error instanceof ApiError && error.status === 404) return;
      asked.delete(id);
      throw error;
    }
  }

  /** Makes sure that the lookups that documents or blanks name are here. @throws ApiError when they cannot be fetched */
  async function need(...sources: unknown[]): Promise<void> {
    await Promise.all(
      [...lookupsIn(...sources)].map((id) => {
        if (!asked.has(id)) asked.set(id, fetchOne(id));
        return asked.get(id)!;
      }),
    );
  }

  /** The same, after a look whether they were changed elsewhere: what goes into a message is what stands there now. */
  async function fresh(...sources: unknown[]): Promise<void> {
    if (lookupsIn(...sources).size) await load(true);
    await need(...sources);
  }

  const keep = async (input: LookupInput) => take(await api<StoredLookup>('/lookups', { method: 'POST', body: input }));

  const change = async (id: string, version: number, input: LookupInput) =>
    take(await api<StoredLookup>(`/lookups/${id}`, { method: 'PUT', body: { ...input, version } }));

  async function remove(id: string): Promise<void> {
    await api(`/lookups/${id}`, { method: 'DELETE' });
    rows.value = rows.value.filter((row) => row.id !== id);
    const { [id]: _gone, ...rest } = whole.value;
    whole.value = rest;
    asked.delete(id);
  }

  const restore = async (id: string) => take(await api<StoredLookup>(`/lookups/${id}/restore`, { method: 'POST' }));

  const uses = (id: string) => api<LookupUse[]>(`/lookups/${id}/uses`);

  return { rows, whole, state, problem, load, catchUp, read, need, fresh, keep, change, remove, restore, uses };
});
