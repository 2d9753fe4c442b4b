<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3';
import type { FormerWording, Note, NoteRow } from '#shared/types/wire';
import { noteSchema, type NoteInput } from '#shared/schemas/note';
import { definitions } from '#core/blank/blanks';
import { blankKey } from '#core/blank/kinds/key';
import type { BlankDef } from '#core/blank/kinds/kind';
import { checkNote, type NoteProblem } from '#core/blank/check';
import { proposedName } from '#core/library/name';
import { partsOf, partsOfText } from '#core/message/own';
import { signatureTexts } from '#core/note/signature';
import { docOf, type ReadBlock } from '#core/reading/block';
import { parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';
import { useAccountStore } from '~/stores/account';
import { useKeepStore, type LeftOutParts } from '~/stores/keep';
import { useLookupsStore } from '~/stores/lookups';
import { useNotesStore } from '~/stores/notes';

/** A note on the bench; without one, a new note is written, from what was brought along if there is something. */
const props = defineProps<{ note: Note | null }>();
const emit = defineEmits<{ kept: [note: Note]; open: [id: string]; remove: []; close: [] }>();

const account = useAccountStore();
const lookups = useLookupsStore();
const notes = useNotesStore();
const brought = useKeepStore().take(props.note?.id ?? 'new');
const form = useForm(noteSchema);
const { fields, problem, busy } = form;
const keeping = useNoteKeeping(() => props.note, brought?.input ?? null, form, brought?.place);
const { content, dirty, conflict, joined, touch } = keeping;
const pictures = usePictures();
const remark = ref('');
/** What was left out of a message that was brought or pasted. */
const left = reactive<LeftOutParts>(brought?.left ?? { signature: null, quoted: null, remarks: [] });

/** Of a message pasted into an empty note only what was written now is taken; the rest can be put back. */
function ownOf(pasted: ReadBlock[] | string): ReadBlock[] {
  const signatures = signatureTexts(account.settings!);
  const parts = typeof pasted === 'string' ? partsOfText(pasted, signatures) : partsOf(pasted, signatures, true);
  left.signature = parts.signature.length ? docOf(parts.signature) : null;
  left.quoted = parts.quoted.length ? docOf(parts.quoted) : null;
  if (!content.name.trim()) set({ name: proposedName('', toText(parseDoc(docOf(parts.own)))) });
  return parts.own;
}

function putBack(part: 'signature' | 'quoted') {
  body.commands.insertContentAt(body.state.doc.content.size, [{ type: 'paragraph' }, ...left[part]!.content!]);
  left[part] = null;
  body.commands.focus('end');
}

const bench = ref<HTMLElement>();
// Before the editors are gone: the label that is being typed is theirs.
onBeforeUnmount(() => void leaveField(bench.value));

const placeFields = ref<{ attach(files: File[]): void }>();

const editors = useNoteEditors(
  content,
  () => {
    content.subject = subject.getJSON() as DocJson;
    content.body = body.getJSON() as DocJson;
    touch();
  },
  {
    picture: pictures.picture,
    attach: (files) => placeFields.value?.attach(files),
    remark: (message) => (remark.value = message),
    own: props.note ? null : ownOf,
  },
);
const { subject, body, chosen, passage, selected, put, take, changeBlank, makePassage, changePassage, fixPassage } =
  editors;

function set(part: Partial<NoteInput>) {
  Object.assign(content, part);
  touch();
}

const wrong = computed(() =>
  checkNote(parseDoc(content.subject), parseDoc(content.body), lookups.state === 'ready' ? known.value : undefined),
);
/** The blanks of the note, each once; the same list until one of them changes, as each key that is typed asks for them. */
const blanks = computed<BlankDef[]>((before) => {
  const now = definitions([parseDoc(content.subject), parseDoc(content.body)]);
  return before && JSON.stringify(before) === JSON.stringify(now) ? before : now;
});
const others = computed(() =>
  blanks.value.filter(({ label }) => blankKey(label) !== blankKey(chosen.value?.attrs.label ?? '')),
);
/** Lookups not fetched yet are taken to be sound; those that are gone are not among them. */
const known = computed(() =>
  Object.fromEntries(lookups.rows.map((row) => [row.id, lookups.whole[row.id] ?? { ...row, rows: [] }])),
);
onMounted(() => {
  void lookups.load();
  if (brought) void pictures.offerSmaller(body);
});
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
  leaveField(bench.value)?.focus();
  joined.value = '';
  const input = {
    ...(toRaw(content) as NoteInput),
    subject: subject.getJSON() as DocJson,
    body: body.getJSON() as DocJson,
  };
  await keeping.keep(input, editors.show, (kept) => emit('kept', kept));
}

watch(
  () => props.note && notes.byId.get(props.note.id)?.version,
  async (now) => {
    if (!now || now <= props.note!.version || dirty.value) return;
    const theirs = await notes.read(props.note!.id).catch(() => null);
    if (theirs && keeping.follow(theirs, editors.show)) emit('kept', theirs);
  },
);

/** Both versions put together as chosen; the next Keep writes it. */
function merge(doc: DocJson) {
  editors.show({ subject: content.subject, body: doc });
  conflict.value = null;
}

function restore({ version: _v, madeAt: _m, ...former }: FormerWording) {
  set(former);
  editors.show(former);
}

// While a new note is kept: where similar ones stand, and whether one of them says the same.
const similar = shallowRef<NoteRow[]>([]);
const proposed = computed(() => (props.note ? null : (similar.value[0]?.shelfId ?? null)));
const near = ref<{ improve(): void }>();
/** The wording is taken to the note that is there, to be kept as its new wording. */
function improve(note: Note, improvedBody: DocJson) {
  useKeepStore().bring(note.id, {
    input: { ...note, body: improvedBody },
    origin: brought?.origin ?? null,
  });
  keeping.settled();
  emit('open', note.id);
}

const side = ref<'try' | 'history'>('try');
const constants = ref<{ fix(): void }>();

// Where the focus is does not matter while the bench is open.
useCommands({
  keepNote: keep,
  improveNear: () => near.value?.improve(),
  makeFixed: () => constants.value?.fix(),
});

const nameInput = ref<{ focus(): void }>();
onMounted(async () => {
  await nextTick();
  if (!props.note) nameInput.value?.focus();
});
</script>

<template>
  <section
    ref="bench"
    class="bench"
    :aria-label="note ? t('library.noteName', { name: note.name }) : t('library.newNote')"
  >
    <div class="write">
      <MergePanel v-if="conflict" :parts="conflict.parts" :others="conflict.others" @take="merge" />
      <p v-else-if="problem && !fields.cue" class="notice bad" role="alert">{{ problem }}</p>
      <p v-if="joined" class="notice" role="status">{{ joined }}</p>
      <LeftOut v-bind="left" @back="putBack" />
      <LazyPictureOffer v-if="pictures.large.value" :large="pictures.large.value" />
      <p v-if="pictures.problem.value || remark" class="notice bad" role="alert">
        {{ pictures.problem.value || remark }}
        <button type="button" class="text-button small" @click="((remark = ''), (pictures.problem.value = ''))">
          {{ t('common.close') }}
        </button>
      </p>
      <div class="line">
        <label for="note-name">{{ t('common.name') }}</label>
        <div>
          <el-input id="note-name" ref="nameInput" v-model="content.name" maxlength="200" @input="touch" />
          <p v-if="fields.name" class="small wrong" role="alert">{{ fields.name }}</p>
        </div>
      </div>
      <div class="line">
        <span>{{ t('common.subject') }}</span>
        <EditorContent :editor="subject" class="subject" />
      </div>
      <NotePlace
        ref="placeFields"
        :content="content"
        :problems="fields"
        :proposed="proposed"
        :note-id="note?.id"
        :name="content.name"
        @change="set"
      />
      <div class="tools">
        <FormatBar :editor="body" :picture="pictures.picture" />
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
      <NearNotes v-if="!note" ref="near" :body="content.body" @improve="improve" @found="(rows) => (similar = rows)" />
      <ConstantBar v-if="note" ref="constants" :note-id="note.id" :blanks="blanks" @fix="editors.fixBlank" />
      <CandidateBar :subject="content.subject" :body="content.body" :origin="brought?.origin ?? null" @take="take" />
      <p v-for="one in wrong" :key="say(one.problem)" class="small wrong" role="status">
        {{ say(one.problem) }}
        <button
          v-for="(place, i) in one.places"
          :key="i"
          type="button"
          class="text-button small"
          @click="show({ ...one, places: [place] })"
        >
          {{ one.places.length > 1 ? t('library.showNumber', { number: i + 1 }) : t('library.show') }}
        </button>
      </p>
      <footer class="foot">
        <el-checkbox :model-value="content.pinned" @change="(pinned) => set({ pinned: Boolean(pinned) })">{{
          t('library.pinToTray')
        }}</el-checkbox>
        <span class="gap" />
        <button v-if="note" type="button" class="text-button" @click="emit('remove')">{{ t('common.delete') }}</button>
        <button v-if="dirty && note" type="button" class="text-button" @click="keeping.takeBack(editors.show)">
          {{ t('library.takeChangesBack') }}
        </button>
        <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('closeBench')" @click="emit('close')">
          {{ t('common.close') }}
        </button>
        <span v-if="note && !dirty" class="small soft" role="status">{{ t('library.kept') }}</span>
        <el-button
          type="primary"
          :loading="busy"
          :disabled="Boolean(note) && !dirty"
          :aria-keyshortcuts="shortcutOf('keepNote')"
          @click="keep"
          >{{ t('common.keep') }}</el-button
        >
      </footer>
    </div>
    <div class="side">
      <div v-if="note" class="tabs" role="tablist" :aria-label="t('library.besideNote')">
        <button type="button" role="tab" class="tab" :aria-selected="side === 'try'" @click="side = 'try'">
          {{ t('library.tryIt') }}
        </button>
        <button type="button" role="tab" class="tab" :aria-selected="side === 'history'" @click="side = 'history'">
          {{ t('library.history') }}
        </button>
      </div>
      <HistoryPanel v-if="side === 'history' && note" :note="note" class="fills" @restore="restore" />
      <TryOut v-else :subject="content.subject" :body="content.body" class="fills" />
    </div>
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

.side {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}

.fills {
  flex: 1;
  min-height: 0;
}

.tabs {
  display: flex;
  border-bottom: 1px solid var(--rule);
}

.tab {
  border: 0;
  background: none;
  min-height: 28px;
  padding: 3px var(--s3);
  cursor: pointer;
  border-bottom: 2px solid transparent;
}

.tab[aria-selected='true'] {
  border-color: var(--green);
  color: var(--green);
}

.write {
  display: flex;
  flex-direction: column;
  gap: 6px;
  min-height: 0;
  min-width: 0;
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
  min-height: 90px;
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
