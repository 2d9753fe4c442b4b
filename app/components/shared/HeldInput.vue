<script setup lang="ts">
/** An input that gives its text when it is left or Enter is pressed; what is typed until then stays, whatever is drawn anew. */
defineProps<{ value: string }>();
const emit = defineEmits<{ change: [text: string] }>();

const typed = ref<string | null>(null);

function leave() {
  const text = typed.value;
  typed.value = null;
  if (text !== null) emit('change', text);
}
</script>

<template>
  <input :value="typed ?? value" @input="typed = ($event.target as HTMLInputElement).value" @change="leave" />
</template>
