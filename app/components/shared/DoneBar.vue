<script setup lang="ts">
import type { Done } from '~/composables/useDone';

/** What was just done, with its undo. */
defineProps<{ done: Done | null; /** The command that undoes it. */ shortcut?: CommandName }>();
const emit = defineEmits<{ undo: []; close: [] }>();
</script>

<template>
  <p v-if="done" class="done" role="status">
    {{ done.text }}<template v-if="done.remark">{{ ' ' + done.remark }}</template>
    <button
      v-if="done.undo"
      type="button"
      class="text-button"
      :aria-keyshortcuts="shortcut && shortcutOf(shortcut)"
      @click="emit('undo')"
    >
      {{ t('common.undo') }}</button><button
      v-if="done.keep"
      type="button"
      class="text-button"
      :aria-keyshortcuts="shortcutOf('keepSent')"
      @click="done.keep()"
    >
      {{ t('desk.keepThisSent') }}</button
    ><button v-if="done.open" type="button" class="text-button" @click="done.open()">{{ t('common.open') }}</button
    ><button v-if="done.routine" type="button" class="text-button" @click="done.routine()">
      {{ t('routine.makeThis') }}</button
    ><button v-if="done.never" type="button" class="text-button" @click="done.never()">
      {{ t('waiting.senderNever') }}</button
    ><button type="button" class="text-button small" @click="emit('close')">
      {{ t('common.close') }}
    </button>
  </p>
</template>

<style scoped>
.done {
  flex: none;
  padding: var(--s1) var(--s3);
  background: var(--green-wash);
  border-radius: var(--radius);
}
</style>
