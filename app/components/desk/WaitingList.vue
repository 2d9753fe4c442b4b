<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { Inbox, PenLine } from 'lucide-vue-next';
import type { DraftRow, MessageRow, NoteRow } from '#shared/types/wire';
import type { MessageChange } from '#shared/schemas/message';
import type { Mailbox } from '#core/message/address';
import { useKnowingStore } from '~/stores/knowing';
import { useMailStore, type ListName } from '~/stores/mail';
import { useSendersStore } from '~/stores/senders';
import { useRoutinesStore } from '~/stores/routines';

defineProps<{
  messageId: string;
  draftId: string;
  /** Whose message is open. */
  person: Mailbox | null;
  /** How far a change of many messages is. */
  changing: { done: number; total: number } | null;
}>();
const emit = defineEmits<{
  message: [id: string];
  draft: [id: string];
  begin: [];
  run: [routine: string, ids: string[]];
  answer: [note: string, ids: string[]];
  change: [ids: string[], part: MessageChange];
  stopChanging: [];
  bring: [files: FileList];
}>();

const mail = useMailStore();
/** What is looked for in all mail; nothing shows the list. */
const typed = ref('');
const searchField = ref<HTMLInputElement>();
defineExpose({ search: () => searchField.value?.focus() });
const now = ref(Date.now());
useIntervalFn(() => (now.value = Date.now()), 30_000);

const lists: { name: ListName; title: string }[] = [
  { name: 'waiting', title: t('desk.waiting') },
  { name: 'later', title: t('again.lookAgain') },
  { name: 'inbox', title: t('desk.inbox') },
  { name: 'drafts', title: t('desk.drafts') },
  { name: 'sent', title: t('desk.sent') },
  { name: 'archive', title: t('desk.archive') },
  { name: 'trash', title: t('desk.trash') },
  { name: 'junk', title: t('desk.junk') },
];
const senders = useSendersStore();
onMounted(() => void Promise.all([mail.loadFolders(), senders.load()]));
const KEEP_UP_MS = 5_000;
useIntervalFn(() => !document.hidden && void mail.keepUp(), KEEP_UP_MS);
const LOOK_MS = 20_000;
useIntervalFn(() => !document.hidden && senders.mailboxes.length && void senders.load(), LOOK_MS);

const rows = computed<(MessageRow | DraftRow)[]>(() => (mail.list === 'drafts' ? mail.drafts : mail.rows));
const COUNT_LIMIT = 1_000;
const count = computed(() => (mail.total > COUNT_LIMIT ? t('desk.moreThan', { count: COUNT_LIMIT }) : mail.total));

// The note that is likeliest to answer each message that waits.
const knowing = useKnowingStore();
const likely = shallowRef(new Map<string, NoteRow>());
watch(
  () => (mail.list === 'waiting' ? mail.rows : []),
  async (waiting) => {
    const found = await knowing.likeliest(waiting).catch(() => null);
    if (found && (mail.list === 'waiting' ? mail.rows === waiting : !waiting.length)) likely.value = found;
  },
  { immediate: true },
);

const isDraft = (row: MessageRow | DraftRow): row is DraftRow => 'subjectText' in row;
const subject = (row: MessageRow | DraftRow) => (isDraft(row) ? row.subjectText : row.subject) || t('common.noSubject');

/** Up and Down move along the list, as Tab would, without leaving it. */
function step(event: KeyboardEvent) {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!by) return;
  event.preventDefault();
  const buttons = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLButtonElement>('.row')];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  buttons[Math.min(Math.max(at + by, 0), buttons.length - 1)]?.focus();
}

// Several messages chosen, to do something with all of them.
const routines = useRoutinesStore();
const chosen = ref<string[]>([]);
const choose = (id: string) =>
  (chosen.value = chosen.value.includes(id) ? chosen.value.filter((other) => other !== id) : [...chosen.value, id]);
const mayChoose = computed(() => mail.list !== 'drafts');
watch(
  () => mail.list,
  () => (chosen.value = []),
);
/** The chosen ones in the order they stand in, which then are chosen no longer. */
function taken(): string[] {
  const ids = mail.rows.map(({ id }) => id).filter((id) => chosen.value.includes(id));
  chosen.value = [];
  return ids;
}
/** The note that answers all that are chosen, where one is likeliest for each of them. */
const likelyOfChosen = computed(() => {
  const [first, ...others] = chosen.value.map((id) => likely.value.get(id));
  return first && others.every((one) => one?.id === first.id) ? first : null;
});
onMounted(() => routines.load().catch(() => {}));

const chooser = ref<HTMLInputElement>();
function bringChosen(event: Event) {
  const input = event.target as HTMLInputElement;
  if (input.files?.length) emit('bring', input.files);
  input.value = '';
}
</script>

<template>
  <section class="waiting" :aria-label="t('desk.messages')" data-part="messages">
    <header class="head">
      <!-- The browser's own: the Desk needs no other list to be there. -->
      <select
        class="field which"
        :value="mail.list"
        :aria-label="t('desk.whichMessages')"
        @focus="mail.loadFolders()"
        @change="(event) => mail.show((event.target as HTMLSelectElement).value as ListName)"
      >
        <option v-for="{ name, title } in lists" :key="name" :value="name">{{ title }}</option>
        <optgroup v-if="mail.folders.length" :label="t('desk.yourFolders')">
          <option v-for="folder in mail.folders" :key="folder.id" :value="`folder:${folder.id}`">
            {{ folder.path }}
          </option>
        </optgroup>
      </select>
      <span class="small soft count">{{ count }}</span>
      <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('newMessage')" @click="emit('begin')">
        <PenLine :size="14" aria-hidden="true" />{{ t('desk.newMessage') }}
      </button>
    </header>

    <div class="search">
      <input
        ref="searchField"
        v-model="typed"
        type="search"
        class="field"
        :aria-label="t('mailSearch.search')"
        :aria-keyshortcuts="shortcutOf('searchMail')"
        :placeholder="t('mailSearch.search')"
        @keydown.esc.stop="typed = ''"
      />
      <p v-for="{ id, name, problem } in senders.inTrouble" :key="id" class="small trouble" role="status">
        <b dir="auto">{{ name }}</b>: {{ say(problem!) }}
        <NuxtLink to="/settings#s-mail">{{ t('common.settings') }}</NuxtLink>
      </p>
    </div>

    <LazyMailFound
      v-if="typed.trim()"
      class="rows"
      :words="typed"
      :message-id="messageId"
      :person="person"
      @message="(id: string) => emit('message', id)"
    />
    <div v-else-if="mail.problem" class="notice bad" role="alert">
      {{ mail.problem }}
      <button type="button" class="text-button" @click="mail.refresh()">{{ t('common.tryAgain') }}</button>
    </div>
    <p v-else-if="mail.state === 'loading' && !rows.length" class="state soft">{{ t('desk.readingYourMessages') }}</p>
    <EmptyList v-else-if="!rows.length" class="state soft" :list="mail.list" @show="mail.show" />

    <LazyChangingBar v-if="changing" v-bind="changing" @stop="emit('stopChanging')" />
    <LazyChosenBar
      v-if="chosen.length && !typed.trim()"
      :count="chosen.length"
      :likely="likelyOfChosen"
      @answer="(note) => emit('answer', note, taken())"
      @change="(part) => emit('change', taken(), part)"
      @run="(routine) => emit('run', routine, taken())"
      @all="chosen = mail.rows.map(({ id }) => id)"
      @none="chosen = []"
    />

    <ul v-if="!typed.trim()" class="rows" data-home="1" @keydown="step">
      <li v-for="row in rows" :key="row.id">
        <MessageListRow
          :row="row"
          :list="mail.list"
          :now="now"
          :likely="likely.get(row.id)?.name"
          :open="row.id === messageId || row.id === draftId"
          @click="isDraft(row) ? emit('draft', row.id) : emit('message', row.id)"
        />
        <input
          v-if="mayChoose"
          type="checkbox"
          class="choose"
          :class="{ shown: chosen.length }"
          :checked="chosen.includes(row.id)"
          :aria-label="t('desk.chooseMessage', { subject: subject(row) })"
          @change="choose(row.id)"
        />
      </li>
      <li v-if="mail.next">
        <button type="button" class="text-button more" :disabled="mail.state === 'loading'" @click="mail.more()">
          {{ t('desk.showMore') }}
        </button>
      </li>
    </ul>

    <footer class="foot">
      <input
        ref="chooser"
        type="file"
        multiple
        accept=".eml,.mbox,.mbx,message/rfc822,application/mbox"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="t('desk.filesWithMessages')"
        @change="bringChosen"
      />
      <button type="button" class="text-button small" @click="chooser?.click()">
        <Inbox :size="14" aria-hidden="true" />{{ t('desk.bringMessagesIn') }}
      </button>
      <span class="small soft">{{ t('desk.orDropFilesHere') }}</span>
    </footer>
  </section>
</template>

<style scoped>
.waiting {
  display: grid;
  grid-template-rows: auto auto auto auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
  background: var(--ground-deep);
  border-right: 1px solid var(--rule);
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2);
  padding: var(--s2) var(--s2) var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.which {
  flex: 1 1 84px;
  min-width: 84px;
  width: 0;
}

.count {
  margin-right: auto;
}

.search {
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.search .field {
  width: 100%;
}

.search .field::-webkit-search-cancel-button {
  filter: grayscale(1);
}

.trouble {
  margin-top: var(--s2);
  color: var(--warn);
  overflow-wrap: anywhere;
}

.state {
  padding: var(--s5) var(--s4);
}

.rows {
  grid-row: 5;
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
}

li {
  position: relative;
}

/* Beside the subject, where the pointer or the focus is, and everywhere once one is chosen. */
.choose {
  position: absolute;
  right: var(--s2);
  top: 26px;
  width: 24px;
  height: 24px;
  margin: 0;
  display: grid;
  place-items: center;
  appearance: none;
  cursor: pointer;
  opacity: 0;
}

/* Large enough to be hit, and small to look at. */
.choose::before {
  content: '';
  width: 14px;
  height: 14px;
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--sheet);
  font: 700 12px / 14px var(--sans);
  text-align: center;
}

.choose:checked::before {
  content: '✓';
  border-color: var(--green);
  background: var(--green);
}

li:hover .choose,
.choose:focus-visible,
.choose.shown {
  opacity: 1;
}

.more {
  display: block;
  margin: var(--s2) auto;
}

.foot {
  grid-row: 6;
  display: flex;
  align-items: center;
  gap: var(--s1);
  padding: var(--s1) var(--s2);
  border-top: 1px solid var(--rule);
}

@media (max-width: 1180px) {
  .head {
    flex-wrap: wrap;
  }

  .foot {
    flex-wrap: wrap;
  }
}
</style>
