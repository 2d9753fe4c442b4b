<script setup lang="ts">
import type { Fills } from '#core/blank/fill';
import { answerTo, type Answer } from '#core/blank/kinds/kind';
import type { BlankQuestion, DraftQuestion, PassageQuestion } from '#core/blank/questions';
import type { Stated } from '~/composables/useFactBlanks';

const props = defineProps<{
  questions: DraftQuestion[];
  fills: Fills;
  /** What was answered before, by blank key. */
  before?: Record<string, string[]>;
  /** What the message that is answered states, by blank key. */
  inMessage?: Record<string, Stated[]>;
  /** Who a missing fact can be kept with; empty for nobody. */
  keepWith?: string;
}>();
const emit = defineEmits<{
  answer: [question: BlankQuestion, answer: Answer];
  switch: [question: PassageQuestion, on: boolean];
  keep: [question: BlankQuestion];
  leave: [];
  look: [question: DraftQuestion];
}>();

const asked = ref(new Set<string>());
const kept = ref(new Set<string>());
const idOf = (question: DraftQuestion) =>
  `${question.insertion}-${question.type === 'passage' ? `passage-${question.place}` : question.key}`;

/** What filled itself stays out of the way until it is opened; what was asked once stays in the list. */
const open = computed(() =>
  props.questions.filter(
    (question) =>
      question.type === 'passage' || (question.state !== 'known' && !question.waits) || asked.value.has(idOf(question)),
  ),
);
const known = computed(() =>
  props.questions.filter(
    (question): question is BlankQuestion =>
      question.type === 'blank' && question.state === 'known' && !asked.value.has(idOf(question)),
  ),
);

/** What is being typed; the letter follows it a frame later. */
let typed: { question: BlankQuestion; answer: string } | null = null;
const typing = useAfterPaint(() => {
  const { question, answer } = typed!;
  typed = null;
  emit('answer', question, answer);
});
function type(question: BlankQuestion, answer: string) {
  if (typed && idOf(typed.question) !== idOf(question)) typing.now();
  typed = { question, answer };
  typing.later();
}

const answerOf = (question: BlankQuestion) =>
  typed && idOf(typed.question) === idOf(question)
    ? typed.answer
    : answerTo(props.fills[question.insertion]?.answers, question.key);
const NONE: string[] = [];
const beforeOf = ({ key }: BlankQuestion) =>
  props.before && Object.hasOwn(props.before, key) ? props.before[key]! : NONE;
const NOTHING: Stated[] = [];
const statedOf = ({ key }: BlankQuestion) =>
  props.inMessage && Object.hasOwn(props.inMessage, key) ? props.inMessage[key]! : NOTHING;
function giveAnswer(question: BlankQuestion, answer: Answer) {
  typing.now();
  emit('answer', question, answer);
}

/** The question the caret is in: only there is shown what was answered before. */
const current = ref('');
function onFocus(question: DraftQuestion) {
  current.value = idOf(question);
  emit('look', question);
}

const list = ref<HTMLElement>();
const rowsOf = () => [...(list.value?.querySelectorAll<HTMLElement>('li[data-question]') ?? [])];
/** Where a question is answered: the choice taken, or its first control. */
const target = (row: HTMLElement | undefined) =>
  row?.querySelector<HTMLElement>('[data-answer]:checked, input[type=radio]:checked') ??
  row?.querySelector<HTMLElement>('[data-answer], textarea, input:not([tabindex="-1"])');

/** Whether the list was entered by putting a note in: from its last question the letter goes on. */
let isFilling = false;

/** Focuses the first open question of an insertion, or the first of all. */
function focusFirst(insertion?: string) {
  isFilling = true;
  const question = open.value.find(
    (q) => q.type === 'blank' && q.state === 'open' && (!insertion || q.insertion === insertion),
  );
  if (question) focusId(idOf(question));
  return Boolean(question);
}

const focusId = (id: string) =>
  void nextTick(() => target(rowsOf().find((row) => row.dataset.question === id))?.focus());

function focus({ insertion, key }: Pick<BlankQuestion, 'insertion' | 'key'>) {
  const found = props.questions.find((q) => q.type === 'blank' && q.insertion === insertion && q.key === key);
  if (!found) return;
  if (found.type === 'blank' && found.state === 'known') asked.value = new Set(asked.value).add(idOf(found));
  focusId(idOf(found));
}

const focusPassage = (insertion: string, place: string) => focusId(`${insertion}-passage-${place}`);

/** Goes through what was found, what the message states and what was answered before; false when there is nothing else, or something was typed. */
function step(question: BlankQuestion, by: number): boolean {
  const proposed = (question.control.proposals ?? []).map(({ answer }) => answer);
  const answers = [...new Set([...proposed, ...statedOf(question).map(({ answer }) => answer), ...beforeOf(question)])];
  const now = answerOf(question);
  const at = answers.indexOf(String(now ?? question.control.proposals?.[0]?.answer ?? ''));
  if (!answers.length || (at < 0 && textOf(question, now))) return false;
  giveAnswer(question, answers[(at + by + answers.length) % answers.length]!);
  return true;
}

/**
 * Tab and Enter go to the next question and confirm what was found. From the last one Enter goes back to the letter, and so
 * does Tab while a note is filled that was just put in; otherwise Tab goes on to what stands behind the list.
 */
function onKey(event: KeyboardEvent) {
  if (event.key === 'Escape') {
    event.preventDefault();
    leave();
    return;
  }
  const element = event.target as HTMLElement;
  const row = element.closest<HTMLElement>('li[data-question]');
  const question = open.value.find((q) => idOf(q) === row?.dataset.question);
  if (!row || !question) return;
  const isLong = question.type === 'blank' && question.control.type === 'long';
  const enter =
    event.key === 'Enter' && !event.shiftKey && !event.isComposing && !isLong && element.tagName !== 'BUTTON';
  const tab = event.key === 'Tab';
  if (question.type === 'blank' && element.tagName === 'TEXTAREA' && /^Arrow(Down|Up)$/.test(event.key)) {
    const calendar = row.querySelector<HTMLInputElement>('.picked-day');
    if (event.altKey && calendar) calendar.showPicker();
    else if (!step(question, event.key === 'ArrowDown' ? 1 : -1)) return;
    event.preventDefault();
    return;
  }
  if (!enter && !tab) return;
  const forward = !event.shiftKey;
  const proposal = question.type === 'blank' && forward ? proposalOf(question, answerOf(question)) : undefined;
  if (proposal && question.type === 'blank') giveAnswer(question, proposal.answer);
  const all = rowsOf().flatMap((other) => [target(other), ...other.querySelectorAll<HTMLElement>('[data-stop]')]);
  const at = all.findIndex(
    (stop) => stop === element || (stop && stop === target(row) && element.dataset.stop === undefined),
  );
  const next = all[at + (forward ? 1 : -1)];
  if (!next && tab && (!isFilling || !forward)) return;
  event.preventDefault();
  if (next) return next.focus();
  isFilling = false;
  leave();
}

function leave() {
  typing.now();
  emit('leave');
}

function keep(question: BlankQuestion, on: boolean) {
  const next = new Set(kept.value);
  if (on) next.add(idOf(question));
  else next.delete(idOf(question));
  kept.value = next;
  typing.now();
  if (on && answerOf(question)) emit('keep', question);
}
function onDone(question: BlankQuestion) {
  typing.now();
  if (kept.value.has(idOf(question)) && answerOf(question)) emit('keep', question);
}

defineExpose({
  focusFirst,
  focus,
  focusPassage,
  /** Hands over what is being typed. */
  settle: typing.now,
});
</script>

<template>
  <section class="fill" :aria-label="t('fill.fillList')">
    <ol ref="list" class="questions" @keydown="onKey">
      <template v-for="question in open" :key="idOf(question)">
        <li v-if="question.type === 'passage'" :data-question="idOf(question)" class="passage-line">
          <label class="switch">
            <input
              data-answer
              type="checkbox"
              :checked="question.on"
              @change="(e) => emit('switch', question, (e.target as HTMLInputElement).checked)"
              @focus="onFocus(question)"
            />
            <span
              >{{ question.label }}
              <span class="small soft">{{ question.on ? t('fill.standsInLetter') : t('fill.leftOut') }}</span></span
            >
          </label>
        </li>
        <FillQuestion
          v-else
          :id="idOf(question)"
          :question="question"
          :answer="answerOf(question)"
          :before="beforeOf(question)"
          :stated="statedOf(question)"
          :is-current="current === idOf(question)"
          :keep-with="keepWith ?? ''"
          :is-kept="kept.has(idOf(question))"
          @answer="giveAnswer"
          @type="type"
          @here="onFocus"
          @done="onDone"
          @kept="keep"
        />
      </template>
    </ol>
    <p v-if="known.length" class="known small">
      <span class="soft">{{ t('fill.filledByItself') }}</span>
      <template v-for="(question, i) in known" :key="idOf(question)">
        <button
          type="button"
          class="text-button"
          :title="question.working ? say(question.working) : t('fill.changeLabel', { label: question.label })"
          @click="focus(question)"
        >
          {{ question.label }}: <b dir="auto">{{ question.text || t('fill.nothing') }}</b></button
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

.questions > li {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  min-width: 0;
}

.switch {
  min-height: 24px;
  display: flex;
  align-items: baseline;
  gap: var(--s2);
  font-weight: 400;
  cursor: pointer;
}

.switch input {
  accent-color: var(--green);
  margin: 0;
  align-self: center;
}

.passage-line {
  align-self: center;
}

.known {
  margin-top: var(--s2);
}
</style>
