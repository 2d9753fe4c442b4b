<script setup lang="ts">
import { useSendersStore } from '~/stores/senders';
import type { ListName } from '~/stores/mail';

/** What a list says that has nothing in it, and how something comes into it. */
defineProps<{ list: ListName }>();
const emit = defineEmits<{ show: [list: ListName] }>();

const senders = useSendersStore();
const words: Record<string, string> = {
  waiting: t('desk.emptyWaiting'),
  later: t('again.none'),
  inbox: t('desk.emptyInbox'),
  drafts: t('desk.emptyDrafts'),
  sent: t('desk.emptySent'),
  archive: t('desk.emptyArchive'),
  trash: t('desk.emptyTrash'),
  junk: t('desk.emptyJunk'),
};
</script>

<template>
  <div>
    <p>{{ words[list] ?? t('desk.emptyFolder') }}</p>
    <template v-if="list === 'waiting' && senders.isRead">
      <I18nT v-if="senders.mailboxes.length" keypath="desk.earlierInInbox" tag="p" scope="global" class="small">
        <template #inbox
          ><button type="button" class="text-button small there" @click="emit('show', 'inbox')">
            {{ t('desk.inbox') }}
          </button></template
        >
      </I18nT>
      <I18nT v-else keypath="desk.dropMessagesHere" tag="p" scope="global" class="small">
        <template #eml><b>.eml</b></template>
        <template #mbox><b>mbox</b></template>
      </I18nT>
    </template>
  </div>
</template>

<style scoped>
.there {
  padding-inline: 0;
  text-decoration: underline;
}
</style>
