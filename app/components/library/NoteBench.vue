<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3';
import type { Note } from '#shared/types/wire';
import { noteSchema } from '#shared/schemas/note';
import { definitions } from '../../../core/blank/blanks';
import type { Origin } from '../../../core/blank/candidates';
import { blankKey } from '../../../core/blank/key';
import { checkNote, type NoteProblem } from '../../../core/note/check';
import { emptyDoc, parseDoc, type DocJson } from '../../../core/note/schema';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';
import { useNotesStore } from '~/stores/notes';

/** A note on the bench; without one, a new note is written. */
const props = defineProps<{
  note: Note | null;
  /** What a new note starts with, and who it was written to. */
  start?: { name: string; subject: DocJson; body: DocJson; origin: Origin } | null;
}>();
const emit = defineEmits<{ kept: [note: Note]; remove: []; close: [] }>();

const notes = useNotesStore();
const account = useAccountStore();
const lookups = useLookupsStore();
const { fields, problem, busy, submit } = useForm(noteSchema);

interface Content {
  name: string;
  subject: DocJson;
  body: DocJson;
  pinned: boolean;
}

const journalKey = `jar-note:${account.account!.id}:note:${props.note?.id ?? 'new'}`;
const stored = (): Content =>
  props.note
    ? { name: props.note.name, subject: props.note.subject, body: props.note.body, pinned: props.note.pinned }
    : {
        name: props.start?.name ?? '',
        subject: props.start?.subject ?? emptyDoc(),
        body: props.start?.body ?? emptyDoc(),
        pinned: false,
      };

/** What was written here and not kept yet, also after the window was closed. */
function unkept(): { content: Content; version: number } | null {
  try {
    return JSON.parse(localStorage.getItem(journalKey) ?? 'null');
  } catch {
    return null;
  }
}

// What was begun elsewhere is kept in its own place, and does not come in the way of wording brought along.
const found = props.start ? null : unkept();
const content = reactive<Content>(found?.content ?? stored());
const version = ref(found?.version ?? props.note?.version ?? 0);
const dirty = ref(Boolean(found));
const theirs = shallowRef<Note | null>(null);

const { subject, body, chosen, passage, selected, put, take, changeBlank, makePassage, changePassage, fixPassage } =
  useNoteEditors(content, () => {
    content.subject = subject.getJSON() as DocJson;
    content.body = body.getJSON() as DocJson;
    touch();
  });

function touch() {
  dirty.value = true;
  try {
    localStorage.setItem(journalKey, JSON.stringify({ content, version: version.value }));
  } catch {
    // The browser's store is full or closed; Keep still works.
  }
}

function settled() {
  dirty.value = false;
  localStorage.removeItem(journalKey);
}

const wrong = computed(() =>
  checkNote(parseDoc(content.subject), parseDoc(content.body), lookups.state === 'ready' ? known.value : undefined),
);
/** The blanks of the note, each once. */
const blanks = computed(() => definitions([parseDoc(content.subject), parseDoc(content.body)]));
const others = computed(() =>
  blanks.value.filter(({ label }) => blankKey(label) !== blankKey(chosen.value?.attrs.label ?? '')),
);
/** Lookups not fetched yet are taken to be sound; those that are gone are not among them. */
const known = computed(() =>
  Object.fromEntries(lookups.rows.map((row) => [row.id, lookups.whole[row.id] ?? { ...row, rows: [] }])),
);
onMounted(() => void lookups.load());
watch(
  () => content.body,
  (doc) => void lookups.need(doc).catch(() => {}),
  { immediate: true },
);

/** Shows where something is wrong. */
function show({ places }: NoteProblem) {
  const [place] = places;
  if (!place) return;
  const editor = place.part === 'subject' ? subject : body;
  editor.chain().focus().setNodeSelection(place.pos).scrollIntoView().run();
}

async function keep() {
  const input = { ...content, subject: subject.getJSON() as DocJson, body: body.getJSON() as DocJson };
  try {
    await submit(input, async (valid) => {
      const kept = props.note ? await notes.change(props.note.id, version.value, valid) : await notes.keep(valid);
      version.value = kept.version;
      theirs.value = null;
      settled();
      emit('kept', kept);
    });
  } finally {
    if (problem.value.includes('another window') && props.note) {
      notes.rows = notes.rows.map((row) => (row.id === props.note!.id ? { ...row, version: -1 } : row));
      theirs.value = await notes.read(props.note.id).catch(() => null);
    }
  }
}

async function keepMine() {
  version.value = theirs.value!.version;
  await keep();
}

function takeTheirs() {
  const other = theirs.value!;
  theirs.value = null;
  problem.value = '';
  version.value = other.version;
  Object.assign(content, { name: other.name, pinned: other.pinned });
  subject.commands.setContent(other.subject, { emitUpdate: true });
  body.commands.setContent(other.body, { emitUpdate: true });
  settled();
}

function takeBack() {
  const former = stored();
  Object.assign(content, { name: former.name, pinned: former.pinned });
  subject.commands.setContent(former.subject, { emitUpdate: true });
  body.commands.setContent(former.body, { emitUpdate: true });
  settled();
}

function onKey(event: KeyboardEvent) {
  if (event.altKey && event.code === 'KeyK') {
    event.preventDefault();
    void keep();
  }
}

const nameInput = ref<{ focus(): void }>();
onMounted(async () => {
  await nextTick();
  if (!props.note) nameInput.value?.focus();
});
</script>

<template>
  <section class="bench" :aria-label="note ? `Note: ${note.name}` : 'New note'" @keydown="onKey">
    <div class="write">
      <p v-if="theirs" class="notice bad" role="alert">
        This note was changed in another window. Yours stands here and nothing was overwritten.
        <button type="button" class="text-button" @click="keepMine">Keep mine</button>
        <button type="button" class="text-button" @click="takeTheirs">Take the other one</button>
      </p>
      <p v-else-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <div class="line">
        <label for="note-name">Name</label>
        <div>
          <el-input id="note-name" ref="nameInput" v-model="content.name" maxlength="200" @input="touch" />
          <p v-if="fields.name" class="small wrong" role="alert">{{ fields.name }}</p>
        </div>
      </div>
      <div class="line">
        <span>Subject</span>
        <EditorContent :editor="subject" class="subject" />
      </div>
      <div class="tools">
        <FormatBar :editor="body" />
        <BlankPalette :blanks="blanks" :passage="selected" @put="put" @passage="makePassage" />
      </div>
      <BlankEditor
        v-if="chosen"
        :key="`${chosen.pos}`"
        :attrs="chosen.attrs"
        :others="others"
        @change="(part) => changeBlank(chosen!, part)"
        @done="chosen?.editor.commands.focus()"
      />
      <PassageEditor
        v-else-if="passage"
        :key="`passage-${passage.from}`"
        :attrs="passage.attrs"
        :blanks="blanks"
        @change="(part) => changePassage(passage!, part)"
        @fix="fixPassage(passage!)"
      />
      <div class="sheet" @mousedown.self.prevent="body.commands.focus('end')"><EditorContent :editor="body" /></div>
      <CandidateBar :subject="content.subject" :body="content.body" :origin="start?.origin ?? null" @take="take" />
      <p v-for="one in wrong" :key="one.message" class="small wrong" role="status">
        {{ one.message }}
        <button
          v-for="(place, i) in one.places"
          :key="i"
          type="button"
          class="text-button small"
          @click="show({ ...one, places: [place] })"
        >
          {{ one.places.length > 1 ? `Show ${i + 1}` : 'Show' }}
        </button>
      </p>
      <footer class="foot">
        <el-checkbox v-model="content.pinned" @change="touch">Pin to the tray</el-checkbox>
        <span class="gap" />
        <button v-if="note" type="button" class="text-button" @click="emit('remove')">Delete</button>
        <button v-if="dirty && note" type="button" class="text-button" @click="takeBack">Take changes back</button>
        <button type="button" class="text-button" @click="emit('close')">Close</button>
        <span v-if="note && !dirty" class="small soft" role="status">Kept</span>
        <el-button
          type="primary"
          :loading="busy"
          :disabled="Boolean(note) && !dirty"
          aria-keyshortcuts="Alt+K"
          @click="keep"
          >Keep</el-button
        >
      </footer>
    </div>
    <TryOut :subject="content.subject" :body="content.body" />
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: var(--s4);
  min-height: 0;
  height: 100%;
}

.write {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
}

.line {
  display: grid;
  grid-template-columns: 60px minmax(0, 1fr);
  align-items: center;
}

.subject :deep(.subject-line) {
  background: var(--sheet);
  box-shadow: 0 0 0 1px var(--rule-strong) inset;
  border-radius: var(--radius);
  padding: 4px 11px;
  min-height: 32px;
}

.tools {
  border-top: 1px solid var(--rule);
  padding-top: var(--s1);
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 3px solid var(--green);
  border-radius: var(--radius);
  cursor: text;
}

.wrong {
  color: var(--warn);
}

.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s2);
  min-height: 46px;
}

.gap {
  flex: 1;
}
</style>
