import type { LookupUse } from '#shared/types/wire';
import { fold } from '#core/text/fold';
import type { Column, Row } from '#core/lookup/lookup';
import { useLookupsStore } from '~/stores/lookups';
import type { useLookupEditing } from './useLookupEditing';

/** What of a lookup notes draw on: said before it goes, and carried through where it is renamed. */
export function useLookupUses({ open, problem, save, change }: ReturnType<typeof useLookupEditing>) {
  const lookups = useLookupsStore();
  const uses = shallowRef<LookupUse[]>([]);
  /** A key that was changed although notes name it. */
  const carrying = shallowRef<{ from: string; to: string; notes: string[] } | null>(null);
  /** Something about to go although notes draw on it. */
  const removing = shallowRef<{ what: string; then: string; notes: string[]; act(): unknown } | null>(null);

  async function read(id: string): Promise<void> {
    const found = await lookups.uses(id);
    if (open.value?.id === id) uses.value = found;
  }
  function forget() {
    carrying.value = removing.value = null;
  }

  async function onKey(from: string, to: string) {
    const { id } = open.value!;
    const found = await lookups.uses(id).catch(() => uses.value);
    if (open.value?.id !== id) return;
    uses.value = found;
    const notes = uses.value.filter(({ keys }) => keys.some((key) => fold(key) === fold(from))).map(({ name }) => name);
    carrying.value = notes.length && fold(from) !== fold(to) ? { from, to, notes } : null;
  }
  async function carry() {
    const { from, to } = carrying.value!;
    const { id } = open.value!;
    try {
      await save();
      await api(`/lookups/${id}/carry-key`, { method: 'POST', body: { from, to } });
      if (open.value?.id === id) carrying.value = null;
      await read(id);
    } catch (error) {
      problem.value = messageOf(error);
    }
  }
  /** Does it at once when no note is touched; else says which are, and asks. The notes are asked for anew each time. */
  const askFirst = once(
    async (what: string, then: string, isTouched: (use: LookupUse) => boolean, act: () => unknown) => {
      removing.value = null;
      const { id } = open.value!;
      let touched: LookupUse[];
      try {
        uses.value = await lookups.uses(id);
        touched = uses.value.filter(isTouched);
        if (!touched.length && open.value?.id === id) return await act();
      } catch (error) {
        return void (problem.value = messageOf(error));
      }
      if (open.value?.id !== id) return;
      removing.value = {
        what,
        then,
        notes: touched.map(({ name }) => name),
        act() {
          removing.value = null;
          return act();
        },
      };
    },
  );
  const asked = () => t('lookups.theyWillAsk');
  const removeColumn = (column: Column) =>
    askFirst(
      t('lookups.theColumn', { name: column.name }),
      asked(),
      ({ columns }) => columns.includes(column.id),
      () => {
        const { columns, rows } = open.value!;
        change({
          columns: columns.filter(({ id }) => id !== column.id),
          rows: rows.map(({ [column.id]: _gone, ...row }) => row),
        });
      },
    );
  function removeRow(shown: Row) {
    // The grid hands out its own view of a row.
    const row = toRaw(shown);
    const key = row[open.value!.keyColumn] ?? '';
    const names = ({ keys }: LookupUse) => keys.some((other) => fold(other) === fold(key));
    return askFirst(t('lookups.theRow', { key }), asked(), names, () =>
      change({ rows: open.value!.rows.filter((other) => other !== row) }),
    );
  }
  const removeLookup = (act: () => unknown) =>
    askFirst(t('lookups.thisLookup'), t('lookups.askAndBack'), () => true, act);

  return { uses, carrying, removing, read, forget, onKey, carry, removeColumn, removeRow, removeLookup };
}
