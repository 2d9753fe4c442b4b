<script setup lang="ts">
import { EditorContent } from '@tiptap/vue-3';
import { Send, Trash2 } from 'lucide-vue-next';
import type { Draft, Person, Sending } from '#shared/types/wire';
import { addressKey, formatMailbox, type Mailbox } from '../../../core/message/address';
import { blankKey } from '../../../core/blank/key';
import type { MessageFacts } from '../../../core/blank/kind';
import type { BlankQuestion, DraftQuestion } from '../../../core/blank/questions';
import type { Sight } from '../../../core/look/look';
import { toHtml } from '../../../core/note/html';
import { toText } from '../../../core/note/text';
import { isEmptyDoc, parseDoc } from '../../../core/note/schema';
import { kindWords } from '../../../core/search/habit';
import type { EditedNote } from '~/composables/useEditedNotes';
import type { FoundNote } from '~/editor/noteSearch';
import { useAccountStore } from '~/stores/account';
import { useLookupsStore } from '~/stores/lookups';
import { useNotesStore } from '~/stores/notes';

const props = defineProps<{ start: Draft; person: Person | null; message: MessageFacts | null }>();
const emit = defineEmits<{
  sent: [sending: Sending];
  discarded: [draft: Draft];
  recipient: [address: string];
  person: [person: Person];
  improve: [edited: EditedNote];
}>();

const account = useAccountStore();
const notes = useNotesStore();
const lookups = useLookupsStore();
const handle = useDraft(() => account.account!.id);
const { draft, state, problem, theirs } = handle;
// One pane for one draft: the page makes a new one for another.
handle.open(props.start);

const current = ref(0);
const fillList = ref<{
  focusFirst(insertion?: string): boolean;
  focus(question: Pick<BlankQuestion, 'insertion' | 'key'>): void;
  focusPassage(insertion: string, place: string): void;
}>();
const showAddressing = ref(props.start.mode === 'new');

const pictures = usePictures();
const remark = ref('');
const files = ref<{ add(files: File[]): Promise<void> }>();

const letter = useLetter(handle, {
  settings: () => account.settings!,
  person: () => props.person,
  message: () => props.message,
  find,
  onSearchKey,
  paste: {
    picture: pictures.picture,
    attach: (list) => void files.value?.add(list),
    remark: (message) => (remark.value = message),
  },
  onPlace: ({ insertion, label }) => fillList.value?.focus({ insertion, key: blankKey(label) }),
  hold(typed) {
    if (inserting) typedAhead.push(typed);
    return inserting;
  },
  onPassage: (insertion, place) => fillList.value?.focusPassage(insertion, place),
});
const { body, subject, changes, search, questions, sights, asIs } = letter;
const { edited } = useEditedNotes(draft, body, changes);
const { sending, held, failure, busy, send, follow, takeBack } = useSending(handle, {
  stops: () => stops.value,
  asIs: () => asIs.value,
  goTo,
  onSent: (result) => emit('sent', result),
  onReturned: () => body.commands.focus(),
});

onMounted(() => {
  if (props.start.state === 'sending') void follow(props.start);
  if (props.start.mode === 'new' && !props.start.to.length)
    (document.querySelector('.addressing input') as HTMLElement | null)?.focus();
  else body.commands.focus('end');
});

watch(
  () => draft.value?.to[0]?.address ?? '',
  (address) => emit('recipient', address),
  { immediate: true },
);

// The note search at the caret

/** To whom and about what is written. */
const about = computed(() => props.message?.subject ?? draft.value?.subjectText ?? '');
const writtenTo = computed(() => addressKey(draft.value?.to[0]?.address ?? ''));
const occasion = computed(() => ({ person: writtenTo.value, words: kindWords(about.value) }));

async function find(query: string): Promise<FoundNote[]> {
  current.value = 0;
  if (query.trim()) return notes.search(query, 20, occasion.value);
  return notes.pinned.slice(0, 7).map((row) => ({ row, terms: [] }));
}

function onSearchKey(event: KeyboardEvent): boolean {
  const found = search.value?.found ?? [];
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step && found.length) {
    current.value = (current.value + step + found.length) % found.length;
    return true;
  }
  const hit = found[current.value];
  if ((event.key === 'Enter' || event.key === 'Tab') && hit) {
    void insert(hit.row.id, search.value!.range);
    return true;
  }
  return false;
}

/** What is typed while a note is fetched belongs to its first question, or to the letter behind it. */
let inserting = false;
let typedAhead: ({ text: string } | { key: string })[] = [];

async function insert(id: string, range?: { from: number; to: number }) {
  failure.value = '';
  inserting = true;
  try {
    const note = await notes.read(id);
    await lookups.fresh(note.subject, note.body);
    // What was typed to find it may have grown while the note was fetched.
    const insertion = letter.insert(note, range && search.value ? search.value.range : range);
    notes.used(id, occasion.value);
    await nextTick();
    if (!fillList.value?.focusFirst(insertion) && !letter.toCaret()) body.commands.focus();
    await nextTick();
  } catch (error) {
    failure.value = messageOf(error);
    body.commands.focus();
  } finally {
    inserting = false;
    const keys = typedAhead;
    typedAhead = [];
    for (const one of keys) {
      if ('text' in one) typeInto(document.activeElement, one.text);
      else press(document.activeElement, one.key);
      await nextTick();
      await nextTick();
    }
  }
}

const press = (target: Element | null, key: string) =>
  target?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));

/** Types into whatever has the focus now. */
function typeInto(target: Element | null, text: string) {
  if (target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type === 'text')) {
    target.setRangeText(text, target.selectionStart ?? 0, target.selectionEnd ?? 0, 'end');
    target.dispatchEvent(new InputEvent('input', { bubbles: true, data: text, inputType: 'insertText' }));
  } else if (target instanceof HTMLInputElement) for (const key of text) press(target, key);
  else body.commands.insertContent({ type: 'text', text });
}

/** The note nearest to hand is fetched before it is asked for. */
watch([search, current], () => {
  const hit = search.value?.found[current.value];
  if (hit) notes.read(hit.row.id).catch(() => {});
});

// The fill list

function look(question: DraftQuestion) {
  for (const element of document.querySelectorAll('.letter .current')) element.classList.remove('current');
  for (const element of document.querySelectorAll<HTMLElement>(PLACES)) {
    const { blank, filled, rows, passage, stretch, out } = element.dataset;
    const at = JSON.parse(blank ?? filled ?? rows ?? out ?? passage ?? stretch ?? '{}');
    const here =
      question.type === 'passage'
        ? at.place === question.place && !blank && !filled && !rows
        : blankKey(String(at.label)) === question.key && Boolean(blank ?? filled ?? rows);
    if (at.insertion !== question.insertion || !here) continue;
    element.classList.add('current');
    element.scrollIntoView({ block: 'nearest' });
  }
}

const PLACES = ['blank', 'filled', 'rows', 'passage', 'stretch', 'out'].map((name) => `.letter [data-${name}]`).join();

function leaveFill() {
  for (const element of document.querySelectorAll('.letter .current')) element.classList.remove('current');
  if (!letter.toCaret()) body.commands.focus();
}

/** Says how a reckoned value came about, where the pointer rests on it. */
function explain(event: MouseEvent) {
  const element = (event.target as HTMLElement).closest<HTMLElement>('[data-filled]');
  if (!element || element.title) return;
  const { insertion, label } = JSON.parse(element.dataset.filled!) as { insertion: string; label: string };
  const key = blankKey(label);
  const question = questions.value.find((q) => q.type === 'blank' && q.insertion === insertion && q.key === key);
  if (question?.type === 'blank' && question.working) element.title = question.working;
}

const { before, keepWith, keepFact } = useKnownAnswers(draft, questions, () => props.person);

async function keep(question: BlankQuestion) {
  try {
    const kept = await keepFact(question);
    if (kept) emit('person', kept);
  } catch (error) {
    failure.value = messageOf(error);
  }
}

// Sending

/** It has left for nobody yet, and is tried again. */
const waits = computed(
  () => (sending.value?.state === 'queued' || sending.value?.state === 'unanswered') && Boolean(sending.value.problem),
);
const stops = computed(() => sights.value.filter((sight) => sight.stop));
const openBlanks = computed(() => stops.value.filter(({ code }) => code === 'open-blank'));

const mark = computed(() => sights.value.find(({ code }) => code === 'open-mark'));

const foot = computed(() => {
  const open = openBlanks.value;
  const other = mark.value ?? sights.value.find((sight) => sight.code !== 'open-blank');
  const parts: { text: string; sight: Sight }[] = [];
  if (open.length)
    parts.push({ text: `${open.length} ${open.length === 1 ? 'blank is' : 'blanks are'} open`, sight: open[0]! });
  if (other) parts.push({ text: other.message, sight: other });
  return parts;
});

function goTo(sight: Sight) {
  if (sight.place.part === 'to' || sight.place.part === 'cc' || sight.place.part === 'bcc') {
    showAddressing.value = true;
    void nextTick(() =>
      (document.querySelector(`.addressing .${sight.place.part} input`) as HTMLElement | null)?.focus(),
    );
    return;
  }
  const question = questions.value.find(
    (q): q is BlankQuestion => q.type === 'blank' && q.state === 'open' && sight.message.startsWith(`"${q.label}"`),
  );
  if (sight.place.part === 'subject') showAddressing.value = true;
  if (question && !question.waits && fillList.value) fillList.value.focus(question);
  else letter.goTo(sight.place);
}

async function discard() {
  if (!draft.value) return;
  await handle.save();
  const gone = draft.value;
  try {
    await api(`/drafts/${gone.id}`, { method: 'DELETE' });
    handle.forget();
    emit('discarded', gone);
  } catch (error) {
    failure.value = messageOf(error);
  }
}

function take(other: 'mine' | 'theirs') {
  if (other === 'mine') return void handle.keepMine();
  const fresh = handle.takeTheirs();
  if (fresh) letter.show(fresh);
}

const signature = computed(() => {
  const doc = account.settings!.signature;
  return isEmptyDoc(doc) ? '' : toHtml(parseDoc(doc), (file) => `/api/files/${file}`);
});
const setBoxes = (part: 'to' | 'cc' | 'bcc', boxes: Mailbox[]) => handle.change({ [part]: boxes });
const namesOf = (boxes: Mailbox[]) => boxes.map((box) => box.name || box.address).join(', ');
const copies = computed(() => [...(draft.value?.cc ?? []), ...(draft.value?.bcc ?? [])]);
const stateWord = computed(
  () =>
    ({
      saved: 'Saved',
      saving: 'Saving …',
      waiting: problem.value ? 'Not saved yet' : 'Saving …',
      conflict: 'Changed elsewhere',
    })[state.value],
);

/** What is to be kept: the part of the letter that is selected, or all of it. */
async function keeping() {
  const { from, to, empty } = body.state.selection;
  const part = empty ? body.state.doc : body.state.doc.cut(from, to);
  const signatureText = toText(parseDoc(account.settings!.signature)).trim();
  const whole = draft.value!;
  const { keepingOfDraft } = await import('~/utils/keeping');
  return keepingOfDraft(whole, part, !empty, signatureText);
}

defineExpose({
  insert,
  send,
  focus: () => body.commands.focus(),
  attach: (list: File[]) => files.value?.add(list),
  keeping,
  openSearch: () => body.chain().focus().insertContent(',,').run(),
  improve: () => edited.value[0] && emit('improve', edited.value[0]),
});
</script>

<template>
  <section v-if="draft" class="reply" aria-label="Your reply">
    <div class="addressing" data-part="addressing">
      <button
        v-if="!showAddressing"
        type="button"
        class="summary plain-button"
        :aria-expanded="false"
        @click="showAddressing = true"
      >
        <span class="soft">To </span>
        <b dir="auto" :title="draft.to.map(formatMailbox).join(', ')">{{ namesOf(draft.to) || 'nobody yet' }}</b>
        <span v-if="copies.length" class="soft"> and {{ namesOf(copies) }}</span>
        <span class="soft"> · </span
        ><span dir="auto">{{ draft.subjectText || subject.getText() || 'No subject' }}</span>
        <span class="change small">Change</span>
      </button>
      <div v-show="showAddressing" class="fields">
        <RecipientField class="to" label="To" :boxes="draft.to" @change="(boxes) => setBoxes('to', boxes)" />
        <RecipientField class="cc" label="Cc" :boxes="draft.cc" @change="(boxes) => setBoxes('cc', boxes)" />
        <RecipientField class="bcc" label="Bcc" :boxes="draft.bcc" @change="(boxes) => setBoxes('bcc', boxes)" />
        <div class="subject-field"><span class="small soft">Subject</span><EditorContent :editor="subject" /></div>
        <button
          v-if="draft.mode !== 'new'"
          type="button"
          class="text-button small fold"
          @click="showAddressing = false"
        >
          Fold
        </button>
      </div>
    </div>

    <div v-if="theirs" class="notice bad" role="alert">
      This draft was changed in another window. Your text stands below and nothing was overwritten.
      <button type="button" class="text-button" @click="take('mine')">Keep mine</button>
      <button type="button" class="text-button" @click="take('theirs')">Take the other one</button>
    </div>
    <div v-if="draft.problem && !busy" class="notice bad" role="alert">Not sent: {{ draft.problem }}</div>
    <PictureOffer v-if="pictures.large.value" :large="pictures.large.value" />
    <div v-if="failure || pictures.problem.value || remark" class="notice bad" role="alert">
      {{ failure || pictures.problem.value || remark }}
    </div>
    <div v-else-if="problem" class="notice" role="status">{{ problem }}</div>
    <div v-if="waits && busy" class="notice" role="status">
      {{
        sending!.state === 'queued'
          ? `The post office does not take it at the moment (${sending!.problem}). It will be tried again.`
          : sending!.problem
      }}
      <button type="button" class="text-button" @click="takeBack">Take it back</button>
    </div>

    <div class="sheet" data-part="letter" data-home="3" @mousedown.self.prevent="body.commands.focus('end')">
      <EditorContent :editor="body" class="body" @mouseover="explain" />
      <!-- eslint-disable-next-line vue/no-v-html -- rendered and escaped by core/note -->
      <div v-if="signature" class="letter signature" aria-label="Your signature" v-html="signature" />
      <p v-else class="small soft signature">No signature yet. <NuxtLink to="/settings">Write one</NuxtLink></p>
      <p v-if="draft.originalId" class="small soft quote">
        {{ draft.quote ? 'Their message is quoted below.' : 'Their message is not quoted.' }}
        <button type="button" class="text-button small" @click="handle.change({ quote: !draft.quote })">
          {{ draft.quote ? 'Leave it out' : 'Quote it' }}
        </button>
      </p>
      <AttachmentList
        ref="files"
        :attachments="draft.attachments"
        class="attached"
        @change="(attachments) => handle.change({ attachments })"
      />
    </div>

    <div v-if="edited.length || questions.length" class="under">
      <p v-for="one in edited" :key="one.insertion" class="edited small" role="status">
        “{{ one.note.name }}” was edited here.
        <button type="button" class="text-button small" aria-keyshortcuts="Alt+U" @click="emit('improve', one)">
          Improve the note
        </button>
      </p>
      <FillList
        v-if="questions.length"
        ref="fillList"
        :questions="questions"
        :fills="draft.fills"
        :before="before"
        :keep-with="keepWith"
        class="filling"
        data-part="fill list"
        @answer="letter.answer"
        @switch="letter.switchPassage"
        @keep="keep"
        @look="look"
        @leave="leaveFill"
      />
    </div>
    <NoteTray
      :short="openBlanks.length > 0"
      :one-line="questions.length > 0"
      :occasion="occasion"
      class="tray"
      data-part="tray"
      @insert="(id) => insert(id)"
      @leave="body.commands.focus()"
    />

    <footer class="foot" data-part="foot">
      <div class="sights" role="status">
        <template v-if="foot.length">
          <button
            v-for="{ text, sight } in foot"
            :key="sight.code"
            type="button"
            class="sight plain-button"
            :class="{ stop: sight.stop, held: held.length && sight.stop }"
            @click="goTo(sight)"
          >
            {{ text }}
          </button>
        </template>
        <span v-else class="soft">Nothing is open.</span>
        <button
          v-if="mark && !openBlanks.length"
          type="button"
          class="text-button small"
          @click="asIs = [...asIs, mark.mark!]"
        >
          It is meant so
        </button>
      </div>
      <span class="small soft" role="status">{{ stateWord }}</span>
      <button type="button" class="text-button" :disabled="busy" @click="discard">
        <Trash2 :size="14" aria-hidden="true" />Discard
      </button>
      <el-button type="primary" :loading="busy" aria-keyshortcuts="Alt+S" @click="send"
        ><Send v-if="!busy" :size="14" aria-hidden="true" style="margin-right: 6px" />Send</el-button
      >
    </footer>

    <CaretSearch
      v-if="search"
      :search="search"
      :current="current"
      @pick="(id) => insert(id, search!.range)"
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

.addressing {
  min-height: 40px;
  display: flex;
  align-items: center;
}

.summary {
  width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding: var(--s2) 64px var(--s2) var(--s1);
  position: relative;
}

.change {
  position: absolute;
  right: var(--s1);
  color: var(--green);
}

.fields {
  width: 100%;
  display: grid;
  gap: 3px;
  padding: var(--s1) 0 var(--s2);
  position: relative;
}

.subject-field {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
}

.subject-field :deep(.subject-line) {
  background: var(--sheet);
  box-shadow: 0 0 0 1px var(--rule-strong) inset;
  border-radius: var(--radius);
  padding: 4px 11px;
  min-height: 32px;
}

.fold {
  justify-self: end;
}

.notice {
  margin-bottom: var(--s2);
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
  /* A layer of its own, so that a key press paints what changed of the letter and nothing else. */
  will-change: transform;
}

.body :deep(.letter) {
  min-height: 8em;
}

.signature {
  margin-top: var(--s3);
  color: var(--ink-soft);
  font-size: 14.5px;
}

.quote {
  margin-top: var(--s3);
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

.edited {
  margin-bottom: var(--s2);
}

.attached {
  margin-top: var(--s2);
  cursor: default;
}

.filling {
  padding-bottom: var(--s3);
  margin-bottom: var(--s3);
  border-bottom: 1px solid var(--rule);
}

.foot {
  flex: none;
  display: flex;
  align-items: center;
  gap: var(--s3);
  min-height: 46px;
  border-top: 1px solid var(--rule);
}

.sights {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s4);
}

.sight.stop {
  color: var(--apricot-ink);
  font-weight: 500;
  text-decoration: underline;
  text-decoration-color: var(--apricot);
  text-underline-offset: 3px;
}

.sight.held {
  font-weight: 700;
}
</style>
