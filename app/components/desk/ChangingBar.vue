<script setup lang="ts">
/** How far a change of many messages is, with a way to stop it. */
defineProps<{ done: number; total: number }>();
const emit = defineEmits<{ stop: [] }>();
</script>

<template>
  <div class="changing small" role="group" :aria-label="t('desk.changing')">
    <span>{{ t('desk.changing') }}</span>
    <el-progress
      :percentage="Math.round((done / total) * 100)"
      :stroke-width="5"
      :show-text="false"
      :aria-label="t('desk.changing')"
    />
    <span>{{ t('common.doneOf', { done, total }) }}</span>
    <button type="button" class="text-button small" @click="emit('stop')">{{ t('common.stop') }}</button>
  </div>
</template>

<style scoped>
.changing {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto auto;
  align-items: center;
  gap: var(--s2);
  padding: var(--s1) var(--s3);
  background: var(--green-wash);
}
</style>
