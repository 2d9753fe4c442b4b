<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3';
import type { Keeping, Note, NoteRow } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import { noteSchema, type NoteInput } from '#shared/schemas/note';
import type { DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';
import { useKeepStore } from '~/stores/keep';
import { useNotesStore } from '~/stores/notes';
import { broughtTo, noteJournal } from '~/utils/noteJournal';

/** Wording of a message on its way into the library, without leaving the Desk. */
useWorkTime('library');
const props = defineProps<{
  keeping: Keeping;
  /** Where it is written down once it is changed. */
  writtenTo: string;
}>();
const emit = defineEmits<{ kept: [note: Note]; improved: [note: Note, former: Note]; close: [] }>();

const notes = useNotesStore();
const { fields, problem, busy, submit } = useForm(noteSchema);
const start = noteOf(props.keeping);
const journal = noteJournal(useAccountStore().account!.id, broughtTo(props.writtenTo));
const content = reactive<NoteInput>(structuredClone(toRaw(journal.read()?.content ?? start)));
function writeDown() {
  if (JSON.stringify(content) === JSON.stringify(start)) journal.drop();
  else journal.write({ content, version: 0, base: start });
}
watch(content, writeDown);
/** What is on its way into the library is not said to be left over, unless it could not be kept. */
async function onItsWay<T>(work: Promise<T>): Promise<T> {
  journal.drop();
  return work.catch((error) => {
    writeDown();
    throw error;
  });
}
const left = reactive({ signature: props.keeping.signature, quoted: props.keeping.quoted });
const person = shallowRef<Person | null>(null);
const origin = computed(() => originOf(props.keeping.person, person.value));

const pictures = usePictures();
const remark = ref('');
const place = ref<{ attach(files: File[]): void }>();
const { subject, body, chosen, take, changeBlank } = useNoteEditors(
  content,
  () => {
    content.subject = subject.getJSON() as DocJson;
    content.body = body.getJSON() as DocJson;
  },
  {
    picture: pictures.picture,
    attach: (files) => place.value?.attach(files),
    remark: (message) => (remark.value = message),
  },
);

const nameInput = ref<{ focus(): void; select(): void }>();
onMounted(async () => {
  nameInput.value?.focus();
  nameInput.value?.select();
  const address = props.keeping.person?.address;
  if (address) person.value = (await api<Person[]>('/people', { query: { address } }).catch(() => []))[0] ?? null;
  await notes.load();
  void pictures.offerSmaller(body);
});

function putBack(part: 'signature' | 'quoted') {
  const { doc } = body.state;
  body.commands.insertContentAt(doc.content.size, [{ type: 'paragraph' }, ...left[part]!.content!]);
  left[part] = null;
  body.commands.focus('end');
}

const similar = shallowRef<NoteRow[]>([]);
const near = ref<{ improve(): void }>();

/** What still looks like a gap or one client's facts is pointed out once; the next Enter keeps it as it stands. */
const candidates = ref<{ count(): number }>();
const asked = ref('');
function keepOrAsk() {
  const open = candidates.value?.count() ?? 0;
  if (open && !asked.value) return void (asked.value = t('desk.looksLikeBlanks', { count: open }));
  void keep();
}

async function keep() {
  await submit({ ...toRaw(content) }, async (valid) => emit('kept', await onItsWay(notes.keep(valid))));
}

/** The wording becomes that of the note that is there; its history keeps the former one. */
async function improve(note: Note, improvedBody: DocJson) {
  await submit({ ...note, body: improvedBody }, async (valid) => {
    emit('improved', await onItsWay(notes.change(note.id, note.version, valid)), note);
  });
}

function toBench() {
  useKeepStore().bring('new', {
    input: { ...toRaw(content) } as NoteInput,
    origin: origin.value,
    left: { ...left, remarks: props.keeping.remarks },
    place: props.writtenTo,
  });
  emit('close');
  void navigateTo({ path: '/library', query: { note: 'new' } });
}

function onKey(event: KeyboardEvent) {
  // A list that is open closes first.
  if (event.key === 'Escape' && !(event.target as HTMLElement).closest('.el-select')) return emit('close');
}

// Where the focus is does not matter: the keys mean this panel while it is open.
defineExpose({ keep, improve: () => near.value?.improve() });
</script>

<template>
  <section class="keep" :aria-label="t('desk.keepAsNote')" @keydown="onKey">
    <header class="head">
      <h2>{{ t('desk.keepAsNote') }}</h2>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </header>
    <div class="inner">
      <p v-if="problem && !fields.cue" class="notice bad" role="alert">{{ problem }}</p>
      <LeftOut :signature="left.signature" :quoted="left.quoted" :remarks="keeping.remarks" @back="putBack" />
      <LazyPictureOffer v-if="pictures.large.value" :large="pictures.large.value" />
      <p v-if="pictures.problem.value || remark" class="notice bad" role="alert">
        {{ pictures.problem.value || remark }}
      </p>
      <div class="line">
        <label for="keep-name">{{ t('common.name') }}</label>
        <div>
          <el-input
            id="keep-name"
            ref="nameInput"
            v-model="content.name"
            maxlength="200"
            @keydown.enter.prevent="keepOrAsk"
          />
          <p v-if="fields.name" class="small wrong" role="alert">{{ fields.name }}</p>
          <p v-if="asked" class="small wrong" role="alert">{{ asked }}</p>
        </div>
      </div>
      <div class="line">
        <span>{{ t('common.subject') }}</span><EditorContent :editor="subject" class="subject" />
      </div>
      <NotePlace
        ref="place"
        :content="content"
        :problems="fields"
        :proposed="similar[0]?.shelfId"
        :name="content.name"
        @change="(part) => Object.assign(content, part)"
      />
      <BlankEditor
        v-if="chosen"
        :key="chosen.pos"
        :attrs="chosen.attrs"
        :others="[]"
        @change="(part) => changeBlank(chosen!, part)"
        @done="chosen?.editor.commands.focus()"
      />
      <NearNotes ref="near" :body="content.body" @improve="improve" @found="(rows) => (similar = rows)" />
      <div class="sheet" @mousedown.self.prevent="body.commands.focus('end')"><EditorContent :editor="body" /></div>
      <CandidateBar ref="candidates" :subject="content.subject" :body="content.body" :origin="origin" @take="take" />
    </div>
    <footer class="foot">
      <button type="button" class="text-button" @click="toBench">{{ t('desk.openOnBench') }}</button>
      <el-button type="primary" :loading="busy" :aria-keyshortcuts="shortcutOf('keepWording')" @click="keep">{{
        t('common.keep')
      }}</el-button>
    </footer>
  </section>
</template>

<style scoped>
.keep {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 0 var(--s1);
}

.head,
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 40px;
}

.foot {
  min-height: 46px;
  justify-content: flex-end;
  gap: var(--s2);
  border-top: 1px solid var(--rule);
}

h2 {
  font: 600 16px var(--serif);
}

.inner {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 2px;
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

.sheet {
  flex: 1 0 auto;
  min-height: 120px;
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 3px solid var(--green);
  border-radius: var(--radius);
  cursor: text;
}

.wrong {
  color: var(--warn);
}
</style>
