<script setup lang="ts">
import { useKnowingStore } from '~/stores/knowing';

/** What a message says, as text: each question and request numbered in the margin. */
const props = defineProps<{ messageId: string; text: string }>();

const knowing = useKnowingStore();
const asks = computed(() => (knowing.message?.id === props.messageId ? knowing.asks : []));

/** The text in pieces, those that ask with their number from 1. */
const pieces = computed(() => {
  let at = 0;
  const out: { text: string; number: number }[] = [];
  asks.value.forEach(({ from, to }, i) => {
    if (from > at) out.push({ text: props.text.slice(at, from), number: 0 });
    out.push({ text: props.text.slice(from, to), number: i + 1 });
    at = to;
  });
  return [...out, { text: props.text.slice(at), number: 0 }];
});
// Of two that begin in one line the second stands in the line, so that neither hides the other.
const letter = ref<HTMLElement>();
const inLine = ref<number[]>([]);
watch(
  pieces,
  async () => {
    inLine.value = [];
    await nextTick();
    const tops = [...(letter.value?.querySelectorAll<HTMLElement>('.number') ?? [])].map(({ offsetTop }) => offsetTop);
    inLine.value = tops.flatMap((top, i) => (i && top === tops[i - 1] ? [i + 1] : []));
  },
  { immediate: true },
);
const facts = computed(() => (knowing.message?.id === props.messageId ? knowing.facts : []));
watch(
  [pieces, facts],
  async () => {
    await nextTick();
    if (letter.value) markFacts(letter.value, facts.value);
  },
  { immediate: true },
);
const isAnswered = (number: number) => knowing.answered.includes(number - 1);
const label = (number: number) =>
  `${t('knowing.ask', { number })}, ${isAnswered(number) ? t('knowing.isAnswered') : t('knowing.notAnswered')}`;
</script>

<template>
  <div ref="letter" class="letter text" dir="auto">
    <template v-for="(piece, i) in pieces" :key="i"
      ><span v-if="piece.number" class="ask" :class="{ answered: isAnswered(piece.number) }"
        ><span
          class="number"
          :class="{ within: inLine.includes(piece.number) }"
          role="img"
          :aria-label="label(piece.number)"
          :title="label(piece.number)"
          >{{ piece.number }}</span
        >{{ piece.text }}</span
      ><template v-else>{{ piece.text }}</template></template
    >
  </div>
</template>

<style scoped>
.text {
  position: relative;
  white-space: pre-wrap;
}

/* Beside the first line of what it asks. */
.number {
  position: absolute;
  inset-inline-start: calc(-1 * var(--s5) + 2px);
  width: 16px;
  height: 16px;
  margin-top: 4px;
  border: 1px solid var(--apricot-ink);
  border-radius: 2px;
  font: 600 11px / 14px var(--sans);
  text-align: center;
  color: var(--apricot-ink);
  background: var(--sheet);
  user-select: none;
}

.number.within {
  position: static;
  display: inline-block;
  margin: 0 4px 0 0;
}

.answered .number {
  border-color: transparent;
  background: var(--green);
  color: var(--sheet);
}
</style>
