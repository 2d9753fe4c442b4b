<script setup lang="ts">
import type { Slip } from '#core/slip/table';

/** A word that was corrected again and again, offered to be put right from now on. */
defineProps<{ slip: Slip }>();
const emit = defineEmits<{ take: []; leave: [] }>();
</script>

<template>
  <p class="small offer" role="status">
    {{ t('desk.correctedOften', { slip: slip.slip, meant: slip.meant }) }}
    <button type="button" class="text-button small" @click="emit('take')">{{ t('desk.putRightAlways') }}</button>
    <button type="button" class="text-button small" @click="emit('leave')">{{ t('desk.notThis') }}</button>
  </p>
</template>

<style scoped>
.offer {
  flex: none;
  padding-top: var(--s2);
}
</style>
