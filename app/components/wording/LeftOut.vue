<script setup lang="ts">
import type { Phrase } from '#core/text/phrase';
import { parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';

/** What was left out of a message that is being kept, to be put back. */
const props = defineProps<{ signature: DocJson | null; quoted: DocJson | null; remarks: Phrase[] }>();
const emit = defineEmits<{ back: [part: 'signature' | 'quoted'] }>();

const lines = (doc: DocJson) =>
  toText(parseDoc(doc))
    .split('\n')
    .filter((line) => line.trim()).length;
const parts = computed(() =>
  (['signature', 'quoted'] as const)
    .filter((part) => props[part])
    .map((part) => ({
      part,
      text: t(part === 'signature' ? 'wording.signatureLeftOut' : 'wording.historyLeftOut', {
        count: lines(props[part]!),
      }),
      about: toText(parseDoc(props[part]!)),
    })),
);
</script>

<template>
  <div v-if="parts.length || remarks.length" class="left small" role="status">
    <p v-for="{ part, text, about } in parts" :key="part" :title="about">
      {{ text }}
      <button type="button" class="text-button small" @click="emit('back', part)">{{ t('wording.putItBack') }}</button>
    </p>
    <p v-for="remark in remarks" :key="say(remark)" class="remark">{{ say(remark) }}</p>
  </div>
</template>

<style scoped>
.left {
  padding: 2px var(--s3);
  border-left: 3px solid var(--rule-strong);
  background: var(--ground-deep);
}

.remark {
  color: var(--warn);
}
</style>
