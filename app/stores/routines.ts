import { defineStore } from 'pinia';
import type { RoutineChange } from '#shared/schemas/routine';
import type { Routine } from '#shared/types/wire';
import type { Named } from '#core/routine/say';
import { routineProblems, routineSays } from '#core/routine/say';
import type { RoutineSteps } from '#core/routine/routine';
import { saveMerged } from '~/utils/saveMerged';
import { useAccountStore } from './account';
import { useNotesStore } from './notes';

/** The routines, in their order. */
export const useRoutinesStore = defineStore('routines', () => {
  const rows = shallowRef<Routine[]>([]);
  const account = useAccountStore();
  const notes = useNotesStore();
  let loaded: Promise<void> | null = null;

  /** Reads them, once; anew when asked for. */
  function load(anew = false): Promise<void> {
    if (anew) loaded = null;
    loaded ??= api<Routine[]>('/routines').then(
      (found) => void (rows.value = found),
      (error) => {
        loaded = null;
        throw error;
      },
    );
    return loaded;
  }

  /** Takes over what was changed in another window. @throws ApiError when that cannot be read */
  async function catchUp(): Promise<void> {
    if (loaded) await load(true);
  }

  /**
   * Keeps a new routine, or one that was changed from `base`, put together with what was changed elsewhere meanwhile.
   * @throws ApiError `stale` when both changed the same, and not alike
   */
  async function keep(input: RoutineChange, id?: string, base = input): Promise<Routine> {
    const kept = id
      ? await saveMerged((body) => api<Routine>(`/routines/${id}`, { method: 'PUT', body }), input, base)
      : await api<Routine>('/routines', { method: 'POST', body: input });
    await load(true);
    return kept;
  }

  async function remove(id: string): Promise<void> {
    await api(`/routines/${id}`, { method: 'DELETE' });
    await load(true);
  }

  async function restore(id: string): Promise<void> {
    await api(`/routines/${id}/restore`, { method: 'POST' });
    await load(true);
  }

  /** Moves one before the one above it. */
  async function moveUp(id: string): Promise<void> {
    const ids = rows.value.map((row) => row.id);
    const at = ids.indexOf(id);
    ids.splice(Math.max(0, at - 1), 0, ...ids.splice(at, 1));
    rows.value = await api<Routine[]>('/routines', { method: 'PUT', body: { ids } });
  }

  const named: Named = {
    // Until the notes are here nothing is gone.
    note: (id) => notes.byId.get(id)?.name ?? (notes.state === 'ready' ? null : ''),
    signature: (id) => account.settings!.signatures.find((one) => one.id === id)?.name ?? null,
  };
  /** What one does, as one sentence. */
  const sentenceOf = (steps: RoutineSteps): string => {
    const text = routineSays(steps, named).map(say).join('; ');
    return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
  };
  const problemsOf = (steps: RoutineSteps) => routineProblems(steps, named).map(say);

  return { rows, load, catchUp, keep, remove, restore, moveUp, sentenceOf, problemsOf };
});
