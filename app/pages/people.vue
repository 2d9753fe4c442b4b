<script setup lang="ts">
import { useInfiniteScroll, watchDebounced } from '@vueuse/core';
import { FileInput, Search, UserPlus } from 'lucide-vue-next';
import type { PeoplePage, Person, PersonPage } from '#shared/types/person';

useHead({ title: t('people.pageTitle') });

const route = useRoute();
const personId = computed(() => String(route.query.person ?? ''));
const go = useChoosing();
const choose = (id: string, replace = false) => go(id ? { person: id } : {}, replace);

// The list

const find = ref('');
const sort = ref<'latest' | 'name'>('latest');
const rows = shallowRef<Person[]>([]);
const total = ref(0);
const state = ref<'loading' | 'ready' | 'failed'>('loading');
const problem = ref('');
/** So many the server answers with at once. */
const PAGE = 100;
const asking = lastAsked();
async function list(more = false): Promise<void> {
  const isLast = asking();
  state.value = 'loading';
  try {
    const query = { find: find.value.slice(0, 200), sort: sort.value, from: more ? rows.value.length : 0 };
    const page = await api<PeoplePage>('/people/list', { query });
    if (!isLast()) return;
    rows.value = more ? [...rows.value, ...page.rows] : page.rows;
    if (!more || page.rows.length) total.value = page.total;
    state.value = 'ready';
  } catch (error) {
    if (!isLast()) return;
    problem.value = messageOf(error);
    state.value = 'failed';
  }
}
watchDebounced(find, () => list(), { debounce: 120 });
watch(sort, () => list());
const box = ref<HTMLElement>();
useInfiniteScroll(box, () => list(true), {
  distance: 200,
  canLoadMore: () => state.value === 'ready' && rows.value.length < total.value,
});
/** Names of own fields that people have, offered for others. */
const names = computed(() => [...new Set(rows.value.flatMap(({ fields }) => fields.map(({ name }) => name)))].sort());

// The person

/** What stands in the address while somebody is added. */
const NEW = 'new';
const person = shallowRef<PersonPage | null>(null);
const personProblem = ref('');
async function open(): Promise<void> {
  const id = personId.value;
  // What is shown is what is named.
  if (person.value?.id !== id) person.value = null;
  personProblem.value = '';
  if (!id || id === NEW) return;
  try {
    await allHandedOver();
    const read = await api<PersonPage>(`/people/${id}`);
    const isOlder = person.value?.id === id && person.value.version > read.version;
    if (personId.value === id && !isOlder) person.value = read;
  } catch (error) {
    if (personId.value !== id) return;
    personProblem.value = messageOf(error);
    if (error instanceof ApiError && error.status === 404) person.value = null;
  }
}
watch(personId, open);
// Far down in a long list it is read anew when one looks for somebody.
useChangedElsewhere(() => Promise.all([rows.value.length <= PAGE && list(), open()]));
onMounted(async () => {
  await Promise.all([list(), open()]);
  if (!personId.value && rows.value[0]) await choose(rows.value[0].id, true);
});

function onChanged(changed: Person) {
  if (person.value?.id === changed.id) person.value = { ...person.value, ...changed };
  rows.value = rows.value.map((row) => (row.id === changed.id ? { ...row, ...changed, messages: row.messages } : row));
}
function onReplaced(page: PersonPage) {
  if (person.value?.id === page.id) person.value = page;
  void list();
}
const { done, add, close } = useDone(problem);
async function onAdded({ id, fullName, address }: Person, wasKnown: boolean) {
  add({ text: wasKnown ? t('people.wasKnown', { address }) : t('people.isAdded', { name: fullName || address }) });
  await Promise.all([list(), look(id)]);
}
async function onDeleted() {
  const { fullName, address } = person.value!;
  person.value = null;
  add({ text: t('people.isDeleted', { name: fullName || address }) });
  await choose('', true);
  await list();
}

// Files

const work = useNoteImport(async () => void (await list()), 'people');
const { step } = work;
/** Somebody of the list is looked at, while what a file brings is still open. */
const isAside = ref(false);
const look = (id: string) => {
  isAside.value = true;
  return choose(id);
};
/** What a file brings is shown instead. */
const isLooking = computed(() => step.value !== 'idle' && !isAside.value);
watch(step, (now) => now === 'reading' && (isAside.value = false));
const input = ref<HTMLInputElement>();
function bring(files: FileList | File[] | null) {
  const given = [...(files ?? [])];
  if (input.value) input.value.value = '';
  if (!given.length) return;
  // Whoever was being added is here again afterwards.
  if (personId.value === NEW) void choose('');
  void work.read(given);
}
const dropping = useFileDrop(bring);
async function undoImport() {
  const text = await work.undo();
  if (text) add({ text });
  await Promise.all([list(), open()]);
}
async function leaveImport() {
  await work.leave();
  await open();
}
const OUT = [
  ['vcf', t('people.vCard')],
  ['vcf3', t('people.vCard3')],
  ['csv', t('people.csv')],
] as const;
</script>

<template>
  <div class="people">
    <h1 class="visually-hidden">{{ t('common.people') }}</h1>
    <nav class="list" :aria-label="t('people.yours')">
      <div class="finding">
        <label class="search">
          <Search :size="14" aria-hidden="true" />
          <input
            v-model="find"
            type="search"
            class="field"
            :aria-label="t('people.find')"
            :placeholder="t('people.find')"
          />
        </label>
        <select v-model="sort" class="field sort" :aria-label="t('people.sort')">
          <option value="latest">{{ t('people.latest') }}</option>
          <option value="name">{{ t('people.byName') }}</option>
        </select>
        <span class="small soft" role="status">{{ t('people.count', { count: total }) }}</span>
      </div>
      <p v-if="state === 'failed'" class="notice bad" role="alert">
        {{ problem }} <button type="button" class="text-button" @click="list()">{{ t('common.tryAgain') }}</button>
      </p>
      <p v-else-if="!rows.length" class="state soft">
        {{ state === 'loading' ? t('people.loading') : find ? t('people.noneFound') : t('people.none') }}
      </p>
      <ul ref="box">
        <li v-for="row in rows" :key="row.id">
          <button
            type="button"
            class="plain-button row"
            :class="{ current: row.id === personId && !isLooking }"
            :aria-current="(row.id === personId && !isLooking) || undefined"
            @click="look(row.id)"
          >
            <span class="name" dir="auto">{{ row.fullName || row.address }}</span>
            <span class="small soft">{{ row.lastAt ? waited(row.lastAt, Date.now()) : '' }}</span>
            <span class="small soft about" dir="auto">{{
              [row.company, row.fullName && row.address].filter(Boolean).join(' · ')
            }}</span>
          </button>
        </li>
      </ul>
      <footer class="foot small">
        <span class="come">
          <button type="button" class="text-button" @click="choose(NEW)">
            <UserPlus :size="14" aria-hidden="true" />{{ t('people.add') }}
          </button>
          <button type="button" class="text-button" @click="input?.click()">
            <FileInput :size="14" aria-hidden="true" />{{ t('people.bringIn') }}
          </button>
        </span>
        <input
          ref="input"
          type="file"
          multiple
          class="visually-hidden"
          tabindex="-1"
          :aria-label="t('people.filesWithPeople')"
          accept=".vcf,.vcard,.csv,.tsv,.txt,.json"
          @change="(event) => bring((event.target as HTMLInputElement).files)"
        />
        <span class="out" :class="{ nobody: !total }">
          {{ t('people.takeOut') }}
          <a v-for="[format, words] in OUT" :key="format" :href="`/api/people/file?format=${format}`" download>{{
            words
          }}</a>
        </span>
      </footer>
    </nav>

    <div class="page">
      <DoneBar :done="done" @close="close" />
      <p v-if="work.problem.value && step === 'idle'" class="notice bad" role="alert">{{ work.problem.value }}</p>
      <p v-if="step !== 'idle' && isAside && personId !== NEW" class="notice">
        {{ t('people.fileIsOpen') }}
        <button type="button" class="text-button" @click="isAside = false">{{ t('people.backToFile') }}</button>
      </p>
      <AddPerson v-if="personId === NEW" @added="onAdded" @close="choose(step === 'idle' ? (rows[0]?.id ?? '') : '')" />
      <ImportPreview v-else-if="isLooking" :work="work" @close="leaveImport" @undo="undoImport" />
      <PersonSheet
        v-else-if="person"
        :key="person.id"
        :person="person"
        :names="names"
        @changed="onChanged"
        @replaced="onReplaced"
        @deleted="onDeleted"
      />
      <p v-else-if="personProblem" class="notice bad" role="alert">{{ personProblem }}</p>
      <p v-else-if="personId" class="soft state">{{ t('people.opening') }}</p>
      <p v-else-if="rows.length" class="soft state">{{ t('people.choose') }}</p>
    </div>
    <DropHint v-if="dropping">{{ t('people.dropHere') }}</DropHint>
  </div>
</template>

<style scoped>
.people {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
}

.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--rule);
  background: var(--ground-deep);
}

.finding {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: var(--s2);
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.search {
  grid-column: 1 / -1;
  position: relative;
}

.search svg {
  position: absolute;
  inset-inline-start: 9px;
  top: 9px;
  color: var(--ink-soft);
}

.search .field {
  padding-inline-start: 30px;
}

.sort {
  width: 130px;
}

ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

.row {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 var(--s2);
  padding: 6px var(--s3) 7px;
  border-bottom: 1px solid var(--rule);
}

.row:hover {
  background: var(--ground);
}

.row.current {
  background: var(--sheet);
}

.row:focus-visible {
  outline-offset: -2px;
}

.name {
  font-weight: 500;
}

.name,
.about {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.about {
  grid-column: 1 / -1;
  min-height: 18px;
}

.foot {
  display: grid;
  gap: var(--s1);
  padding: var(--s2) var(--s3);
  border-top: 1px solid var(--rule);
  justify-items: start;
}

.come {
  display: flex;
  gap: var(--s2);
}

/* Its place is kept, so that nothing moves under the pointer when the list has come. */
.nobody {
  visibility: hidden;
}

.out a {
  margin-inline-start: var(--s2);
}

.page {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  min-width: 0;
  padding: var(--s3) var(--s5) 0;
}

.page > :deep(.person) {
  flex: 1;
}

.state {
  padding: var(--s4);
}
</style>
