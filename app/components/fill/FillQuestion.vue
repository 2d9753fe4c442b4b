<script setup lang="ts">
import { CalendarDays } from 'lucide-vue-next';
import { isDay } from '#core/calendar/day';
import type { Answer } from '#core/blank/kinds/kind';
import type { BlankQuestion } from '#core/blank/questions';
import type { Stated } from '~/composables/useFactBlanks';

/** One blank of the fill list. It is drawn anew only when something it shows has changed. */
const props = defineProps<{
  id: string;
  question: BlankQuestion;
  answer: Answer | undefined;
  /** What was answered before. */
  before: string[];
  /** What the message that is answered states. */
  stated: Stated[];
  isCurrent: boolean;
  /** Who a missing fact can be kept with; empty for nobody. */
  keepWith: string;
  isKept: boolean;
}>();
const emit = defineEmits<{
  answer: [question: BlankQuestion, answer: Answer];
  type: [question: BlankQuestion, text: string];
  here: [question: BlankQuestion];
  done: [question: BlankQuestion];
  kept: [question: BlankQuestion, on: boolean];
}>();

const field = computed(() => `fill-${props.id}`);
/** Whether the answer can be kept with the person. It stays so once it is kept: the focus may be there. */
const isKeepable = ref(false);
watchEffect(() => {
  const { personField, personHasIt } = props.question.control;
  if (personField && !personHasIt) isKeepable.value = true;
});
const proposal = computed(() => proposalOf(props.question, props.answer));
const text = computed(() => textOf(props.question, props.answer));
const picked = computed(() => (Array.isArray(props.answer) ? props.answer : props.answer ? [props.answer] : []));
const isWide = computed(() => ['choice', 'rows', 'long', 'lookup'].includes(props.question.control.type));
/** What the message states and what was answered before, as far as it is not what stands there. */
const others = (all: Stated[]) =>
  all.filter(({ answer }) => answer !== text.value && answer !== props.answer).slice(0, 3);
const offered = computed(() => [
  { words: t('fill.stated'), answers: others(props.stated) },
  { words: t('fill.before'), answers: others(props.before.map((answer) => ({ answer, text: answer }))) },
]);

function onFocus(event?: FocusEvent) {
  if (proposal.value) (event?.target as HTMLInputElement | undefined)?.select();
  emit('here', props.question);
}
/** So many characters an answer takes: twice the longest letter, and as much as a line is laid out at once with. */
const LONGEST = 20_000;
/** How long a text was that was pasted and is too long for an answer; 0 for none. */
const tooLong = ref(0);
function onPaste(event: ClipboardEvent) {
  const { value, selectionStart, selectionEnd } = event.target as HTMLTextAreaElement;
  const length = value.length - (selectionEnd - selectionStart) + (event.clipboardData?.getData('text').length ?? 0);
  tooLong.value = length > LONGEST ? length : 0;
  // Half of it would be worse than none.
  if (tooLong.value) event.preventDefault();
}
/** Takes what was typed; what an input method is still composing is no answer yet. */
function onInput(event: Event) {
  if (!(event as InputEvent).isComposing) emit('type', props.question, (event.target as HTMLTextAreaElement).value);
}
function onCalendar(event: Event) {
  const { value } = event.target as HTMLInputElement;
  if (isDay(value)) emit('answer', props.question, value);
}
const showCalendar = (event: Event) => {
  const input = (event.currentTarget as HTMLElement).nextElementSibling as HTMLInputElement;
  input.showPicker();
};
</script>

<template>
  <li :data-question="id" :class="{ waiting: question.state === 'open', wide: isWide }">
    <component
      :is="question.control.type === 'choice' ? 'span' : 'label'"
      class="label"
      :for="question.control.type === 'choice' ? undefined : field"
      >{{ question.label
      }}<span v-if="question.places > 1" class="small soft">
        · {{ t('fill.inPlaces', { places: question.places }) }}</span
      ></component
    >
    <ChoicePicker
      v-if="question.control.type === 'choice' && question.state !== 'edited'"
      :id="field"
      :label="question.label"
      :choices="question.control.choices ?? []"
      :several="question.control.several ?? false"
      :value="picked"
      @pick="(labels: string[]) => emit('answer', question, question.control.several ? labels : (labels[0] ?? ''))"
      @focus="onFocus()"
    />
    <RowPicker
      v-else-if="
        (question.control.type === 'lookup' || question.control.type === 'rows') &&
        question.control.lookup &&
        question.state !== 'edited'
      "
      :id="field"
      :lookup="question.control.lookup"
      :several="question.control.type === 'rows'"
      :value="picked"
      :hint="say(question.control.hint)"
      :waiting="question.state === 'open'"
      @pick="(keys: string[]) => emit('answer', question, question.control.type === 'rows' ? keys : (keys[0] ?? ''))"
      @focus="onFocus()"
    />
    <div v-else class="typed" :data-text="`${text} `">
      <!-- Element Plus measures its own text fields at every key, which lays out the whole letter each time. -->
      <span class="el-textarea" :class="{ proposed: proposal, 'is-disabled': question.state === 'edited' }">
        <textarea
          :id="field"
          class="el-textarea__inner"
          :value="text"
          :placeholder="say(question.control.hint)"
          :rows="question.control.type === 'long' ? 2 : 1"
          dir="auto"
          :disabled="question.state === 'edited'"
          :title="question.state === 'edited' ? t('fill.changedByHand') : undefined"
          :maxlength="LONGEST"
          @focus="onFocus"
          @blur="emit('done', question)"
          @paste="onPaste"
          @input="((tooLong = 0), onInput($event))"
          @compositionend="onInput"
        />
      </span>
      <template v-if="question.control.type === 'date' && question.state !== 'edited'">
        <button type="button" class="text-button small calendar" tabindex="-1" @click="showCalendar">
          <CalendarDays :size="14" aria-hidden="true" />{{ t('fill.calendar') }}
        </button>
        <input
          type="date"
          class="picked-day"
          tabindex="-1"
          :aria-label="t('fill.onCalendar', { label: question.label })"
          @change="(event) => onCalendar(event)"
        />
      </template>
    </div>
    <p v-if="tooLong" class="small problem" role="alert">
      {{ t('fill.tooLong', { length: tooLong, most: LONGEST }) }}
    </p>
    <p v-else-if="question.problem && question.state !== 'edited'" class="small problem" role="status">
      {{ say(question.problem) }}
    </p>
    <p v-else-if="proposal" class="small soft">
      <I18nT keypath="fill.foundTabTakes" scope="global"
        ><template #tab><kbd>Tab</kbd></template></I18nT
      >{{ ' ' }}
      <button
        v-for="other in question.control.proposals!.slice(1)"
        :key="other.answer"
        type="button"
        class="text-button small"
        tabindex="-1"
        @click="emit('answer', question, other.answer)"
      >
        {{ other.text }}
      </button>
    </p>
    <p v-else-if="question.working" class="small soft" :title="say(question.working)">{{ say(question.working) }}</p>
    <template v-for="{ words, answers } in offered" :key="words">
      <p v-if="isCurrent && answers.length" class="small soft earlier">
        {{ words }}
        <button
          v-for="one in answers"
          :key="one.answer"
          type="button"
          class="text-button small"
          tabindex="-1"
          dir="auto"
          @mousedown.prevent="emit('answer', question, one.answer)"
        >
          {{ one.text }}
        </button>
      </p>
    </template>
    <label v-if="isKeepable && keepWith && question.state !== 'edited'" class="switch small">
      <input
        type="checkbox"
        data-stop
        :checked="isKept"
        @change="(e) => emit('kept', question, (e.target as HTMLInputElement).checked)"
      />
      {{ t('fill.keepWith', { keepWith }) }}
    </label>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  min-width: 0;
}

.wide {
  grid-column: 1 / -1;
}

.label {
  font-size: var(--text-small);
  font-weight: 500;
}

.waiting .label {
  color: var(--apricot-ink);
}

.waiting .el-textarea__inner,
.waiting :deep(.field) {
  box-shadow: 0 0 0 1px var(--apricot) inset;
}

.proposed .el-textarea__inner {
  font-style: italic;
}

/* The field is as high as its text: the same text stands behind it, unseen, and stretches the cell both are in. */
.typed {
  position: relative;
  display: grid;
  contain: layout paint;
}

.typed::after {
  content: attr(data-text);
  visibility: hidden;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: calc(5lh + 10px);
  padding: 5px 11px;
  font: inherit;
  line-height: 1.5;
  overflow: hidden;
}

.typed > .el-textarea,
.typed::after {
  grid-area: 1 / 1;
}

.typed .el-textarea__inner {
  height: 100%;
  resize: none;
}

.calendar {
  position: absolute;
  right: 4px;
  top: 5px;
  background: var(--sheet);
}

.picked-day {
  position: absolute;
  right: 8px;
  bottom: 0;
  width: 1px;
  height: 1px;
  opacity: 0;
  pointer-events: none;
  border: 0;
  padding: 0;
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

.problem {
  color: var(--warn);
}

.earlier {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
