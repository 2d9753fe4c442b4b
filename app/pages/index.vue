<script setup lang="ts">
import { until, useEventListener, useTimeoutFn } from '@vueuse/core';
import type { Draft, Keeping, Note, Routine, Sending } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import type { DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';
import { useKnowingStore } from '~/stores/knowing';
import { useSendersStore } from '~/stores/senders';
import { useMailStore } from '~/stores/mail';
import { useRoutinesStore } from '~/stores/routines';

useHead({ title: t('desk.pageTitle') });

// What is not needed at once is fetched when the Desk has been there for a while, so that it is there without a connection too.
const LATER_MS = 3_000;
const REST = [
  () => import('~/components/desk/NotePreview.vue'),
  () => import('~/components/desk/KeepPanel.vue'),
  () => import('~/components/desk/ImprovePanel.vue'),
  () => import('~/components/desk/PersonCard.vue'),
  () => import('~/components/people/PersonFacts.vue'),
  () => import('~/components/desk/BringIn.vue'),
  recipientField,
];
/** One by one, when nothing else is to be done, so that no key waits for it. */
async function fetchTheRest() {
  for (const fetch of REST) {
    await new Promise((resolve) => requestIdleCallback(resolve));
    // What could not be fetched now is fetched when it is needed.
    await fetch().catch(() => null);
  }
}
useTimeoutFn(fetchTheRest, LATER_MS);

const mail = useMailStore();
const senders = useSendersStore();
const account = useAccountStore();

const desk = useDesk({
  toAnswer: () => reply.value?.focus(),
  toAddress: () => reply.value?.toAddress(),
  keepSent: (sent) => panels.keepSent(sent),
  makeRoutine: (sent, original) => panels.makeRoutine(sent, original),
});
const { message, draft, messageId, draftId, problem, reading, done, begin, showMessage, showDraft } = desk;
const knowing = useKnowingStore();
watch(message, (opened) => void knowing.read(opened), { immediate: true });
const { address: recipient, met, person, know, meet } = useRecipient();
/** With whom the open message was exchanged. */
const correspondent = computed(
  () => (message.value?.folder === 'sent' ? message.value.to[0] : message.value?.from) ?? null,
);
const facts = computed(() => messageFacts(message.value));
const reply = ref<{
  insert(which: string | Note): Promise<void>;
  run(routine: Routine): Promise<void>;
  send(): Promise<void>;
  sendAnyway(): Promise<void>;
  showFindings(): void;
  mend(): void;
  nextSignature(): void;
  putByName(): void;
  openSearch(): void;
  keeping(): Promise<Keeping>;
  improve(): void;
  focus(): void;
  toAddress(): void;
  attach(files: File[]): unknown;
  chooseFile(): void;
  chooseDay(): void;
  facts: ReturnType<typeof useFactBlanks>;
  save(): Promise<void>;
}>();
const list = ref<{ search(): void }>();
const keepPanel = ref<{ keep(): Promise<void>; improve(): void }>();
const improvePanel = ref<{ improve(): Promise<unknown> }>();
const theirs = ref<{ selection(): { html?: string; text?: string } | null; chooseDay(): void }>();

const runs = useRoutineRuns(desk, reply);
const routines = useRoutinesStore();

const importing = useImport(() => void mail.refresh());
// Beside the letter a file goes with it; everywhere else it is mail.
const dropping = useFileDrop((files, on) => {
  if (reply.value && on.closest('.reply')) void reply.value.attach([...files]);
  else void importing.bring(files);
});

/** A note taken before an answer was begun begins the answer. */
function beginWith(id: string) {
  void begin('reply', undefined, async () => {
    // One that is already on its way will do.
    await until(reply).toBeTruthy({ timeout: 5_000 });
    await reply.value?.insert(id);
  });
}

useWorkTime('typing', '.reply .letter');
const panels = usePanels(desk, { reply, theirs, keepPanel });
const { keeping, improving, routine, arriving, about, asking } = panels;
/** Puts a question with options into the letter. */
async function putHands(body: DocJson) {
  asking.value = false;
  const { emptyNote } = await import('#shared/schemas/note');
  await reply.value?.insert({ ...emptyNote(), id: '', subjectText: '', body } as Note);
}
function onAboutChanged(changed: Person) {
  const shown = about.value;
  if (shown && isTheirs(changed, { address: shown.box.address, person: shown.person }))
    about.value = { ...shown, person: changed };
  // The letter beside it is filled with what is known now.
  know(changed);
}

async function onSent(sending: Sending, sent: Draft) {
  await desk.onSent(sending, sent);
  runs.sent(sent);
}

const isInReply = () => Boolean(reply.value && document.activeElement?.closest('.reply'));
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && !event.defaultPrevented) panels.close();
});
const routineAt = (event: KeyboardEvent) => routines.rows[Number(pressedKey(event).slice(-1)) - 1];
useCommands({
  nextMessage: () => desk.step(1),
  messageBefore: () => desk.step(-1),
  searchMail: () => list.value?.search(),
  reply: () => begin('reply'),
  replyAll: () => begin('reply-all'),
  passOn: () => begin('forward'),
  newMessage: () => begin('new'),
  // In the letter it is the answer that is looked at again, everywhere else their message.
  lookAgain: () => (isInReply() ? reply.value!.chooseDay() : theirs.value?.chooseDay()),
  attachFile: () => reply.value?.chooseFile(),
  keepSent: { when: () => Boolean(done.value?.keep), do: () => done.value!.keep!() },
  send: () => reply.value?.send(),
  runRoutine: {
    when: (event) => Boolean(routineAt(event)),
    do: (event) => runs.run(routineAt(event)!.id),
  },
  showArrival: panels.showArrival,
  sendAnyway: () => reply.value?.sendAnyway(),
  showFindings: () => reply.value?.showFindings(),
  mendFirst: () => reply.value?.mend(),
  askHands: panels.ask,
  nextSignature: () => reply.value?.nextSignature(),
  putByName: () => reply.value?.putByName(),
  findNote: () => reply.value?.openSearch(),
  undoDone: { when: () => Boolean(done.value?.undo), do: () => desk.undo() },
  keepWording: panels.keep,
  improveNear: () => keepPanel.value?.improve(),
  improveUsed: () => (improving.value ? improvePanel.value?.improve() : reply.value?.improve()),
});
</script>

<template>
  <div class="desk">
    <h1 class="visually-hidden">{{ t('common.desk') }}</h1>
    <WaitingList
      ref="list"
      :message-id="messageId"
      :draft-id="draft?.id ?? draftId"
      :person="correspondent"
      :changing="desk.changing.value"
      @message="showMessage"
      @draft="showDraft"
      @begin="begin('new')"
      @run="runs.runMany"
      @answer="runs.answerMany"
      @change="desk.changeMany"
      @stop-changing="desk.stopChanging"
      @bring="importing.bring"
    />

    <div class="theirs" data-part="message">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <p v-if="runs.progress.value" class="notice run" role="status">
        {{ runs.progress.value }}
        <button type="button" class="text-button small" @click="runs.next()">{{ t('routine.skip') }}</button>
        <button type="button" class="text-button small" @click="runs.stop()">{{ t('routine.stop') }}</button>
      </p>
      <LazyRoutineEditor
        v-if="routine"
        :start="routine"
        class="panel"
        @kept="panels.onRoutineKept"
        @close="routine = null"
      />
      <LazyImprovePanel
        v-else-if="improving"
        ref="improvePanel"
        :key="improving.insertion"
        :note="improving.note"
        :body="improving.body"
        @improved="panels.onImproved"
        @close="improving = null"
      />
      <LazyKeepPanel
        v-else-if="keeping && (draft || keeping.from === 'draft')"
        ref="keepPanel"
        :keeping="keeping.what"
        :written-to="keeping.place"
        @kept="panels.onKept"
        @improved="panels.onImproved"
        @close="keeping = null"
      />
      <LazyArrivalPanel
        v-else-if="arriving !== null && draft"
        :draft-id="draft.id"
        :version="arriving"
        @close="arriving = null"
      />
      <LazyHandsForm
        v-else-if="asking && draft"
        :address="senders.addressOf(draft, message) ?? account.account!.address"
        @put="putHands"
        @close="asking = false"
      />
      <LazyPersonCard
        v-else-if="about"
        :box="about.box"
        :person="about.person"
        closes
        @changed="onAboutChanged"
        @close="about = null"
      />
      <TheirMessage
        v-else-if="message"
        ref="theirs"
        :message="message"
        :answering="Boolean(draft) && draft?.mode !== 'forward'"
        :label-for="(fact) => reply?.facts.labelFor(fact) ?? ''"
        @fact="(fact) => reply?.facts.take(fact)"
        @done="desk.add"
        @person="onAboutChanged"
        @leave="reply?.focus()"
        @begin="begin"
        @again="begin('new', message.id)"
        @change="desk.changeMessage"
        @keep="panels.keepMessage"
        @flag="desk.turnFlag"
        @about="panels.showAbout"
        @message="showMessage"
      />
      <LazyPersonCard v-else-if="draft" :box="{ name: '', address: recipient }" :person="person" @changed="know" />
      <p v-else-if="reading" class="soft nothing">{{ t('desk.openingMessage') }}</p>
      <div v-else-if="!problem" class="soft nothing">
        <p>{{ t(mail.rows.length ? 'desk.chooseMessageOnLeft' : 'desk.nothingOnLeft') }}</p>
        <I18nT v-if="senders.isRead && !senders.mailboxes.length" keypath="desk.yourOwnMail" tag="p" scope="global">
          <template #connect
            ><NuxtLink to="/settings#s-mail">{{ t('desk.connectMailbox') }}</NuxtLink></template
          >
          <template #eml><b>.eml</b></template>
          <template #mbox><b>mbox</b></template>
        </I18nT>
      </div>
    </div>

    <div class="ours">
      <DoneBar :done="done" shortcut="undoDone" class="said" @undo="desk.undo" @close="desk.close" />
      <ReplyPane
        v-if="draft"
        ref="reply"
        :key="draft.id"
        :start="draft"
        :met="met"
        :message="facts"
        :original="message"
        :left="desk.onLeft"
        @person="know"
        @sent="onSent"
        @routine="(sent) => message && panels.makeRoutine(sent, message)"
        @discarded="desk.onDiscarded"
        @recipient="meet"
        @improve="panels.improve"
        @saved="(version) => arriving !== null && (arriving = version)"
        @ask="panels.ask"
        @kept="desk.add"
        @arrival="panels.showArrival"
      />
      <LazyKeepPanel
        v-else-if="keeping?.from === 'message'"
        ref="keepPanel"
        :keeping="keeping.what"
        :written-to="keeping.place"
        @kept="panels.onKept"
        @improved="panels.onImproved"
        @close="keeping = null"
      />
      <section v-else class="ready" :aria-label="t('common.yourReply')" data-part="reply">
        <template v-if="message && message.folder !== 'sent'">
          <p class="lead">{{ t('common.yourReply') }}</p>
          <I18nT keypath="desk.beginWith" tag="p" scope="global" class="soft">
            <template #reply><KeyCaps command="reply" /></template>
            <template #alt><kbd>Alt</kbd></template>
          </I18nT>
          <el-button type="primary" @click="begin('reply')">{{ t('desk.reply') }}</el-button>
          <NoteTray class="tray" :answers="message.id" @insert="beginWith" @leave="() => {}" />
          <RoutineList class="tray" @run="runs.run" />
        </template>
        <template v-else-if="message">
          <p class="lead">{{ t('desk.youWroteThis') }}</p>
          <I18nT keypath="desk.keepItWith" tag="p" scope="global" class="soft">
            <template #keep><KeyCaps command="keepWording" /></template>
          </I18nT>
          <el-button type="primary" @click="panels.keepMessage">{{ t('desk.keepAsNote') }}</el-button>
        </template>
      </section>
    </div>

    <DropHint v-if="dropping">
      {{ draft ? t('desk.dropOnReply') : t('desk.dropToBring') }}
    </DropHint>
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

.panel {
  flex: none !important;
  margin-top: var(--s2);
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

.said {
  margin-top: var(--s2);
}

@media (max-width: 1180px) {
  .desk {
    grid-template-columns: 214px minmax(280px, 1fr) minmax(380px, 1.2fr);
  }
}
</style>
