<script setup lang="ts">
import { Forward, Reply } from 'lucide-vue-next';
import type { DraftRow, MessageRow } from '#shared/types/wire';
import type { ListName } from '~/stores/mail';

/** A message or a draft in a list: from or to whom, how long ago, what about, and what is still to be done. */
const props = defineProps<{
  row: MessageRow | DraftRow;
  list: ListName;
  now: number;
  open: boolean;
  /** The note that is likeliest to answer it. */ likely?: string;
}>();

const isDraft = (row: MessageRow | DraftRow): row is DraftRow => 'subjectText' in row;
const correspondent = (row: MessageRow | DraftRow) => {
  const box = isDraft(row) || row.folder === 'sent' ? row.to[0] : row.from;
  return box?.name || box?.address || (isDraft(row) ? t('desk.nobodyYet') : t('desk.senderNotNamed'));
};
const age = (row: MessageRow | DraftRow) => waited(isDraft(row) ? row.updatedAt : row.receivedAt, props.now);
const isLong = (row: MessageRow | DraftRow) =>
  props.list === 'waiting' && !isDraft(row) && props.now - row.receivedAt > 3 * 86_400_000;
/** Why a message that came back is here, or when one that is put off comes back. */
const comesBack = ({ again, folder }: MessageRow) => {
  if (!again || !['waiting', 'later'].includes(props.list)) return '';
  const why = again.why || (folder === 'sent' ? t('again.noAnswer') : '');
  if (props.list === 'waiting') return why || t('again.backToday');
  return [t('again.comesBack', { day: onDay(again.day) }), why].filter(Boolean).join(' · ');
};
/** What is still to be done in a draft. */
const stillOpen = ({ to, openBlanks }: DraftRow) =>
  [openBlanks && t('desk.blanksAreOpen', { count: openBlanks }), !to.length && t('desk.noRecipientYet')]
    .filter(Boolean)
    .join(' · ');
const subject = (row: MessageRow | DraftRow) => (isDraft(row) ? row.subjectText : row.subject) || t('common.noSubject');
</script>

<template>
  <button
    type="button"
    class="row plain-button"
    :class="{ open: open, unseen: !isDraft(row) && !row.seen }"
    :aria-current="open ? 'true' : undefined"
  >
    <span class="from" dir="auto">{{ correspondent(row) }}</span>
    <span class="age small" :class="{ long: isLong(row) }"
      ><template v-if="!isDraft(row)"
        ><Reply v-if="row.replied" :size="12" role="img" :aria-label="t('desk.replied')" /><Forward
          v-if="row.forwarded"
          :size="12"
          role="img"
          :aria-label="t('desk.forwarded')"
      /></template>
      {{ age(row) }}</span
    >
    <span class="subject" dir="auto">{{ subject(row) }}</span>
    <span v-if="isDraft(row) && row.state === 'refused'" class="preview small bad-word">{{ t('desk.notSent') }}</span>
    <span v-else-if="isDraft(row) && stillOpen(row)" class="preview small open-word">{{ stillOpen(row) }}</span>
    <span v-else-if="!isDraft(row) && comesBack(row)" class="preview small open-word" dir="auto">{{
      comesBack(row)
    }}</span>
    <span v-else-if="!isDraft(row) && row.undelivered && row.waits" class="preview small bad-word">{{
      t('waiting.notDelivered')
    }}</span>
    <span v-else-if="!isDraft(row) && row.broken" class="preview small bad-word">{{ t('desk.readInPart') }}</span>
    <span v-else-if="likely" class="preview small" dir="auto"
      ><b v-if="!isDraft(row) && row.flagged" class="open-word">{{ t('desk.flagged') }}</b
      ><span class="visually-hidden">{{ t('knowing.likely', { name: '' }) }}</span
      ><span class="likely">{{ likely }}</span></span
    >
    <span v-else class="preview small soft" dir="auto"
      ><b v-if="!isDraft(row) && row.flagged" class="open-word">{{ t('desk.flagged') }}</b
      >{{ row.preview }}</span
    >
  </button>
</template>

<style scoped>
.row {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 var(--s2);
  padding: 7px var(--s3) 8px;
  border-bottom: 1px solid var(--rule);
}

.likely {
  font-family: var(--serif);
  color: var(--green);
}

.row:hover {
  background: var(--ground);
}

.row.open {
  background: var(--sheet);
}

.row:focus-visible {
  outline-offset: -2px;
}

.from,
.subject,
.preview {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.from {
  font-weight: 500;
}

.unseen .from {
  font-weight: 700;
}

.age {
  color: var(--ink-soft);
}

.age.long {
  color: var(--apricot-ink);
  font-weight: 600;
}

.subject,
.preview {
  grid-column: 1 / -1;
}

b.open-word {
  margin-inline-end: var(--s1);
}

.open-word {
  color: var(--apricot-ink);
}

.bad-word {
  color: var(--warn);
}
</style>
