<script setup lang="ts">
import type { ImportedFile } from '~/composables/useImport';

defineProps<{ files: ImportedFile[]; running: boolean }>();
const emit = defineEmits<{ stop: []; clear: [] }>();

const share = ({ progress, size }: ImportedFile) =>
  progress.done ? 100 : size ? Math.min(99, Math.round((progress.bytes / size) * 100)) : 0;

function words({ progress: { added, known, broken, done } }: ImportedFile): string {
  const parts = [t('desk.messagesBroughtIn', { count: added })];
  if (known) parts.push(t('desk.alreadyHere', { known }));
  if (broken) parts.push(t('desk.countReadInPart', { broken }));
  return parts.join(', ') + (done ? '.' : ' …');
}
</script>

<template>
  <div class="bring" :aria-label="t('desk.bringing')" role="status">
    <div v-for="file in files" :key="file.name" class="file">
      <p class="name">
        <b>{{ file.name }}</b> <span class="small soft">{{ fileSize(file.size) }}</span>
      </p>
      <el-progress
        :percentage="share(file)"
        :stroke-width="5"
        :show-text="false"
        :aria-label="t('desk.shareOfFile', { name: file.name, share: share(file) })"
      />
      <p class="small">{{ words(file) }}</p>
      <p v-if="file.progress.problem" class="small problem">{{ say(file.progress.problem) }}</p>
    </div>
    <button v-if="running" type="button" class="text-button" @click="emit('stop')">{{ t('common.stop') }}</button>
    <button v-else type="button" class="text-button" @click="emit('clear')">{{ t('common.close') }}</button>
  </div>
</template>

<style scoped>
.bring {
  position: fixed;
  left: var(--s4);
  bottom: var(--s4);
  z-index: 100;
  width: 300px;
  max-height: 60vh;
  overflow-y: auto;
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  box-shadow: var(--shadow);
}

.file {
  margin-bottom: var(--s3);
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
}

.problem {
  color: var(--warn);
}
</style>
