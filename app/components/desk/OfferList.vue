<script setup lang="ts">
import type { OfferReason } from '#core/suggest/suggest';
import type { OfferedNote } from '~/stores/knowing';
import { useNotesStore } from '~/stores/notes';

/** The notes offered for a message, each with its key and why it is offered. */
defineProps<{ offered: OfferedNote[]; /** Only the names, where there is little room. */ oneLine?: boolean }>();
const emit = defineEmits<{ take: [id: string] }>();

const notes = useNotesStore();
function because(reason: OfferReason): string {
  if (reason.kind === 'like') return t('knowing.answeredLike', { count: reason.count });
  if (reason.kind === 'person') return t('knowing.usualForThem', { count: reason.count });
  if (reason.kind === 'follows') return t('knowing.follows', { name: notes.byId.get(reason.note)?.name ?? '' });
  return reason.words.length
    ? t('knowing.speaksOf', { words: reason.words.map((word) => `“${word}”`).join(', ') })
    : t('knowing.saysAlike');
}
</script>

<template>
  <div class="offers" :class="{ 'one-line': oneLine }" role="group" :aria-label="t('knowing.offered')">
    <span class="small soft lead">{{ t('knowing.offered') }}</span>
    <button
      v-for="({ row, offer }, i) in offered"
      :key="row.id"
      type="button"
      class="plain-button offer"
      :aria-keyshortcuts="shortcutOf('takeOffer', i + 1)"
      @click="emit('take', row.id)"
    >
      <kbd>{{ i + 1 }}</kbd>
      <span class="name" dir="auto">{{ row.name }}</span>
      <span v-if="!oneLine" class="small soft why" dir="auto">{{ because(offer.reason) }}</span>
    </button>
  </div>
</template>

<style scoped>
.offers {
  display: grid;
  gap: 2px;
  margin-bottom: var(--s3);
}

.offers.one-line {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--s3);
}

.offer {
  display: grid;
  grid-template-columns: auto minmax(0, max-content) minmax(0, 1fr);
  align-items: baseline;
  gap: var(--s2);
  padding: 2px var(--s1);
  text-align: start;
  border-radius: var(--radius);
}

.offer:hover {
  background: var(--ground-deep);
}

.name {
  font: 600 14px var(--serif);
  color: var(--green);
}

.name,
.why {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
