import { useEventListener } from '@vueuse/core';
import type { StoredLookup } from '#shared/types/wire';
import { keyProblems, type Lookup } from '#core/lookup/lookup';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';
import { journalOf, journalsOf } from '~/utils/journal';

/** What of a lookup is changed here, to be held against what is saved. */
const contentOf = ({ name, columns, keyColumn, rows }: Lookup) => JSON.stringify([name, columns, keyColumn, rows]);

/**
 * The lookup that is open, kept by itself once every row has a key of its own. What could not be kept is guarded: it is in a
 * journal of this browser, here again when one comes back to it, and the page is not left with it.
 */
export function useLookupEditing(
  /** The lookup the page is to show; empty for none. */
  wanted: Ref<string>,
  around: {
    /** Something else is shown now, or about to be. */
    onChange(): void;
    /** The lookup with this id stands here. */
    onShown(id: string): Promise<void>;
    choose(id: string): unknown;
  },
) {
  const lookups = useLookupsStore();
  const open = shallowRef<StoredLookup | null>(null);
  const problem = ref('');
  const state = ref<'saved' | 'waiting' | 'conflict'>('saved');
  const past = shallowRef<Lookup[]>([]);
  const problems = computed(() => (open.value ? keyProblems(open.value.rows, open.value.keyColumn) : []));
  /** Whether what was not saved when it was left is here again. */
  const restored = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | null = null;
  const { account } = useAccountStore();
  const journal = (id: string) => journalOf<StoredLookup>(account!.id, `lookup:${id}`);
  /** Lookups left with changes that could not be saved yet, as they stood; here again when one comes back. */
  const unsaved = new Map<string, { lookup: StoredLookup; past: Lookup[] }>();

  async function show() {
    const id = wanted.value;
    await leave();
    if (open.value && state.value !== 'saved') unsaved.set(open.value.id, { lookup: open.value, past: past.value });
    problem.value = '';
    restored.value = false;
    around.onChange();
    past.value = [];
    if (!id) return void (open.value = null);
    // What is edited is what is named; nothing of the one before stays under another name.
    open.value = null;
    state.value = 'saved';
    try {
      const read = await lookups.read(id);
      if (wanted.value !== id) return;
      const before = unsaved.get(id);
      unsaved.delete(id);
      const written = before?.lookup ?? journal(id).read();
      open.value = read;
      if (written && contentOf(written) !== contentOf(read)) {
        restored.value = !before;
        // Undo gives back what is saved.
        past.value = before?.past ?? [read];
        apply({ ...read, ...written });
      } else journal(id).drop();
      await around.onShown(id);
    } catch (error) {
      if (wanted.value !== id) return;
      open.value = null;
      problem.value = messageOf(error);
    }
  }
  watch(wanted, show);
  onMounted(async () => {
    await lookups.load(true);
    if (lookups.state === 'ready')
      for (const id of journalsOf(account!.id, 'lookup:'))
        if (!lookups.rows.some((row) => row.id === id)) journal(id).drop();
    if (wanted.value) await show();
    else if (lookups.rows[0]) await around.choose(lookups.rows[0].id);
  });

  function change(part: Partial<Lookup>) {
    if (!open.value) return;
    past.value = [...past.value.slice(-99), open.value];
    apply({ ...open.value, ...part });
  }
  function apply(next: StoredLookup) {
    open.value = next;
    journal(next.id).write(next);
    if (state.value === 'conflict') return;
    state.value = 'waiting';
    clearTimeout(timer);
    timer = setTimeout(() => void save(), 600);
  }
  /** Takes down in the journal what is not a change yet: a cell that is still being typed in. */
  function note(rows: Lookup['rows']) {
    if (open.value) journal(open.value.id).write({ ...open.value, rows });
  }
  function undo() {
    const before = past.value.at(-1);
    if (!before || !open.value) return;
    past.value = past.value.slice(0, -1);
    const { name, columns, keyColumn, rows } = before;
    apply({ ...open.value, name, columns, keyColumn, rows });
  }

  /** Saves what stands here; what is being saved already is waited for, so that it is not saved twice. */
  async function save() {
    while (saving) await saving;
    saving = saveNow().finally(() => (saving = null));
    await saving;
  }
  /** Saves what stands here before it is left, with what is typed while that goes on. */
  async function leave() {
    leaveField();
    await save();
    const saved = open.value;
    leaveField();
    if (open.value !== saved) await save();
  }
  async function saveNow() {
    clearTimeout(timer);
    const current = open.value;
    if (!current || state.value !== 'waiting' || problems.value.length) return;
    const { id, version, name, columns, keyColumn, rows } = current;
    try {
      const saved = await lookups.change(id, version, { name, columns, keyColumn, rows });
      problem.value = '';
      restored.value = false;
      if (open.value?.id !== id) return;
      const unchanged = open.value === current;
      open.value = { ...open.value, version: saved.version };
      if (unchanged) {
        state.value = 'saved';
        journal(id).drop();
      } else timer = setTimeout(() => void save(), 600);
    } catch (error) {
      problem.value = messageOf(error);
      if (error instanceof ApiError && error.data.code === 'stale') state.value = 'conflict';
      else if (!(error instanceof ApiError) || error.status >= 500 || !error.status)
        timer = setTimeout(() => void save(), 3000);
    }
  }
  onBeforeRouteLeave(async () => {
    await leave();
    const left = unsaved.size + (state.value === 'saved' ? 0 : 1);
    if (!left) return;
    problem.value = t(state.value === 'saved' ? 'lookups.unsavedElsewhere' : 'lookups.unsavedHere', { count: left });
    const [id] = unsaved.keys();
    if (state.value === 'saved' && id) void around.choose(id);
    return false;
  });
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    leaveField();
    if (state.value !== 'saved' || unsaved.size) event.preventDefault();
  });
  useCommands({
    undoInLookup: {
      when: ({ target }) => past.value.length > 0 && !(target as HTMLElement).matches('input:not(.cell)'),
      do: undo,
    },
  });

  /** What is open as it is on the server; null when another one is open by then, or it cannot be read. */
  async function readOpen(): Promise<StoredLookup | null> {
    const { id } = open.value!;
    try {
      const newer = await lookups.read(id);
      return open.value?.id === id ? newer : null;
    } catch (error) {
      problem.value = messageOf(error);
      return null;
    }
  }
  async function keepMine() {
    const newer = await readOpen();
    if (!newer) return;
    open.value = { ...open.value!, version: newer.version };
    state.value = 'waiting';
    await save();
  }
  async function takeNewer() {
    const newer = await readOpen();
    if (!newer) return;
    open.value = newer;
    past.value = [];
    problem.value = '';
    restored.value = false;
    state.value = 'saved';
    journal(newer.id).drop();
  }

  /** Takes the lookup that is open off the page; it is about to be deleted. */
  function settled() {
    state.value = 'saved';
  }

  return { open, problem, state, restored, past, problems, change, note, undo, save, keepMine, takeNewer, settled };
}
