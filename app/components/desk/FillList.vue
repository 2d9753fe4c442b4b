<script setup lang="ts">
import type { DraftQuestion } from '../../../core/blank/questions';

const props = defineProps<{ questions: DraftQuestion[]; answers: Record<string, Record<string, string>> }>();
const emit = defineEmits<{
  answer: [question: DraftQuestion, text: string];
  leave: [];
  look: [question: DraftQuestion];
}>();

const asked = ref(new Set<string>());
const idOf = ({ insertion, key }: DraftQuestion) => `${insertion}-${key}`;

/** What filled itself stays out of the way until it is opened; what was asked once stays in the list. */
const open = computed(() =>
  props.questions.filter((question) => question.state !== 'known' || asked.value.has(idOf(question))),
);
const known = computed(() =>
  props.questions.filter((question) => question.state === 'known' && !asked.value.has(idOf(question))),
);

const textOf = (question: DraftQuestion) =>
  question.state === 'edited' ? question.text : (props.answers[question.insertion]?.[question.key] ?? question.text);

const list = ref<HTMLElement>();
const inputs = () => [...(list.value?.querySelectorAll<HTMLElement>('input, textarea') ?? [])];

/** Focuses the first open question of an insertion, or the first of all. */
function focusFirst(insertion?: string) {
  const question = open.value.find((q) => q.state === 'open' && (!insertion || q.insertion === insertion));
  if (question) focus(question);
  return Boolean(question);
}

function focus(question: Pick<DraftQuestion, 'insertion' | 'key'>) {
  const found = props.questions.find((q) => q.insertion === question.insertion && q.key === question.key);
  if (found?.state === 'known') asked.value = new Set(asked.value).add(idOf(found));
  void nextTick(() => document.getElementById(`fill-${question.insertion}-${question.key}`)?.focus());
}

/** Tab from the last question goes back to the letter; Escape does from any. */
function onKey(event: KeyboardEvent) {
  if (event.key === 'Escape') {
    event.preventDefault();
    emit('leave');
    return;
  }
  const forward =
    (event.key === 'Tab' && !event.shiftKey) || (event.key === 'Enter' && !event.shiftKey && !event.isComposing);
  if (!forward && !(event.key === 'Tab' && event.shiftKey)) return;
  const all = inputs();
  const at = all.indexOf(event.target as HTMLElement);
  if (at < 0) return;
  const next = all[at + (forward ? 1 : -1)];
  event.preventDefault();
  if (next) next.focus();
  else emit('leave');
}

defineExpose({ focusFirst, focus });
</script>

<template>
  <section class="fill" aria-label="Fill list">
    <ol ref="list" class="questions" @keydown="onKey">
      <li v-for="question in open" :key="idOf(question)" :class="{ waiting: question.state === 'open' }">
        <label :for="`fill-${idOf(question)}`"
          >{{ question.label
          }}<span v-if="question.places > 1" class="small soft"> · in {{ question.places }} places</span></label
        >
        <el-input
          :id="`fill-${idOf(question)}`"
          :model-value="textOf(question)"
          :placeholder="question.control.hint"
          type="textarea"
          :autosize="{ minRows: 1, maxRows: 4 }"
          resize="none"
          dir="auto"
          :disabled="question.state === 'edited'"
          :title="question.state === 'edited' ? 'Changed by hand in the letter' : undefined"
          @focus="emit('look', question)"
          @input="(text: string) => emit('answer', question, text)"
        />
      </li>
    </ol>
    <p v-if="known.length" class="known small">
      <span class="soft">Filled by itself: </span>
      <template v-for="(question, i) in known" :key="idOf(question)">
        <button type="button" class="text-button" :title="`Change “${question.label}”`" @click="focus(question)">
          {{ question.label }}: <b dir="auto">{{ question.text }}</b></button
        ><span v-if="i < known.length - 1" class="soft">·</span>
      </template>
    </p>
  </section>
</template>

<style scoped>
.questions {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: var(--s2) var(--s4);
}

.questions li {
  display: grid;
  align-content: start;
}

label {
  font-size: var(--text-small);
  font-weight: 500;
}

.waiting label {
  color: var(--apricot-ink);
}

.waiting :deep(.el-textarea__inner) {
  box-shadow: 0 0 0 1px var(--apricot) inset;
}

.known {
  margin-top: var(--s2);
}
</style>
