<script setup lang="ts">
import type { ConstantBlank } from '#shared/types/wire';
import type { BlankDef } from '../../../core/blank/kind';
import { blankKey } from '../../../core/blank/key';

/** Blanks that were always filled with the same answer: pointed out, and made fixed text with one key. */
const props = defineProps<{ noteId: string; blanks: BlankDef[] }>();
const emit = defineEmits<{ fix: [key: string, text: string] }>();

const constants = shallowRef<ConstantBlank[]>([]);
const left = ref(new Set<string>());
onMounted(async () => {
  constants.value = await api<ConstantBlank[]>(`/notes/${props.noteId}/constants`).catch(() => []);
});
/** A blank whose answer is its value as it stands: of a choice or a table only the label is known. */
const PLAIN = ['text', 'number', 'time', 'person', 'sender'];
const shown = computed(() =>
  constants.value.flatMap((one) => {
    const blank = props.blanks.find(({ label, kind }) => blankKey(label) === one.key && PLAIN.includes(kind));
    return blank && !left.value.has(one.key) ? [{ ...one, label: blank.label }] : [];
  }),
);
const fix = () => shown.value[0] && emit('fix', shown.value[0].key, shown.value[0].answer);
defineExpose({ fix });
</script>

<template>
  <p v-for="({ key, label, answer, uses }, i) in shown" :key="key" class="constant small" role="status">
    [{{ label }}] was “{{ answer }}” all {{ uses }} times.
    <button
      type="button"
      class="text-button small"
      :aria-keyshortcuts="i ? undefined : 'Alt+F'"
      @click="emit('fix', key, answer)"
    >
      Make it fixed text
    </button>
    <button type="button" class="text-button small" @click="left = new Set([...left, key])">Leave it</button>
  </p>
</template>

<style scoped>
.constant {
  padding: 2px var(--s3);
  border-left: 3px solid var(--apricot);
  background: var(--apricot-wash);
}
</style>
