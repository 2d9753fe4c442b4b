<script setup lang="ts">
import { markWords } from '#core/search/mark';

/** Text with the words that matched a search marked. */
const props = defineProps<{
  text: string;
  terms: string[];
  /** Words that only begin so are marked too. */ beginnings?: boolean;
}>();
const parts = computed(() => markWords(props.text, props.terms, props.beginnings));
</script>

<template>
  <template v-for="(part, i) in parts" :key="i"
    ><mark v-if="part.marked">{{ part.text }}</mark
    ><template v-else>{{ part.text }}</template></template
  >
</template>
