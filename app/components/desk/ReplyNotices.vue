<script setup lang="ts">
import type { Mailbox } from '#core/message/address';
import type { Phrase } from '#core/text/phrase';
import type { Sending } from '#shared/types/wire';
import type { usePictures } from '~/composables/usePictures';

/** What is to be said of the draft above its letter: that it was changed elsewhere, refused, or waits to be sent. */
defineProps<{
  conflict: boolean;
  /** Why the post office refused it. */
  refused: Phrase | null;
  failure: string;
  /** Why it could not be saved yet. */
  problem: string;
  /** A sending that is tried again. */
  waiting: Sending | null;
  /** A picture over the limit, offered smaller. */
  large: ReturnType<typeof usePictures>['large']['value'];
  /** Whom a note is copied to that was put into an answer. */
  copies: { name: string; cc: Mailbox[]; bcc: Mailbox[] } | null;
}>();
const boxes = (list: Mailbox[]) => list.map((box) => box.name || box.address).join(', ');
const emit = defineEmits<{ take: [which: 'mine' | 'theirs']; takeBack: []; copies: [isWanted: boolean] }>();
</script>

<template>
  <div class="notices">
    <div v-if="conflict" class="notice bad" role="alert">
      {{ t('desk.draftChanged') }}
      <button type="button" class="text-button" @click="emit('take', 'mine')">{{ t('common.keepMine') }}</button>
      <button type="button" class="text-button" @click="emit('take', 'theirs')">{{ t('common.takeOtherOne') }}</button>
    </div>
    <div v-if="refused" class="notice bad" role="alert">
      {{ t('desk.notSentBecause', { problem: say(refused) }) }}
    </div>
    <div v-if="copies" class="notice" role="status">
      {{
        t('desk.noteCopies', {
          name: copies.name,
          names: [
            copies.cc.length && `${boxes(copies.cc)} (${t('common.cc')})`,
            copies.bcc.length && `${boxes(copies.bcc)} (${t('common.bcc')})`,
          ]
            .filter(Boolean)
            .join(', '),
        })
      }}
      <button type="button" class="text-button" @click="emit('copies', true)">{{ t('desk.copyThem') }}</button>
      <button type="button" class="text-button" @click="emit('copies', false)">{{ t('desk.leaveThem') }}</button>
    </div>
    <LazyPictureOffer v-if="large" :large="large" />
    <div v-if="failure" class="notice bad" role="alert">{{ failure }}</div>
    <div v-else-if="problem" class="notice" role="status">{{ problem }}</div>
    <div v-if="waiting" class="notice" role="status">
      {{
        waiting.state === 'queued' ? t('desk.triedAgain', { problem: say(waiting.problem!) }) : say(waiting.problem!)
      }}
      <button type="button" class="text-button" @click="emit('takeBack')">{{ t('desk.takeItBack') }}</button>
    </div>
  </div>
</template>

<style scoped>
.notices {
  flex: none;
}

.notices > * {
  margin-bottom: var(--s2);
}
</style>
