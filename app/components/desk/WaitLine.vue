<script setup lang="ts">
import type { Message } from '#shared/types/wire';
import type { MessageChange } from '#shared/schemas/message';

/** Why a message does not wait for an answer, whom one did not reach, what the user can say to it, and the show of hands it belongs to. */
const props = defineProps<{ message: Message }>();
const emit = defineEmits<{ change: [part: MessageChange] }>();

const why = computed(() => {
  const { reason, waits, answered, folder } = props.message;
  if (waits || answered || folder !== 'inbox') return '';
  if (reason === 'person' || reason === 'asked') return t('waiting.why.answered');
  if (reason === 'own' || reason === 'undelivered') return '';
  return t(`waiting.why.${reason}`);
});
/** A machine or a list may be waited for all the same; of a person it is decided message by message. */
const mayLearn = computed(() => ['list', 'automatic', 'copied'].includes(props.message.reason));
</script>

<template>
  <p v-if="message.reason === 'undelivered' && message.undelivered" class="notice bad" role="status">
    {{ say(message.undelivered) }}
  </p>
  <p v-else-if="why" class="small soft why" role="status">
    {{ why }}
    <button type="button" class="text-button small" @click="emit('change', { answered: false })">
      {{ t('waiting.letWait') }}
    </button>
    <button v-if="mayLearn" type="button" class="text-button small" @click="emit('change', { senderWaits: true })">
      {{ t('waiting.senderWaits') }}
    </button>
    <button
      v-if="message.reason === 'sender'"
      type="button"
      class="text-button small"
      @click="emit('change', { senderWaits: null })"
    >
      {{ t('waiting.senderAsUsual') }}
    </button>
  </p>
  <p v-if="message.hands" class="small why">
    <NuxtLink :to="{ path: '/hands', query: { hands: message.hands.id } }" dir="auto">{{
      t('waiting.belongsToHands', { question: message.hands.question })
    }}</NuxtLink>
  </p>
</template>

<style scoped>
.why {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--s2);
  margin: calc(-1 * var(--s2)) 0 var(--s3);
}
</style>
