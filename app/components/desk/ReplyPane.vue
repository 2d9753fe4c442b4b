<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3';
import type { Draft, Message, Note, Sending } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import { notesOf } from '#core/blank/fill';
import { blankKey } from '#core/blank/kinds/key';
import type { MessageFacts } from '#core/blank/kinds/kind';
import type { BlankQuestion } from '#core/blank/questions';
import { signatureTexts } from '#core/note/signature';
import { splitName } from '#core/person/name';
import type { Done } from '~/composables/useDone';
import type { EditedNote } from '~/composables/useEditedNotes';
import type { Target } from '~/composables/useLetter';
import type { Met } from '~/composables/useRecipient';
import type { Surroundings } from '~/composables/useSending';
import { useAccountStore } from '~/stores/account';
import { useKnowingStore } from '~/stores/knowing';
import { useLookupsStore } from '~/stores/lookups';
import { useNotesStore } from '~/stores/notes';

const props = defineProps<{
  start: Draft;
  met: Met | null;
  message: MessageFacts | null;
  original: Message | null;
  left: Surroundings['onLeft'];
}>();
const emit = defineEmits<{
  sent: [sending: Sending, draft: Draft];
  discarded: [draft: Draft];
  recipient: [address: string];
  person: [person: Person];
  improve: [edited: EditedNote];
  saved: [version: number];
  arrival: [];
  routine: [draft: Draft];
  ask: [];
  kept: [done: Done];
}>();

const account = useAccountStore();
const notes = useNotesStore();
const knowing = useKnowingStore();
const lookups = useLookupsStore();
/** What is being typed is taken over before anything else happens to the draft, and before it is closed. */
function settle() {
  fillList.value?.settle();
  letter.settle();
  return files.value?.settled();
}
onBeforeUnmount(settle);
const handle = useDraft(() => account.account!.id);
const { draft, state, problem, theirs } = handle;
// One pane for one draft: the page makes a new one for another.
handle.open(props.start);
const fillList = ref<{
  focusFirst(insertion?: string): boolean;
  focus(question: Pick<BlankQuestion, 'insertion' | 'key'>): void;
  focusPassage(insertion: string, place: string): void;
  settle(): void;
}>();
const addressing = ref<{ open(part?: 'to' | 'cc' | 'bcc'): void }>();
const foot = ref<{ toggle(): void }>();
const pictures = usePictures();
const remark = ref('');
const fail = (words: string) => (failure.value = words);
const files = ref<InstanceType<(typeof import('./LetterEnd.vue'))['default']>>();

/** Where a note goes that is on its way, and what is typed meanwhile. */
let writing: Target['editor'] | null = null;
const ahead = useTypeAhead((text) => (writing ?? body).commands.insertContent({ type: 'text', text }));
const byItself = useByItself();
const letter = useLetter(handle, {
  settings: () => account.settings!,
  met: () => props.met,
  message: () => props.message,
  find: (query) => caretSearch.find(query),
  onSearchKey: (event) => caretSearch.onKey(event),
  paste: {
    picture: pictures.picture,
    attach: (list) => void files.value?.add(list),
    remark: (message) => (remark.value = message),
  },
  byItself: byItself.options,
  onCue: (target) => void insert(target.cue!.id, target),
  onPlace: ({ insertion, label }) => fillList.value?.focus({ insertion, key: blankKey(label) }),
  hold: ahead.hold,
  onUndone: (insertion, isUndone) => counted.get(insertion)?.(isUndone),
  onPassage: (insertion, place) => fillList.value?.focusPassage(insertion, place),
});
const { body, subject, changes, search, questions } = letter;
const { findings, now, known, signature } = useLook({
  draft: () => draft.value,
  original: () => props.original,
  slips: () => byItself.all.value,
  parts: letter.parts,
  changedFacts: () => letter.factsChanged.value,
  changes: () => changes.value,
});
const { goTo, mend, mendFirst, leave } = useFindings(handle, {
  subject,
  body,
  questions: () => questions.value,
  now,
  openAddressing: (part) => addressing.value?.open(part),
  focusQuestion(question) {
    fillList.value?.focus(question);
    return Boolean(fillList.value);
  },
  goTo: letter.goTo,
  chooseFile: () => files.value?.choose(),
  problem: fail,
});
const { edited } = useEditedNotes(draft, body, changes);
const { delayed, held, failure, busy, send, follow, takeBack } = useSending(handle, {
  settle,
  filled: letter.filled,
  look: now,
  goTo,
  onSent: (result, sent) => emit('sent', result, sent),
  onHeld: letter.refreshFacts,
  onReturned: () => body.commands.focus(),
  onLeft: props.left,
});

onMounted(() => {
  if (props.start.state === 'sending') void follow(props.start);
  if (!props.start.to.length) addressing.value?.open('to');
  else body.commands.focus('end');
});

watch(letter.address, (address) => emit('recipient', address), { immediate: true });
const version = computed(() => draft.value?.version);
watch(version, (saved) => saved && emit('saved', saved));

const { occasion, answers } = useOccasion(draft, () => props.message?.subject);
const caretSearch = useCaretSearch({
  editor: () => body,
  search,
  occasion: () => occasion.value,
  answers: () => answers.value,
  take: (id, range) => void insert(id, { range }),
});
const { current } = caretSearch;
const { previewed, preview, takePreviewed } = useNotePreview({
  search: () => search.value,
  current,
  insert,
  problem: fail,
});

/** How each insertion was counted: one that is undone is not, and is again when it is back. */
const counted = new Map<string, (isUndone: boolean) => void>();
function count(insertion: string, id: string) {
  const use = () => knowing.used(id, occasion.value, answers.value);
  let back = use();
  counted.set(insertion, (isUndone) => {
    if (isUndone) back();
    else back = use();
  });
}

/** @param which a note, or a part of one */
async function insert(which: string | Note, target?: Omit<Target, 'editor'> & Partial<Target>) {
  if (busy.value) return;
  settle();
  failure.value = '';
  const editor = (writing = target?.editor ?? body);
  await ahead.during(async () => {
    try {
      const note = typeof which === 'string' ? await notes.read(which) : which;
      await lookups.fresh(note.subject, note.body);
      if (editor.isDestroyed) return;
      // What was typed to find it may have grown while the note was fetched.
      const insertion = letter.insert(note, search.value && target ? { range: search.value.range } : target);
      if (note.id) count(insertion, note.id);
      await nextTick();
      if (!fillList.value?.focusFirst(insertion) && (editor !== body || !letter.toCaret())) editor.commands.focus();
      await nextTick();
    } catch (error) {
      failure.value = messageOf(error);
      if (!editor.isDestroyed) editor.commands.focus();
    }
  });
}

function leaveFill() {
  letter.look(null);
  if (!letter.toCaret()) body.commands.focus();
}
const ofPerson = { person: letter.person, kept: (person: Person) => emit('person', person), problem: fail };
const { before, keepWith, keep } = useKnownAnswers(draft, questions, ofPerson);
const facts = useFactBlanks(() => answersOf(draft.value), questions, letter.answer);

async function discard() {
  settle();
  const gone = await handle.discard().catch((error) => void (failure.value = messageOf(error)));
  if (gone) emit('discarded', gone);
}

function take(other: 'mine' | 'theirs') {
  settle();
  if (other === 'mine') return void handle.keepMine();
  const fresh = handle.takeTheirs();
  if (fresh) letter.show(fresh);
}

const signing = useSignature(handle, { current: signature, known });
/** What is to be kept: the part of the letter that is selected, or all of it. */
async function keeping() {
  settle();
  const { doc, selection } = body.state;
  const part = selection.empty ? doc : doc.cut(selection.from, selection.to);
  const { keepingOfDraft } = await import('~/utils/keeping');
  return keepingOfDraft(draft.value!, part, !selection.empty, signatureTexts(account.settings!));
}

function improve(insertion?: string) {
  settle();
  const one = edited.value.find((other) => other.insertion === insertion);
  if (one) emit('improve', one);
}

defineExpose({
  insert,
  run: useRoutineSteps(handle, insert),
  send,
  focus: () => body.commands.focus(),
  toAddress: () => addressing.value?.open('to'),
  attach: (list: File[]) => busy.value || files.value?.add(list),
  chooseFile: () => files.value?.choose(),
  chooseDay: () => files.value?.chooseDay(),
  keeping,
  facts,
  /** Everything written so far is with the server. */
  async save() {
    settle();
    await handle.save();
  },
  openSearch: () => body.chain().focus().insertContent(',,').run(),
  sendAnyway: () => send(true),
  showFindings: () => foot.value?.toggle(),
  mend: mendFirst,
  nextSignature: signing.next,
  putByName: caretSearch.byName,
  improve: () => improve(edited.value[0]?.insertion),
});
</script>

<template>
  <section v-if="draft" class="reply" :aria-label="t('common.yourReply')">
    <ReplyAddressing ref="addressing" :draft="draft" :subject="subject" :original="original" @change="handle.change" />

    <ReplyNotices
      :conflict="Boolean(theirs)"
      :refused="busy ? null : draft.problem"
      :failure="failure || pictures.problem.value || remark"
      :problem="problem"
      :waiting="delayed"
      :large="pictures.large.value"
      :copies="letter.copies.value"
      @copies="letter.answerCopies"
      @take="take"
      @take-back="takeBack"
    />

    <FormatBar :inert="busy" :editor="body" :picture="pictures.picture" />
    <div class="sheet" data-part="letter" data-home="3" @mousedown.self.prevent="body.commands.focus('end')">
      <EditorContent :editor="body" class="body" @mouseover="letter.explain" />
      <LetterEnd
        ref="files"
        :draft="draft"
        :original="original"
        :signatures="signing.signatures.value"
        :signature="signature"
        :proposed="signing.proposed.value"
        @change="handle.change"
        @sign="signing.choose"
        @routine="draft && emit('routine', draft)"
        @ask="emit('ask')"
      />
    </div>

    <SlipOffer
      v-if="byItself.offered.value"
      :slip="byItself.offered.value"
      @take="byItself.take"
      @leave="byItself.leave"
    />
    <LazyTypedBefore
      v-if="changes"
      :editor="body"
      :changes="changes"
      :in-letter="notesOf(draft.fills)"
      @put="(id, range) => insert(id, { range })"
      @kept="(what) => emit('kept', what)"
      @problem="fail"
    />
    <div v-if="edited.length || questions.length" class="under" :inert="busy">
      <EditedNotes :edited="edited" @improve="improve" />
      <FillList
        v-if="questions.length"
        ref="fillList"
        :questions="questions"
        :fills="draft.fills"
        :before="before"
        :in-message="facts.inMessage.value"
        :keep-with="keepWith"
        class="filling"
        data-part="fill list"
        @answer="letter.answer"
        @switch="letter.switchPassage"
        @keep="keep"
        @look="letter.look"
        @leave="leaveFill"
      />
    </div>
    <LazyNotePreview
      v-if="previewed"
      :key="previewed.id"
      :note="previewed"
      @take="takePreviewed"
      @close="((previewed = null), body.commands.focus())"
    />
    <NoteTray
      v-show="!previewed"
      :short="findings.some(({ kind }) => kind === 'open-blank')"
      :one-line="questions.length > 0"
      :occasion="occasion"
      :answers="answers"
      class="tray"
      data-part="tray"
      @insert="(id) => insert(id)"
      @preview="preview"
      @leave="body.commands.focus()"
    />

    <ReplyFoot
      ref="foot"
      :findings="findings"
      :held="held"
      :state="state"
      :failing="Boolean(problem)"
      :busy="busy"
      :person="splitName(draft.to[0]?.name ?? '').firstName || draft.to[0]?.address || ''"
      @show="goTo"
      @mend="mend"
      @leave="leave"
      @discard="discard"
      @send="send"
      @arrival="emit('arrival')"
    />

    <CaretSearch
      v-if="search && !previewed"
      :search="search"
      :current="current"
      @pick="(id) => insert(id, { range: search!.range })"
      @hover="(i) => (current = i)"
    />
  </section>
</template>

<style scoped>
.reply {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}

.sheet {
  flex: 1;
  min-height: 120px;
  overflow-y: auto;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 3px solid var(--green);
  border-radius: var(--radius);
  padding: var(--s4) var(--s5);
  cursor: text;
  /* The letter and the list are laid out and painted each by itself, so that a key costs only what it changes. */
  contain: strict;
  will-change: transform;
}

.body :deep(.letter) {
  min-height: 8em;
}

.under {
  flex: none;
  max-height: 38%;
  overflow-y: auto;
  padding: var(--s3) 2px 0;
}

.tray {
  flex: none;
  padding: var(--s3) 2px var(--s2);
}

.filling {
  will-change: transform;
  padding-bottom: var(--s3);
  margin-bottom: var(--s3);
  border-bottom: 1px solid var(--rule);
}
</style>
