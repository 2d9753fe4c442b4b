<script setup lang="ts">
import type { ConstantBlank } from '#shared/types/wire';
import type { BlankDef } from '#core/blank/kinds/kind';
import { blankKey } from '#core/blank/kinds/key';
import { kindOf } from '#core/blank/kinds/registry';

/** Blanks that were always filled with the same answer: pointed out, and made fixed text with one key. */
const props = defineProps<{ noteId: string; blanks: BlankDef[] }>();
const emit = defineEmits<{ fix: [key: string, text: string] }>();

const constants = shallowRef<ConstantBlank[]>([]);
const left = ref(new Set<string>());
onMounted(async () => {
  constants.value = await api<ConstantBlank[]>(`/notes/${props.noteId}/constants`).catch(() => []);
});
const shown = computed(() =>
  constants.value.flatMap((one) => {
    const blank = props.blanks.find(({ label, kind }) => blankKey(label) === one.key && kindOf(kind).plain);
    return blank && !left.value.has(one.key) ? [{ ...one, label: blank.label }] : [];
  }),
);
const fix = () => shown.value[0] && emit('fix', shown.value[0].key, shown.value[0].answer);
defineExpose({ fix });
</script>

<template>
  <p v-for="({ key, label, answer, uses }, i) in shown" :key="key" class="constant small" role="status">
    {{ t('library.alwaysAnswered', { label, answer, uses }) }}
    <button
      type="button"
      class="text-button small"
      :aria-keyshortcuts="i ? undefined : shortcutOf('makeFixed')"
      @click="emit('fix', key, answer)"
    >
      {{ t('library.makeItFixedText') }}
    </button>
    <button type="button" class="text-button small" @click="left = new Set([...left, key])">
      {{ t('library.leaveIt') }}
    </button>
  </p>
</template>

<style scoped>
.constant {
  padding: 2px var(--s3);
  border-left: 3px solid var(--apricot);
  background: var(--apricot-wash);
}
</style>
