import type { NoteRow } from '#shared/types/wire';
import type { SortKey } from '~/components/library/NoteTable.vue';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore } from '~/stores/shelves';
import { lastAsked } from '~/utils/lastAsked';

const MONTH = 30.4 * 86_400_000;

/** Which notes the Library shows, and in what order: by a search, by where they stand, by filters, by any column. */
export function useNoteRows() {
  const account = useAccountStore();
  const notes = useNotesStore();
  const shelves = useShelvesStore();

  const query = ref('');
  const place = ref('all');
  const filters = reactive({ blanks: false, files: false, /** In months; 0 for all. */ idle: 0 });
  const idleChoices = [
    { value: 0, label: t('library.usedWhenever') },
    { value: 3, label: t('library.unusedFor3Months') },
    { value: 6, label: t('library.unusedFor6Months') },
    { value: 12, label: t('library.unusedForYear') },
  ];

  const found = shallowRef<{ row: NoteRow; terms: string[] }[] | null>(null);
  const asking = lastAsked();
  watch([query, () => notes.rows], async ([text]) => {
    const isLast = asking();
    const hits = text.trim() ? await notes.search(text, 20_000) : null;
    if (!isLast()) return;
    found.value = hits;
  });
  watch(query, (text, before) => {
    if (text.trim() && !before.trim()) sort.value = { key: 'match', down: false };
    if (!text.trim() && sort.value.key === 'match') sort.value = { key: 'name', down: false };
  });
  const terms = computed(() => new Map((found.value ?? []).map(({ row, terms: words }) => [row.id, words])));

  const sort = ref<{ key: SortKey; down: boolean }>({ key: 'name', down: false });
  function sortBy(key: SortKey) {
    const down = key === 'used' || key === 'lastUsed' || key === 'updatedAt';
    sort.value = sort.value.key === key ? { key, down: !sort.value.down } : { key, down };
  }
  const collator = new Intl.Collator(account.settings?.locale, { numeric: true, sensitivity: 'base' });

  const within = computed(() => (shelves.byId.has(place.value) ? shelves.within(place.value) : null));
  const now = Date.now();
  const shown = computed<NoteRow[]>(() => {
    // A row may have changed since it was found.
    const all = found.value ? found.value.flatMap(({ row }) => notes.byId.get(row.id) ?? []) : notes.rows;
    const rows = all.filter(
      (row) =>
        (place.value !== 'pinned' || row.pinned) &&
        (place.value !== 'loose' || !row.shelfId) &&
        (!within.value || within.value.has(row.shelfId ?? '')) &&
        (!filters.blanks || row.blanks > 0) &&
        (!filters.files || row.files > 0) &&
        (!filters.idle || Math.max(row.lastUsed, row.createdAt) < now - filters.idle * MONTH),
    );
    const { key, down } = sort.value;
    if (found.value && key === 'match') return rows;
    if (place.value === 'pinned' && !found.value) return rows.sort((a, b) => a.pinOrder - b.pinOrder);
    const path = (row: NoteRow) => shelves.path(row.shelfId).join(' / ');
    const compare = {
      name: (a: NoteRow, b: NoteRow) => collator.compare(a.name, b.name),
      shelf: (a: NoteRow, b: NoteRow) => collator.compare(path(a), path(b)) || collator.compare(a.name, b.name),
      begins: (a: NoteRow, b: NoteRow) => collator.compare(a.description || a.bodyText, b.description || b.bodyText),
      used: (a: NoteRow, b: NoteRow) => a.used - b.used,
      lastUsed: (a: NoteRow, b: NoteRow) => a.lastUsed - b.lastUsed,
      updatedAt: (a: NoteRow, b: NoteRow) => a.updatedAt - b.updatedAt,
      createdAt: (a: NoteRow, b: NoteRow) => a.createdAt - b.createdAt,
      pins: (a: NoteRow, b: NoteRow) => a.pinOrder - b.pinOrder,
      match: () => 0,
    }[key];
    return [...rows].sort((a, b) => (down ? compare(b, a) : compare(a, b)));
  });
  const filtered = computed(() => Boolean(query.value.trim() || filters.blanks || filters.files || filters.idle));

  return { query, place, filters, idleChoices, sort, sortBy, terms, found, shown, filtered };
}
