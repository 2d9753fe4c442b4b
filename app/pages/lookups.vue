<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { ClipboardPaste, Download, Plus, Search, Undo2 } from 'lucide-vue-next';
import type { LookupUse, StoredLookup } from '#shared/types/wire';
import type { LookupInput } from '#shared/schemas/lookup';
import type { Ways } from '../../core/lookup/cell';
import { dayAt } from '../../core/calendar/day';
import { writeCsv } from '../../core/lookup/csv';
import { foldKey, keyProblems, type Column, type Lookup, type Row } from '../../core/lookup/lookup';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';

useHead({ title: 'Lookups · Jar Note' });

const account = useAccountStore();
const lookups = useLookupsStore();
const route = useRoute();

const lookupId = computed(() => String(route.query.lookup ?? ''));
const choose = (id: string) => navigateTo({ query: id ? { lookup: id } : {} });

const open = shallowRef<StoredLookup | null>(null);
const bringing = ref(false);
const problem = ref('');
const find = ref('');
const uses = shallowRef<LookupUse[]>([]);
const deleted = shallowRef<{ id: string; name: string } | null>(null);
/** A key that was changed although notes name it. */
const carrying = shallowRef<{ from: string; to: string; notes: string[] } | null>(null);
/** Something about to go although notes draw on it. */
const removing = shallowRef<{ what: string; then: string; notes: string[]; act(): unknown } | null>(null);
const grid = ref<{ showRow(at: number): void }>();

const ways = computed<Ways>(() => {
  const { locale, currency, timeZone, weekdaysOff, daysOff } = account.settings!;
  return {
    locale,
    currency,
    today: dayAt(Date.now(), timeZone),
    off: { weekdays: weekdaysOff, days: daysOff.map(({ day }) => day) },
  };
});

/** Lookups left with changes that could not be saved yet, as they stood; here again when one comes back. */
const unsaved = new Map<string, { lookup: StoredLookup; past: Lookup[] }>();

async function show() {
  const wanted = lookupId.value;
  await save();
  if (open.value && state.value !== 'saved') unsaved.set(open.value.id, { lookup: open.value, past: past.value });
  problem.value = '';
  carrying.value = removing.value = null;
  find.value = '';
  past.value = [];
  if (!lookupId.value) return void (open.value = null);
  bringing.value = false;
  // What is edited is what is named; nothing of the one before stays under another name.
  open.value = null;
  state.value = 'saved';
  try {
    const read = await lookups.read(wanted);
    if (lookupId.value !== wanted) return;
    const before = unsaved.get(wanted);
    unsaved.delete(wanted);
    open.value = before ? { ...read, ...before.lookup } : read;
    past.value = before?.past ?? [];
    if (before) apply(open.value);
    const drawn = await lookups.uses(wanted);
    if (lookupId.value === wanted) uses.value = drawn;
  } catch (error) {
    if (lookupId.value !== wanted) return;
    open.value = null;
    problem.value = messageOf(error);
  }
}
watch(lookupId, show);
onMounted(async () => {
  await lookups.load(true);
  if (lookupId.value) await show();
  else if (lookups.rows[0]) await choose(lookups.rows[0].id);
});

// Changes are kept by themselves, once every row has a key of its own.

const state = ref<'saved' | 'waiting' | 'conflict'>('saved');
const past = shallowRef<Lookup[]>([]);
const problems = computed(() => (open.value ? keyProblems(open.value.rows, open.value.keyColumn) : []));
let timer: ReturnType<typeof setTimeout> | undefined;

function change(part: Partial<Lookup>) {
  if (!open.value) return;
  past.value = [...past.value.slice(-99), open.value];
  apply({ ...open.value, ...part });
}
function apply(next: StoredLookup) {
  open.value = next;
  if (state.value === 'conflict') return;
  state.value = 'waiting';
  clearTimeout(timer);
  timer = setTimeout(() => void save(), 600);
}
function undo() {
  const before = past.value.at(-1);
  if (!before || !open.value) return;
  past.value = past.value.slice(0, -1);
  const { name, columns, keyColumn, rows } = before;
  apply({ ...open.value, name, columns, keyColumn, rows });
}

async function save() {
  clearTimeout(timer);
  const current = open.value;
  if (!current || state.value !== 'waiting' || problems.value.length) return;
  const { id, version, name, columns, keyColumn, rows } = current;
  try {
    const saved = await lookups.change(id, version, { name, columns, keyColumn, rows });
    problem.value = '';
    if (open.value?.id !== id) return;
    const unchanged = open.value === current;
    open.value = { ...open.value, version: saved.version };
    if (unchanged) state.value = 'saved';
    else timer = setTimeout(() => void save(), 600);
  } catch (error) {
    problem.value = messageOf(error);
    if (error instanceof ApiError && error.data.code === 'stale') state.value = 'conflict';
    else if (!(error instanceof ApiError) || error.status >= 500 || !error.status)
      timer = setTimeout(() => void save(), 3000);
  }
}
onBeforeRouteLeave(async () => {
  await save();
  const left = unsaved.size + (state.value === 'saved' ? 0 : 1);
  if (!left) return;
  problem.value = `${left === 1 ? 'A lookup has changes' : `${left} lookups have changes`} that could not be saved: ${
    state.value === 'saved' ? 'open it and put it right' : 'put right what is marked'
  }, or take the changes back, then go on.`;
  const [id] = unsaved.keys();
  if (state.value === 'saved' && id) void choose(id);
  return false;
});
useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (state.value !== 'saved' || unsaved.size) event.preventDefault();
});
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || !past.value.length) return;
  if ((event.target as HTMLElement).matches('input:not(.cell)')) return;
  event.preventDefault();
  undo();
});

async function keepMine() {
  const newer = await lookups.read(open.value!.id);
  open.value = { ...open.value!, version: newer.version };
  state.value = 'waiting';
  await save();
}
async function takeNewer() {
  open.value = await lookups.read(open.value!.id);
  past.value = [];
  problem.value = '';
  state.value = 'saved';
}

// Keys and columns that notes name

async function onKey(from: string, to: string) {
  uses.value = await lookups.uses(open.value!.id).catch(() => uses.value);
  const notes = uses.value
    .filter(({ keys }) => keys.some((key) => foldKey(key) === foldKey(from)))
    .map(({ name }) => name);
  carrying.value = notes.length && foldKey(from) !== foldKey(to) ? { from, to, notes } : null;
}
async function carry() {
  const { from, to } = carrying.value!;
  try {
    await save();
    await api(`/lookups/${open.value!.id}/carry-key`, { method: 'POST', body: { from, to } });
    carrying.value = null;
    uses.value = await lookups.uses(open.value!.id);
  } catch (error) {
    problem.value = messageOf(error);
  }
}
/** Does it at once when no note is touched; else says which are, and asks. The notes are asked for anew each time. */
async function askFirst(what: string, then: string, isTouched: (use: LookupUse) => boolean, act: () => unknown) {
  removing.value = null;
  try {
    uses.value = await lookups.uses(open.value!.id);
  } catch (error) {
    return void (problem.value = messageOf(error));
  }
  const touched = uses.value.filter(isTouched);
  if (!touched.length) return act();
  removing.value = {
    what,
    then,
    notes: touched.map(({ name }) => name),
    act() {
      removing.value = null;
      return act();
    },
  };
}
const ASKED = 'Without it they will ask for the words.';
const removeColumn = (column: Column) =>
  askFirst(
    `the column “${column.name}”`,
    ASKED,
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
  const names = ({ keys }: LookupUse) => keys.some((other) => foldKey(other) === foldKey(key));
  return askFirst(`the row “${key}”`, ASKED, names, () =>
    change({ rows: open.value!.rows.filter((other) => other !== row) }),
  );
}

// Making, deleting, handing out

async function make() {
  const taken = new Set(lookups.rows.map(({ name }) => name));
  let n = 1;
  while (taken.has(n === 1 ? 'New lookup' : `New lookup ${n}`)) n++;
  await keep({
    name: n === 1 ? 'New lookup' : `New lookup ${n}`,
    columns: [
      { id: 'c1', name: 'Name', type: 'text' },
      { id: 'c2', name: 'Price', type: 'money' },
    ],
    keyColumn: 'c1',
    rows: [],
  });
}
async function keep(input: LookupInput) {
  try {
    const kept = await lookups.keep(input);
    bringing.value = false;
    await choose(kept.id);
  } catch (error) {
    problem.value = messageOf(error);
  }
}
const remove = () => askFirst('this lookup', `${ASKED} It can be brought back.`, () => true, removeAll);
async function removeAll() {
  const gone = open.value!;
  try {
    state.value = 'saved';
    await lookups.remove(gone.id);
    deleted.value = { id: gone.id, name: gone.name };
    open.value = null;
    await choose('');
  } catch (error) {
    problem.value = messageOf(error);
  }
}
async function bringBack() {
  const { id } = deleted.value!;
  deleted.value = null;
  await lookups.restore(id);
  await choose(id);
}
function exportCsv() {
  const lookup = open.value!;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([writeCsv(lookup, ways.value)], { type: 'text/csv;charset=utf-8' }));
  link.download = `${lookup.name.replace(/[\\/:*?"<>|]/g, '-')}.csv`;
  link.click();
  URL.revokeObjectURL(link.href);
}
const names = (list: string[]) =>
  `${list
    .slice(0, 3)
    .map((name) => `“${name}”`)
    .join(', ')}${list.length > 3 ? ` and ${list.length - 3} more` : ''}`;
</script>

<template>
  <div class="lookups">
    <h1 class="visually-hidden">Lookups</h1>
    <nav class="list" aria-label="Your lookups">
      <header class="head">
        <button type="button" class="text-button" @click="make">
          <Plus :size="14" aria-hidden="true" />New lookup
        </button>
        <button type="button" class="text-button" @click="((bringing = true), choose(''))">
          <ClipboardPaste :size="14" aria-hidden="true" />From a table
        </button>
      </header>
      <p v-if="lookups.state === 'loading'" class="soft">Fetching your lookups …</p>
      <p v-else-if="lookups.state === 'failed'" class="notice bad" role="alert">
        {{ lookups.problem }} <button type="button" class="text-button" @click="lookups.load(true)">Try again</button>
      </p>
      <p v-if="deleted" class="notice" role="status">
        “{{ deleted.name }}” is deleted. <button type="button" class="text-button" @click="bringBack">Undo</button>
      </p>
      <button
        v-for="row in lookups.rows"
        :key="row.id"
        type="button"
        class="plain-button lookup"
        :class="{ current: row.id === open?.id }"
        :aria-current="row.id === open?.id || undefined"
        @click="choose(row.id)"
      >
        <span class="title">{{ row.name }}</span>
        <span class="small soft">{{ row.rowCount.toLocaleString() }} {{ row.rowCount === 1 ? 'row' : 'rows' }}</span>
      </button>
    </nav>

    <div class="table">
      <BringTable v-if="bringing" :ways="ways" @keep="keep" @close="bringing = false" />
      <template v-else-if="open">
        <header class="head">
          <input
            class="field title-field"
            aria-label="Name of the lookup"
            maxlength="100"
            :value="open.name"
            @change="(e) => change({ name: (e.target as HTMLInputElement).value.trim() || open!.name })"
          />
          <el-input v-model="find" placeholder="Find a row" aria-label="Find a row" clearable class="find">
            <template #prefix><Search :size="14" aria-hidden="true" /></template>
          </el-input>
          <span class="gap" />
          <button type="button" class="text-button" :disabled="!past.length" @click="undo">
            <Undo2 :size="14" aria-hidden="true" />Undo
          </button>
          <button type="button" class="text-button" @click="exportCsv">
            <Download :size="14" aria-hidden="true" />Export CSV
          </button>
          <button type="button" class="text-button" @click="remove">Delete</button>
        </header>
        <p v-if="problem" class="notice bad" role="alert">
          {{ problem }}
          <template v-if="state === 'conflict'">
            <button type="button" class="text-button" @click="keepMine">Keep mine</button>
            <button type="button" class="text-button" @click="takeNewer">Take the other one</button>
          </template>
        </p>
        <p v-if="carrying" class="notice" role="status">
          {{ names(carrying.notes) }} {{ carrying.notes.length === 1 ? 'names' : 'name' }} the row “{{
            carrying.from
          }}”.
          <button type="button" class="text-button" @click="carry">Put “{{ carrying.to }}” there too</button>
          <button type="button" class="text-button" @click="carrying = null">Leave them</button>
        </p>
        <p v-if="removing" class="notice" role="status">
          {{ names(removing.notes) }} {{ removing.notes.length === 1 ? 'draws' : 'draw' }} on {{ removing.what }}.
          {{ removing.then }}
          <button type="button" class="text-button" @click="removing.act()">Remove it</button>
          <button type="button" class="text-button" @click="removing = null">Keep it</button>
        </p>
        <LookupGrid
          ref="grid"
          :key="open.id"
          :lookup="open"
          :ways="ways"
          :find="find"
          class="sheet"
          @change="change"
          @key="onKey"
          @remove-column="removeColumn"
          @remove-row="removeRow"
        />
        <footer class="foot small">
          <template v-if="problems.length">
            <span class="bad" role="status">
              {{ problems[0]!.kind === 'empty' ? 'A row has no key' : `“${problems[0]!.key}” stands twice` }}; not saved
              until each row has a key of its own.
            </span>
            <button type="button" class="text-button small" @click="grid?.showRow(problems[0]!.rows.at(-1)!)">
              Show row {{ problems[0]!.rows.at(-1)! + 1 }}
            </button>
          </template>
          <span v-else class="soft" role="status">{{ state === 'saved' ? 'Saved' : 'Saving …' }}</span>
          <span class="gap" />
          <span class="soft">{{
            uses.length ? `Used in ${names(uses.map(({ name }) => name))}` : 'No note draws on it yet.'
          }}</span>
        </footer>
      </template>
      <p v-else-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <div v-else-if="lookups.state === 'ready' && !lookups.rows.length" class="soft empty">
        <p>A lookup is a table of facts that notes draw on: prices, places, opening hours.</p>
        <p>Choose one key in the fill list, and every fact of its row stands in the letter.</p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.lookups {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
}

.list {
  border-right: 1px solid var(--rule);
  padding: var(--s2) var(--s2);
  overflow-y: auto;
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 40px;
}

.lookup {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  width: 100%;
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.lookup.current {
  background: var(--sheet);
}

.title {
  font: 15px var(--serif);
}

.table {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  padding: var(--s2) var(--s4) 0;
}

.title-field {
  width: 220px;
  font: 600 16px var(--serif);
}

.find {
  width: 200px;
}

.gap {
  flex: 1;
}

.sheet {
  flex: 1;
}

.foot {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 38px;
}

.bad {
  color: var(--warn);
}

.empty {
  padding: var(--s6) var(--s4);
  display: grid;
  gap: var(--s2);
}
</style>
