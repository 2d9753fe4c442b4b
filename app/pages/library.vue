<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { Download, FolderInput, Plus, Search } from 'lucide-vue-next';
import type { Keeping, Note } from '#shared/types/wire';
import { useAccountStore } from '~/stores/account';
import { useKeepStore } from '~/stores/keep';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore } from '~/stores/shelves';

useHead({ title: t('library.pageTitle') });

const account = useAccountStore();
const notes = useNotesStore();
const shelves = useShelvesStore();
const route = useRoute();

const { query, place, filters, idleChoices, sort, sortBy, terms, found, shown, filtered } = useNoteRows();

// The bench

const noteId = computed(() => String(route.query.note ?? ''));
const note = shallowRef<Note | null>(null);
const problem = ref('');
const go = useChoosing();
const choose = (id: string) => go(id ? { note: id } : {});

async function open() {
  problem.value = '';
  const wanted = noteId.value;
  try {
    const read = !wanted || wanted === 'new' ? null : await notes.read(wanted);
    // Another one was asked for meanwhile; what comes late is not shown under its name.
    if (noteId.value === wanted) note.value = read;
  } catch (error) {
    if (noteId.value !== wanted) return;
    note.value = null;
    problem.value = messageOf(error);
  }
}
watch(noteId, open);
onMounted(async () => {
  await notes.load();
  await open();
  void lookForUnfinished();
});

async function kept(fresh: Note) {
  note.value = fresh;
  if (noteId.value === 'new') await choose(fresh.id);
}
/** What the bench shows and writes: one note with one id, never the one that was there before. */
const shownId = computed(() => (noteId.value === 'new' ? 'new' : note.value?.id === noteId.value ? noteId.value : ''));
const onBench = computed(() => noteId.value === 'new' || Boolean(note.value));

useCommands({ newNote: () => choose('new'), closeBench: { when: () => onBench.value, do: () => choose('') } });

const chosen = ref(new Set<string>());
/** Only what is still there can be acted on. */
const ids = computed(() => [...chosen.value].filter((id) => notes.byId.has(id)));
const { done, add, close, several, undo, remove, move, copy, pin, movePin, shelfRemoved } = useNoteActs({
  chosen,
  problem,
  bench: { noteId, choose, reopen: async () => void (note.value && (await open())) },
});

// Out and in

const takingOut = shallowRef<{ ids: string[] | null; what: string } | null>(null);
function takeOut() {
  const shelf = shelves.byId.get(place.value);
  if (ids.value.length) takingOut.value = { ids: ids.value, what: several(ids.value) };
  else if (shelf)
    takingOut.value = { ids: shown.value.map(({ id }) => id), what: t('library.theShelf', { name: shelf.name }) };
  else takingOut.value = { ids: null, what: t('library.everything') };
}

const work = useNoteImport(() => notes.load(true));
const { step } = work;
/** Wording that was brought to the bench and not kept yet. */
const unkept = shallowRef<ReturnType<typeof broughtUnkept>>([]);
const lookForUnkept = () => (unkept.value = broughtUnkept(account.account!.id));
onMounted(lookForUnkept);
watch(noteId, lookForUnkept, { flush: 'post' });
async function goOnWith({ place, content }: (typeof unkept.value)[number]) {
  useKeepStore().bring('new', { input: content, origin: null, place });
  await choose('new');
}
function dropUnkept({ place }: (typeof unkept.value)[number]) {
  dropBrought(account.account!.id, place);
  lookForUnkept();
}

const unfinished = shallowRef<{ id: string; waiting: number } | null>(null);
async function lookForUnfinished() {
  const open = await api<{ id: string; waiting: number }[]>('/imports').catch(() => []);
  unfinished.value = open.find(({ waiting }) => waiting > 0) ?? null;
}
const fileInput = ref<HTMLInputElement>();
function bring(files: FileList | null) {
  const list = [...(files ?? [])];
  if (fileInput.value) fileInput.value.value = '';
  if (!list.length) return;
  if (list.length === 1 && /\.eml$/i.test(list[0]!.name)) return void bringMessage(list[0]!);
  void choose('');
  void work.read(list);
}

/** One message goes to the bench, where what was left out of it can be put back. */
async function bringMessage(file: File) {
  problem.value = '';
  try {
    const keeping = await api<Keeping>('/messages/keeping', {
      method: 'POST',
      body: file,
      headers: { 'content-type': 'application/octet-stream' },
    });
    const { signature, quoted, remarks, person } = keeping;
    useKeepStore().bring('new', {
      input: noteOf(keeping),
      origin: originOf(person, null),
      left: { signature, quoted, remarks },
    });
    await choose('new');
  } catch (error) {
    problem.value = messageOf(error);
  }
}
// On the bench the editor and the attachments take files themselves.
useWorkTime('library');
const dropping = useFileDrop(bring, () => !onBench.value);
async function leaveImport() {
  await work.leave();
  unfinished.value = null;
}
async function undoImport() {
  const text = await work.undo();
  if (text) add({ text });
}
async function takeUnfinished() {
  const { id } = unfinished.value!;
  unfinished.value = null;
  await work.open(id);
}

const starter = useLocalStorage('jar-note:starter-left', false);
const binCount = ref(0);
watch(
  () => notes.rows.length,
  async () => (binCount.value = (await notes.bin().catch(() => [])).length),
);
</script>

<template>
  <div class="library" :class="{ bench: onBench }">
    <h1 class="visually-hidden">{{ t('common.library') }}</h1>
    <ShelfTree
      v-if="!onBench"
      :place="place"
      :bin-count="binCount"
      @choose="(where) => ((place = where), (chosen = new Set()))"
      @drop="move"
      @removed="shelfRemoved"
      @problem="(message) => (problem = message)"
    />
    <section class="list" :aria-label="t('common.notes')" data-part="notes" data-home="1">
      <header class="head">
        <el-input
          v-model="query"
          :placeholder="t(onBench ? 'common.findNote' : 'common.findNoteHint')"
          :aria-label="t('common.findNote')"
          clearable
          class="search"
        >
          <template #prefix><Search :size="14" aria-hidden="true" /></template>
        </el-input>
        <template v-if="!onBench">
          <label class="filter"><input v-model="filters.blanks" type="checkbox" /> {{ t('library.withBlanks') }}</label>
          <label class="filter"
            ><input v-model="filters.files" type="checkbox" /> {{ t('library.withAttachments') }}</label
          >
          <el-select v-model="filters.idle" size="small" :aria-label="t('library.unusedForLong')" class="idle">
            <el-option v-for="one in idleChoices" :key="one.value" v-bind="one" />
          </el-select>
        </template>
        <span class="acts">
          <template v-if="!onBench">
            <button type="button" class="text-button" @click="fileInput?.click()">
              <FolderInput :size="14" aria-hidden="true" />{{ t('library.bringIn') }}
            </button>
            <button type="button" class="text-button" :disabled="!notes.rows.length" @click="takeOut">
              <Download :size="14" aria-hidden="true" />{{ t('common.takeOut') }}
            </button>
          </template>
          <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('newNote')" @click="choose('new')">
            <Plus :size="14" aria-hidden="true" />{{ t('library.newNote') }}
          </button>
        </span>
        <input
          ref="fileInput"
          type="file"
          multiple
          class="visually-hidden"
          tabindex="-1"
          :aria-label="t('library.filesWithNotes')"
          accept=".json,.eml,.csv,.tsv,.md,.markdown,.html,.htm,.txt"
          @change="(event) => bring((event.target as HTMLInputElement).files)"
        />
      </header>
      <DoneBar :done="done" class="said" @undo="undo" @close="close" />
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <p v-for="one in onBench ? [] : unkept" :key="one.place" class="notice" role="status">
        {{ t('library.broughtInUnkept', { name: one.content.name || t('library.wordingWithoutName') }) }}
        <button type="button" class="text-button" @click="goOnWith(one)">{{ t('library.goOnWithIt') }}</button>
        <button type="button" class="text-button" @click="dropUnkept(one)">{{ t('library.dropIt') }}</button>
      </p>
      <p v-if="unfinished && step === 'idle'" class="notice" role="status">
        {{ t('library.importUnfinished', { count: unfinished.waiting }) }}
        <button type="button" class="text-button" @click="takeUnfinished">{{ t('library.goOnWithIt') }}</button>
      </p>
      <p v-if="notes.state === 'failed'" class="notice bad" role="alert">
        {{ notes.problem }}
        <button type="button" class="text-button" @click="notes.load(true)">{{ t('common.tryAgain') }}</button>
      </p>
      <TakeOut v-if="takingOut && !onBench" v-bind="takingOut" @close="takingOut = null" />
      <ImportPreview v-if="step !== 'idle' && !onBench" :work="work" @close="leaveImport" @undo="undoImport" />
      <template v-else>
        <p v-if="work.problem.value" class="notice bad" role="alert">{{ work.problem.value }}</p>
        <p v-if="notes.state !== 'failed' && !notes.complete" class="soft state">{{ t('common.fetchingNotes') }}</p>
        <BinList v-else-if="place === 'bin' && !onBench" />
        <div v-else-if="notes.complete && !notes.rows.length" class="state">
          <p class="lead">{{ t('library.yourLibraryIsEmpty') }}</p>
          <p class="soft">
            {{ t('library.emptyLibraryAbout') }}
          </p>
          <div v-if="!starter" class="starter">
            <p>{{ t('library.starterAbout') }}</p>
            <button type="button" class="text-button" @click="work.readStarter">
              {{ t('library.lookAtStarter') }}
            </button>
            <button type="button" class="text-button" @click="starter = true">{{ t('library.noThankYou') }}</button>
          </div>
        </div>
        <template v-else-if="notes.complete">
          <SelectionBar
            v-if="ids.length && !onBench"
            :count="ids.length"
            @move="(shelfId) => move(ids, shelfId)"
            @copy="copy(ids)"
            @pin="(on) => pin(ids, on)"
            @remove="remove(ids)"
            @take-out="takeOut"
            @clear="chosen = new Set()"
          />
          <NoteTable
            :rows="shown"
            :terms="terms"
            :current-id="noteId"
            :chosen="chosen"
            :sort="sort"
            :narrow="onBench"
            :pins="place === 'pinned' && !found"
            @open="choose"
            @choose="(next) => (chosen = next)"
            @sort="sortBy"
            @move-pin="movePin"
          />
          <p v-if="!shown.length" class="soft none">
            {{
              filtered
                ? t(notes.searchFailed ? 'common.cannotSearch' : 'library.noMatch')
                : place === 'pinned'
                  ? t('library.nothingIsPinnedYet')
                  : t('library.nothingHereYet')
            }}
          </p>
          <p v-else-if="filtered" class="small soft" role="status">
            {{ t('library.shownOf', { shown: shown.length, all: notes.rows.length }) }}
          </p>
        </template>
      </template>
    </section>
    <NoteBench
      v-if="shownId"
      :key="shownId"
      :note="shownId === 'new' ? null : note"
      class="on-bench"
      data-part="bench"
      data-home="2"
      @kept="kept"
      @open="choose"
      @remove="remove([note!.id])"
      @close="choose('')"
    />
    <p v-else-if="onBench" class="soft state">{{ t('library.fetchingNote') }}</p>
    <DropHint v-if="dropping">{{ t('library.dropToLook') }}</DropHint>
  </div>
</template>

<style scoped>
.library {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 214px minmax(0, 1fr);
}

.library.bench {
  grid-template-columns: 288px minmax(0, 1fr);
}

.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  padding: var(--s2) var(--s3);
}

.library.bench .list {
  border-right: 1px solid var(--rule);
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2) var(--s3);
  padding-bottom: var(--s2);
}

.search {
  flex: 0 1 260px;
}

/* What does not fit beside the search goes below it. */
.library:not(.bench) .head {
  flex-wrap: wrap;
}

.library:not(.bench) .search {
  min-width: 200px;
}

.filter {
  display: flex;
  align-items: center;
  gap: 5px;
  white-space: nowrap;
}

.filter input {
  width: 15px;
  height: 15px;
  margin: 0;
  accent-color: var(--green);
}

.idle {
  width: 158px;
  flex: none;
}

.acts {
  margin-left: auto;
  display: flex;
  gap: var(--s3);
}

.said,
.notice {
  margin-bottom: var(--s2);
}

.state {
  padding: var(--s6);
  max-width: 560px;
}

.lead {
  font: 600 var(--text-title) var(--serif);
  margin-bottom: var(--s2);
}

.starter {
  margin-top: var(--s4);
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.none {
  padding: var(--s4);
  position: absolute;
  margin-top: 120px;
}

.on-bench {
  padding: var(--s2) var(--s4) 0;
}
</style>
