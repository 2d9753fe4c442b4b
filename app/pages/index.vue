<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import type { Draft, Keeping, Message, Note, Person, Sending } from '#shared/types/wire';
import type { DraftMode } from '#shared/schemas/draft';
import type { MessageChange } from '#shared/schemas/message';
import type { EditedNote } from '~/composables/useEditedNotes';
import { useMailStore } from '~/stores/mail';
import { useNotesStore } from '~/stores/notes';

useHead({ title: 'Desk · Jar Note' });

// What is not needed at once is fetched while nothing else is done, so that it is there without a connection too.
onNuxtReady(() => void preloadComponents(['KeepPanel', 'ImprovePanel', 'PersonCard', 'BringIn']));

const route = useRoute();
const mail = useMailStore();
const notes = useNotesStore();

const message = shallowRef<Message | null>(null);
const draft = shallowRef<Draft | null>(null);
const person = shallowRef<Person | null>(null);
const recipient = ref('');
const facts = computed(() => messageFacts(message.value));
const problem = ref('');
const reading = ref(false);
/** What was just done, with a way to undo it. */
const done = shallowRef<{ text: string; undo?: () => Promise<void> } | null>(null);
const reply = ref<{
  insert(id: string): Promise<void>;
  send(): Promise<void>;
  openSearch(): void;
  keeping(): Promise<Keeping>;
  improve(): void;
  focus(): void;
  attach(files: File[]): unknown;
}>();
const keepPanel = ref<{ keep(): Promise<void>; improve(): void }>();
const improvePanel = ref<{ improve(): Promise<unknown> }>();
const theirs = ref<{ selection(): { html?: string; text?: string } | null }>();

const importing = useImport(() => void mail.refresh());
// Beside the letter a file goes with it; everywhere else it is mail.
const dropping = useFileDrop((files, on) => {
  if (reply.value && on.closest('.reply')) void reply.value.attach([...files]);
  else void importing.bring(files);
});

const messageId = computed(() => String(route.query.message ?? ''));
const draftId = computed(() => String(route.query.draft ?? ''));

let asked = 0;
async function open() {
  const number = ++asked;
  problem.value = '';
  if (message.value?.id !== messageId.value) message.value = null;
  if (!draftId.value || draft.value?.id !== draftId.value) draft.value = null;
  if (!messageId.value && !draftId.value) return;
  reading.value = true;
  try {
    if (messageId.value) {
      const id = messageId.value;
      const [opened, answer] = await Promise.all([
        api<Message>(`/messages/${id}`),
        api<{ draft: Draft | null }>(`/messages/${id}/answer`),
      ]);
      if (number !== asked) return;
      message.value = opened;
      draft.value = answer.draft;
      const wished = wish && wish.until > Date.now() ? wish.mode : null;
      wish = null;
      if (wished) void begin(wished);
      if (!opened.seen) void mail.change(id, { seen: true }).catch(() => {});
    } else {
      const opened = await api<Draft>(`/drafts/${draftId.value}`);
      if (number !== asked) return;
      if (opened.originalId) return void navigateTo({ query: { message: opened.originalId } }, { replace: true });
      draft.value = opened;
    }
  } catch (error) {
    if (number === asked) problem.value = messageOf(error);
  } finally {
    if (number === asked) reading.value = false;
  }
}
watch([messageId, draftId], open);

const showMessage = (id: string) => navigateTo(id ? { query: { message: id } } : { query: {} });
const showDraft = (id: string) => navigateTo({ query: { draft: id } });

onMounted(async () => {
  void notes.load();
  await mail.refresh();
  if (messageId.value || draftId.value) await open();
  else if (mail.rows[0]) await navigateTo({ query: { message: mail.rows[0].id } }, { replace: true });
});

/** An answer asked for while its message is still being opened, or just before. */
let wish: { mode: DraftMode; until: number } | null = null;
const WISH_MS = 2_000;

async function begin(mode: DraftMode): Promise<boolean> {
  wish = mode !== 'new' && !message.value ? { mode, until: Date.now() + WISH_MS } : null;
  if (mode !== 'new' && draft.value) reply.value?.focus();
  if (mode !== 'new' && (!message.value || draft.value)) return false;
  done.value = null;
  try {
    const begun = await api<Draft>('/drafts', {
      method: 'POST',
      body: { mode, originalId: mode === 'new' ? null : message.value!.id },
    });
    const isOpen = draft.value?.id === begun.id;
    if (mode === 'new') await showDraft(begun.id);
    if (isOpen) (document.querySelector('.addressing input') as HTMLElement | null)?.focus();
    else draft.value = begun;
    return true;
  } catch (error) {
    problem.value = messageOf(error);
    return false;
  }
}

/** A note taken before an answer was begun begins the answer. */
async function beginWith(id: string) {
  if (!(await begin('reply'))) return;
  await nextTick();
  await reply.value?.insert(id);
}

async function changeMessage(part: MessageChange) {
  const { id } = message.value!;
  const before = { answered: message.value!.answered, folder: message.value!.folder };
  const leaves = part.folder || (mail.list === 'waiting' && part.answered);
  const next = leaves ? mail.neighbour(id) : id;
  try {
    await mail.change(id, part);
    const text =
      part.folder === 'archive'
        ? 'Archived.'
        : part.folder === 'trash'
          ? 'Put in the trash.'
          : part.answered
            ? 'Taken off Waiting.'
            : part.answered === false
              ? 'Back on Waiting.'
              : 'Moved.';
    await mail.refresh();
    if (leaves) await showMessage(next);
    else if (message.value) message.value = { ...message.value, ...part } as Message;
    done.value = {
      text,
      undo: async () => {
        await mail.change(id, {
          answered: before.answered,
          folder: before.folder,
        });
        await mail.refresh();
        await showMessage(id);
        await open();
      },
    };
  } catch (error) {
    problem.value = messageOf(error);
  }
}

async function onSent(sending: Sending) {
  const answered = message.value?.id ?? '';
  const next = answered && mail.list === 'waiting' ? mail.neighbour(answered) : '';
  draft.value = null;
  done.value = { text: sending.problem || 'Sent.' };
  await mail.refresh();
  if (next) await showMessage(next);
  else if (answered) await open();
  else await showMessage(mail.list === 'waiting' ? (mail.rows[0]?.id ?? '') : '');
}

async function onDiscarded(gone: Draft) {
  draft.value = null;
  if (mail.list === 'drafts') await mail.refresh();
  if (!gone.originalId) await showMessage(mail.rows[0]?.id ?? '');
  done.value = {
    text: 'Draft discarded.',
    undo: async () => {
      const back = await api<Draft>(`/drafts/${gone.id}/restore`, { method: 'POST' });
      if (gone.originalId) await showMessage(gone.originalId);
      else await showDraft(gone.id);
      draft.value = back;
    },
  };
}

async function undo() {
  const { undo } = done.value ?? {};
  done.value = null;
  try {
    await undo?.();
  } catch (error) {
    problem.value = messageOf(error);
  }
}

// Keeping wording, and improving a note from where it was edited

const keeping = shallowRef<{ what: Keeping; from: 'message' | 'draft' } | null>(null);
const improving = shallowRef<EditedNote | null>(null);
watch([messageId, draftId], () => {
  keeping.value = null;
  improving.value = null;
});

async function keepMessage() {
  improving.value = null;
  problem.value = '';
  try {
    const part = theirs.value?.selection() ?? {};
    const what = await api<Keeping>(`/messages/${message.value!.id}/keep`, { method: 'POST', body: part });
    keeping.value = { what, from: 'message' };
  } catch (error) {
    problem.value = messageOf(error);
  }
}

/** What is selected in their message, else the draft or what is selected in it, else the message. */
async function keep() {
  if (keeping.value) return void keepPanel.value?.keep();
  if (message.value && (theirs.value?.selection() || !reply.value)) return void keepMessage();
  improving.value = null;
  const from = reply.value;
  if (!from) return;
  const what = await from.keeping();
  // Another draft may have been opened meanwhile.
  if (reply.value === from) keeping.value = { what, from: 'draft' };
}

function improve(edited: EditedNote) {
  keeping.value = null;
  improving.value = edited;
}

function onKept(note: Note) {
  keeping.value = null;
  done.value = { text: `Kept as “${note.name}”.`, undo: () => notes.remove([note.id]).then(() => {}) };
}

function onImproved(note: Note, former: Note) {
  keeping.value = null;
  improving.value = null;
  done.value = {
    text: `“${note.name}” is improved.`,
    undo: async () => {
      await notes.change(note.id, notes.byId.get(note.id)!.version, former);
    },
  };
}

async function meet(address: string) {
  recipient.value = address;
  if (!address.includes('@')) return void (person.value = null);
  const found = await api<Person[]>('/people', { query: { address } }).catch(() => []);
  if (recipient.value === address) person.value = found[0] ?? null;
}

// Keys: Alt and the letter of the word on the button
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && !event.defaultPrevented) {
    keeping.value = null;
    improving.value = null;
  }
  if (!event.altKey || event.ctrlKey || event.metaKey || event.isComposing) return;
  const act: Record<string, () => unknown> = {
    KeyR: () => begin('reply'),
    KeyL: () => begin('reply-all'),
    KeyM: () => begin('new'),
    KeyS: () => reply.value?.send(),
    KeyJ: () => reply.value?.openSearch(),
    KeyK: () => keep(),
    KeyI: () => keepPanel.value?.improve(),
    KeyU: () => (improving.value ? improvePanel.value?.improve() : reply.value?.improve()),
  };
  if (!act[event.code]) return;
  event.preventDefault();
  void act[event.code]!();
});
</script>

<template>
  <div class="desk">
    <h1 class="visually-hidden">Desk</h1>
    <WaitingList
      :message-id="messageId"
      :draft-id="draft?.id ?? draftId"
      @message="showMessage"
      @draft="showDraft"
      @begin="begin('new')"
      @bring="importing.bring"
    />

    <div class="theirs" data-part="message">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <LazyImprovePanel
        v-if="improving"
        ref="improvePanel"
        :key="improving.insertion"
        :note="improving.note"
        :body="improving.body"
        @improved="onImproved"
        @close="improving = null"
      />
      <LazyKeepPanel
        v-else-if="keeping && (draft || keeping.from === 'draft')"
        ref="keepPanel"
        :keeping="keeping.what"
        @kept="onKept"
        @improved="onImproved"
        @close="keeping = null"
      />
      <TheirMessage
        v-else-if="message"
        ref="theirs"
        :message="message"
        :answering="Boolean(draft)"
        @reply="(all) => begin(all ? 'reply-all' : 'reply')"
        @change="changeMessage"
        @keep="keepMessage"
      />
      <LazyPersonCard
        v-else-if="draft"
        :address="recipient"
        :person="person"
        @changed="(changed) => (person = changed)"
      />
      <p v-else-if="reading" class="soft nothing">Opening the message …</p>
      <div v-else-if="!problem" class="soft nothing">
        <p>Choose a message on the left, or write a new one.</p>
        <p class="small">To try with mail of your own, drop <b>.eml</b> or <b>mbox</b> files on this page.</p>
      </div>
    </div>

    <div class="ours">
      <p v-if="done" class="done" role="status">
        {{ done.text }} <button v-if="done.undo" type="button" class="text-button" @click="undo">Undo</button
        ><button type="button" class="text-button small" @click="done = null">Close</button>
      </p>
      <ReplyPane
        v-if="draft"
        ref="reply"
        :key="draft.id"
        :start="draft"
        :person="person"
        :message="facts"
        @person="(known) => (person = known)"
        @sent="onSent"
        @discarded="onDiscarded"
        @recipient="meet"
        @improve="improve"
      />
      <LazyKeepPanel
        v-else-if="keeping"
        ref="keepPanel"
        :keeping="keeping.what"
        @kept="onKept"
        @improved="onImproved"
        @close="keeping = null"
      />
      <section v-else class="ready" aria-label="Your reply" data-part="reply">
        <template v-if="message && message.folder !== 'sent'">
          <p class="lead">Your reply</p>
          <p class="soft">
            Begin an empty one with <kbd>Alt</kbd> <kbd>R</kbd>, or take a note and it is begun with it. Holding
            <kbd>Alt</kbd> shows the key of everything that has one.
          </p>
          <el-button type="primary" @click="begin('reply')">Reply</el-button>
          <NoteTray class="tray" @insert="beginWith" @leave="() => {}" />
        </template>
        <template v-else-if="message">
          <p class="lead">You wrote this message.</p>
          <p class="soft">
            If you will need it again, keep it with <kbd>Alt</kbd> <kbd>K</kbd>: without the signature and what was
            quoted. To keep a part of it, select that first.
          </p>
          <el-button type="primary" @click="keepMessage">Keep as a note</el-button>
        </template>
      </section>
    </div>

    <div v-if="dropping" class="drop">
      {{
        draft
          ? 'Drop files on the reply to attach them, elsewhere to bring messages in'
          : 'Drop the files to bring their messages in'
      }}
    </div>
    <LazyBringIn
      v-if="importing.files.value.length"
      :files="importing.files.value"
      :running="importing.running.value"
      @stop="importing.stop"
      @clear="importing.clear"
    />
  </div>
</template>

<style scoped>
.desk {
  height: 100%;
  min-width: 960px;
  display: grid;
  grid-template-columns: 276px minmax(300px, 1fr) minmax(400px, 1.25fr);
}

.theirs,
.ours {
  min-height: 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
  padding: 0 var(--s3) var(--s3);
}

.theirs > :last-child,
.ours > :last-child {
  flex: 1;
  min-height: 0;
}

.ours {
  padding-left: 0;
  padding-bottom: 0;
}

.theirs > .notice {
  flex: none !important;
  margin-top: var(--s2);
}

.nothing {
  padding: var(--s6) var(--s4);
}

.ready {
  padding: var(--s6) var(--s5);
}

.lead {
  font: 600 var(--text-title) var(--serif);
  margin-bottom: var(--s2);
}

.ready .soft {
  margin-bottom: var(--s3);
}

.tray {
  margin-top: var(--s5);
}

.done {
  flex: none;
  margin-top: var(--s2);
  padding: var(--s1) var(--s3);
  background: var(--green-wash);
  border-radius: var(--radius);
}

.drop {
  position: fixed;
  inset: 0;
  z-index: 200;
  display: grid;
  place-items: center;
  pointer-events: none;
  font: 600 22px var(--serif);
  color: var(--green);
  background: color-mix(in srgb, var(--ground) 85%, transparent);
  outline: 3px dashed var(--green);
  outline-offset: -12px;
}

@media (max-width: 1180px) {
  .desk {
    grid-template-columns: 214px minmax(280px, 1fr) minmax(380px, 1.2fr);
  }
}
</style>
