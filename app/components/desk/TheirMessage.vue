<script setup lang="ts">
import {
  Archive,
  CalendarClock,
  CheckCheck,
  Forward,
  Image,
  NotebookPen,
  Paperclip,
  PenLine,
  Reply,
  ReplyAll,
  Trash2,
  Undo2,
} from 'lucide-vue-next';
import type { Message } from '#shared/types/wire';
import type { Again } from '#shared/schemas/again';
import type { DraftMode } from '#shared/schemas/draft';
import type { MessageChange } from '#shared/schemas/message';
import type { Person } from '#shared/types/person';
import { dayAt } from '#core/calendar/day';
import type { Fact } from '#core/facts/facts';
import { addressKey, formatMailbox, type Mailbox } from '#core/message/address';
import type { Done } from '~/composables/useDone';
import { useAccountStore } from '~/stores/account';
import { useKnowingStore } from '~/stores/knowing';
import { useSendersStore } from '~/stores/senders';

const props = defineProps<{
  message: Message;
  answering: boolean;
  /** What the blank of the letter is called that a fact goes into; empty where there is none. */
  labelFor: (fact: Fact) => string;
}>();
const emit = defineEmits<{
  begin: [mode: DraftMode];
  again: [];
  change: [part: MessageChange];
  keep: [];
  flag: [];
  /** Whom it was exchanged with. */
  about: [box: Mailbox];
  message: [id: string];
  fact: [fact: Fact];
  done: [done: Done];
  person: [person: Person];
  leave: [];
}>();

const store = useAccountStore();
const senders = useSendersStore();
const knowing = useKnowingStore();
const facts = computed(() => (knowing.message?.id === props.message.id ? knowing.facts : []));
const showQuoted = ref(false);
const pictures = ref(false);
watch(
  () => props.message.id,
  () => (showQuoted.value = pictures.value = choosesDay.value = false),
);

// The day it is looked at again.
const choosesDay = ref(false);
const isBack = computed(() => {
  const { again } = props.message;
  return Boolean(again) && again!.day <= dayAt(Date.now(), store.settings!.timeZone);
});
function chooseDay(again: Again | null) {
  choosesDay.value = false;
  emit('change', { again });
}

const date = computed(() => when(props.message.sentAt, store.settings!.locale, store.settings!.timeZone));
const own = computed(() => new Set(store.account?.addresses ?? []));
const others = computed(() => {
  return [...props.message.to, ...props.message.cc].filter(({ address }) => !own.value.has(addressKey(address)));
});
/** Which of several mailboxes it came to. */
const cameTo = computed(() => {
  const { mailboxes } = senders;
  const { mailboxId, folder } = props.message;
  return mailboxes.length > 1 && folder !== 'sent' && mailboxes.find(({ id }) => id === mailboxId)?.address;
});
const isThrownAway = computed(() => ['trash', 'junk'].includes(props.message.folder));
const isOwn = computed(() => own.value.has(addressKey(props.message.from.address)));
const several = computed(() => others.value.length > 0);
const names = (boxes: { name: string; address: string }[]) => boxes.map((box) => box.name || box.address).join(', ');

const frame = ref<{ selection(): { html: string } | null }>();
const letter = ref<{ $el: HTMLElement }>();
/** What is selected in the letter; null when nothing is. */
function selection(): { html?: string; text?: string } | null {
  const inFrame = frame.value?.selection();
  if (inFrame) return inFrame;
  const here = window.getSelection();
  const text = here && letter.value && here.containsNode(letter.value.$el, true) ? here.toString() : '';
  return text.trim() ? { text } : null;
}
defineExpose({ selection, chooseDay: () => (choosesDay.value = !choosesDay.value) });
</script>

<template>
  <article class="message" :aria-label="t('common.theirMessage')">
    <div class="acts">
      <button
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('reply')"
        :disabled="answering"
        @click="emit('begin', 'reply')"
      >
        <Reply :size="14" aria-hidden="true" />{{ isOwn ? t('desk.followUp') : t('desk.reply') }}
      </button>
      <button
        v-if="several && !isOwn"
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('replyAll')"
        :disabled="answering"
        @click="emit('begin', 'reply-all')"
      >
        <ReplyAll :size="14" aria-hidden="true" />{{ t('desk.replyToAll') }}
      </button>
      <button v-if="isOwn" type="button" class="text-button" @click="emit('again')">
        <PenLine :size="14" aria-hidden="true" />{{ t('desk.newFromThis') }}
      </button>
      <button
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('passOn')"
        @click="emit('begin', 'forward')"
      >
        <Forward :size="14" aria-hidden="true" />{{ t('desk.forward') }}
      </button>
      <span class="gap" />
      <button
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('keepWording')"
        @mousedown.prevent
        @click="emit('keep')"
      >
        <NotebookPen :size="14" aria-hidden="true" />{{ t('common.keep') }}
      </button>
    </div>

    <div class="sheet" tabindex="0">
      <h2 class="subject" dir="auto">{{ message.subject || t('common.noSubject') }}</h2>
      <p class="small soft meta">
        <span v-if="isOwn || !message.from.address" dir="auto">{{
          message.from.name || message.from.address || t('desk.senderNotNamed')
        }}</span><button
          v-else
          type="button"
          class="text-button small who"
          dir="auto"
          :title="formatMailbox(message.from)"
          :aria-label="t('desk.aboutPerson', { name: message.from.name || message.from.address })"
          @click="emit('about', message.from)"
        >
          {{ message.from.name || message.from.address }}</button
        >, {{ date }} ·
        <a class="as-file" :href="`/api/messages/${message.id}/source`" download>{{ t('desk.saveAsFile') }}</a> ·
        <button type="button" class="text-button small who" @click="emit('flag')">
          {{ message.flagged ? t('desk.flaggedTakeOff') : t('desk.flag') }}
        </button>
        <template v-if="message.replied"> · {{ t('desk.replied') }}</template>
        <template v-if="message.forwarded"> · {{ t('desk.forwarded') }}</template>
        <template v-if="message.folder === 'sent'"
          ><br />{{ t('desk.sentTo', { names: names([...message.to, ...message.cc]) }) }}
          <button
            v-if="message.to[0]"
            type="button"
            class="text-button small"
            dir="auto"
            @click="emit('about', message.to[0])"
          >
            {{ t('desk.aboutPerson', { name: message.to[0].name || message.to[0].address }) }}
          </button></template
        >
        <template v-if="cameTo"><br />{{ t('desk.cameTo', { address: cameTo }) }}</template>
        <template v-if="several && message.folder !== 'sent'"
          ><br />{{ t('desk.alsoSentTo', { names: names(others) }) }}</template
        >
        <template v-if="message.replyTo.length && message.replyTo[0]!.address !== message.from.address"
          ><br />{{ t('desk.answersGoTo', { names: names(message.replyTo) }) }}</template
        >
      </p>
      <p v-if="message.again" class="small comes-back" role="status">
        {{ isBack ? t('again.backToday') : t('again.isSet', { day: onDay(message.again.day) }) }}
        <span v-if="message.again.why" dir="auto"> · {{ message.again.why }}</span>
      </p>
      <WaitLine :message="message" @change="(part) => emit('change', part)" />
      <p v-if="message.broken" class="notice bad">{{ say(message.broken) }}</p>
      <p v-if="message.remotePictures && !pictures" class="notice">
        {{ t('desk.picturesHidden') }}
        <button type="button" class="text-button" @click="pictures = true">
          <Image :size="14" aria-hidden="true" />{{ t('desk.showPictures') }}
        </button>
      </p>

      <MessageFrame v-if="message.html" ref="frame" :message="message" :pictures="pictures" />
      <template v-else>
        <MessageText ref="letter" :message-id="message.id" :text="message.text.own" />
        <template v-if="message.text.quoted">
          <button type="button" class="text-button small" :aria-expanded="showQuoted" @click="showQuoted = !showQuoted">
            {{ showQuoted ? t('desk.hideQuoted') : t('desk.showQuoted') }}
          </button>
          <div v-if="showQuoted" class="letter text quoted" dir="auto">{{ message.text.quoted }}</div>
        </template>
      </template>

      <LazyMessageFacts
        v-if="facts.length"
        :facts="facts"
        :from="message.from"
        :label-for="labelFor"
        @take="(fact) => emit('fact', fact)"
        @done="(done) => emit('done', done)"
        @person="(person) => emit('person', person)"
        @leave="emit('leave')"
      />
      <ul v-if="message.attachmentList.length" class="attachments" :aria-label="t('common.attachments')">
        <li v-for="part in message.attachmentList" :key="part.index">
          <a :href="`/api/messages/${message.id}/attachments/${part.index}`" :download="part.name"
            ><Paperclip :size="13" aria-hidden="true" /> {{ part.name }}</a
          >
          <span class="soft small size">{{ fileSize(part.size) }}</span>
        </li>
      </ul>
      <LazyMessageThread
        v-if="message.others"
        :key="message.id"
        :message-id="message.id"
        :count="message.others"
        @message="(id) => emit('message', id)"
      />
    </div>

    <LazyAgainPicker
      v-if="choosesDay"
      :again="message.again"
      class="picker"
      @choose="chooseDay"
      @close="choosesDay = false"
    />
    <div class="acts filing" :aria-label="t('desk.filing')" role="group">
      <template v-if="message.waits || (!isOwn && message.folder === 'inbox')">
        <button v-if="message.waits" type="button" class="text-button" @click="emit('change', { answered: true })">
          <CheckCheck :size="14" aria-hidden="true" />{{ t(isOwn ? 'desk.doneWithIt' : 'desk.needsNoAnswer') }}
        </button>
        <button v-else type="button" class="text-button" @click="emit('change', { answered: false })">
          <Undo2 :size="14" aria-hidden="true" />{{ t('desk.backToWaiting') }}
        </button>
      </template>
      <button v-else-if="isBack" type="button" class="text-button" @click="emit('change', { again: null })">
        <CheckCheck :size="14" aria-hidden="true" />{{ t('desk.doneWithIt') }}
      </button>
      <button
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('lookAgain')"
        :aria-expanded="choosesDay"
        @click="choosesDay = !choosesDay"
      >
        <CalendarClock :size="14" aria-hidden="true" />{{ t('again.lookAgain') }}
      </button>
      <span class="gap" />
      <button
        v-if="message.folder === 'inbox' || message.folder === 'own'"
        type="button"
        class="text-button"
        @click="emit('change', { folder: 'archive' })"
      >
        <Archive :size="14" aria-hidden="true" />{{ t('desk.archive') }}
      </button>
      <button
        v-else-if="message.folder !== 'sent'"
        type="button"
        class="text-button"
        @click="emit('change', { folder: isOwn ? 'sent' : 'inbox' })"
      >
        <Undo2 :size="14" aria-hidden="true" />{{ isOwn ? t('desk.backToSent') : t('desk.backToInbox') }}
      </button>
      <button
        v-if="message.folder !== 'gone'"
        type="button"
        class="text-button"
        @click="emit('change', { folder: isThrownAway ? 'gone' : 'trash' })"
      >
        <Trash2 :size="14" aria-hidden="true" />{{ isThrownAway ? t('desk.deleteForGood') : t('common.delete') }}
      </button>
    </div>
  </article>
</template>

<style scoped>
.message {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto auto;
  min-height: 0;
  min-width: 0;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  min-height: 40px;
  padding: 0 var(--s1);
}

.filing {
  grid-row: 4;
  min-height: 46px;
}

@media (max-width: 1180px) {
  .filing svg {
    display: none;
  }
}

.picker {
  grid-row: 3;
  margin-top: var(--s2);
}

.comes-back {
  margin: calc(-1 * var(--s2)) 0 var(--s3);
  color: var(--apricot-ink);
}

.gap {
  flex: 1;
}

.sheet {
  overflow-y: auto;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: var(--s4) var(--s5);
}

.subject {
  font: 600 var(--text-title) / 1.3 var(--serif);
}

.meta {
  margin: var(--s1) 0 var(--s4);
}

.notice {
  margin-bottom: var(--s3);
}

.size {
  margin-left: var(--s2);
}

.who {
  padding-inline: 0;
  text-decoration: underline;
}

.as-file {
  color: var(--ink-soft);
}

.text {
  white-space: pre-wrap;
}

.quoted {
  margin-top: var(--s2);
  color: var(--ink-soft);
  font-size: 14px;
}

.attachments {
  list-style: none;
  margin: var(--s4) 0 0;
  padding: var(--s3) 0 0;
  border-top: 1px solid var(--rule);
}
</style>
