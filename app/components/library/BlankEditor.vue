<script setup lang="ts">
import type { BlankDef } from '../../../core/blank/kind';
import { UNITS } from '../../../core/calendar/day';
import { MESSAGE_PARTS } from '../../../core/blank/kinds/message';
import { PERSON_FIELD_TITLES, PERSON_FIELDS } from '../../../core/blank/kinds/person';
import { TODAY_PARTS } from '../../../core/blank/kinds/today';
import { KINDS, optionsOf } from '../../../core/blank/registry';
import type { WordingBlank } from '~/components/blank/WordingField.vue';
import { useAccountStore } from '~/stores/account';

/** What the chosen blank asks, and how: beside the text, while the note is tried on the other side. */
const props = defineProps<{
  attrs: BlankDef;
  /** The other blanks of the note. */
  others: BlankDef[];
}>();
const emit = defineEmits<{ change: [part: Partial<BlankDef>]; done: [] }>();
const account = useAccountStore();

const options = computed(() => optionsOf(props.attrs));
const option = (name: string) => String(options.value[name] ?? '');
const set = (part: Record<string, unknown>) => emit('change', { options: { ...props.attrs.options, ...part } });
const setOption = (name: string, value: unknown) => set({ [name]: value });
const setNumber = (name: string, text: string) =>
  setOption(
    name,
    text.trim() && Number.isFinite(Number(text.replace(',', '.'))) ? Number(text.replace(',', '.')) : null,
  );

function setKind(name: string) {
  const kind = KINDS.find((other) => other.name === name)!;
  emit('change', { kind: name, options: structuredClone(kind.defaults) });
}

/** The label is taken when it is finished, so that half a word never meets another blank's. */
const label = ref(props.attrs.label);
watch(
  () => props.attrs.label,
  (text) => (label.value = text),
);
function setLabel() {
  const text = label.value.replace(/\s+/g, ' ').trim();
  if (text && text !== props.attrs.label) emit('change', { label: text });
  else label.value = props.attrs.label;
}

/** What may stand in the wording of a choice: the note's other blanks, and what fills itself. */
const inWording = computed<WordingBlank[]>(() => {
  const simple = props.others.filter(({ kind }) => !['choice', 'rows', 'caret'].includes(kind));
  const known: BlankDef[] = [
    { label: 'first name', kind: 'person', options: { field: 'firstName' } },
    { label: 'my name', kind: 'sender', options: { field: 'name' } },
  ];
  const all = [...simple, ...known.filter(({ label }) => !simple.some((other) => other.label === label))];
  return all.map(({ label, kind, options }) => ({ title: label, attrs: { label, kind, options } }));
});

const dates = computed(() =>
  props.others.filter(({ kind }) => ['date', 'message', 'lookup', 'reckoned'].includes(kind)).map(({ label }) => label),
);
const ownFields = computed(() => account.settings!.fields.map(({ name }) => name));
const hinted = computed(() =>
  ['text', 'date', 'time', 'number', 'money', 'message', 'choice', 'lookup', 'rows'].includes(props.attrs.kind),
);
</script>

<template>
  <form class="beside" aria-label="The chosen blank" @submit.prevent="(setLabel(), emit('done'))">
    <label class="small" for="blank-label">Label</label>
    <el-input id="blank-label" v-model="label" size="small" maxlength="60" class="narrow" @blur="setLabel" />
    <label class="small" for="blank-kind">Kind</label>
    <PickOne
      id="blank-kind"
      label="Kind"
      :value="attrs.kind"
      :choices="KINDS.map(({ name, title }) => ({ value: name, label: title }))"
      @pick="setKind"
    />

    <template v-if="attrs.kind === 'text'">
      <el-input
        size="small"
        class="wide"
        aria-label="Usual text"
        :model-value="option('value')"
        placeholder="usual text, if any"
        @input="(text: string) => setOption('value', text)"
      />
      <el-checkbox
        size="small"
        :model-value="Boolean(options.long)"
        label="long"
        @change="(on) => setOption('long', Boolean(on))"
      />
      <el-checkbox
        size="small"
        :model-value="Boolean(options.optional)"
        label="may stay empty"
        @change="(on) => setOption('optional', Boolean(on))"
      />
    </template>

    <ChoiceFields v-else-if="attrs.kind === 'choice'" :options="options" :blanks="inWording" @set="setOption" />

    <template v-else-if="attrs.kind === 'date'">
      <PickOne
        label="Reckoned from"
        :value="option('from')"
        :choices="[
          { value: '', label: 'asked' },
          { value: 'today', label: 'from today' },
          ...dates.map((other) => ({ value: other, label: `from ${other}` })),
        ]"
        @pick="(from) => setOption('from', from)"
      />
      <template v-if="options.from">
        <el-input-number
          size="small"
          class="count"
          controls-position="right"
          aria-label="How many"
          :model-value="Number(options.count)"
          @change="(count) => setOption('count', count ?? 0)"
        />
        <PickOne
          label="Unit of time"
          :value="option('unit')"
          :choices="UNITS.map((unit) => ({ value: unit, label: `${unit}s later` }))"
          @pick="(unit) => setOption('unit', unit)"
        />
      </template>
      <DateFormatFields :options="options" @set="setOption" />
    </template>

    <el-checkbox
      v-else-if="attrs.kind === 'time'"
      size="small"
      :model-value="Boolean(options.asTyped)"
      label="written as it was typed"
      @change="(on) => setOption('asTyped', Boolean(on))"
    />

    <template v-else-if="attrs.kind === 'number' || attrs.kind === 'money'">
      <el-input
        v-if="attrs.kind === 'number'"
        size="small"
        class="short"
        aria-label="Unit"
        placeholder="unit"
        :model-value="option('unit')"
        @input="(text: string) => setOption('unit', text)"
      />
      <el-input
        v-else
        size="small"
        class="short"
        aria-label="Currency"
        maxlength="3"
        :placeholder="account.settings!.currency"
        :model-value="option('currency')"
        @input="(text: string) => setOption('currency', text.toUpperCase())"
      />
      <span class="small">from</span>
      <el-input
        size="small"
        class="short"
        aria-label="Least"
        :model-value="option('least')"
        @change="(text: string) => setNumber('least', text)"
      />
      <span class="small">to</span>
      <el-input
        size="small"
        class="short"
        aria-label="Most"
        :model-value="option('most')"
        @change="(text: string) => setNumber('most', text)"
      />
      <el-input
        v-if="attrs.kind === 'number'"
        size="small"
        class="short"
        aria-label="Places after the point"
        placeholder="places"
        :model-value="option('decimals')"
        @change="(text: string) => setNumber('decimals', text)"
      />
    </template>

    <ReckonedFields v-else-if="attrs.kind === 'reckoned'" :options="options" :others="others" @set="setOption" />

    <el-select
      v-else-if="attrs.kind === 'person'"
      size="small"
      class="narrow"
      :model-value="option('field')"
      filterable
      allow-create
      default-first-option
      aria-label="Field of the person"
      @change="(field: string) => setOption('field', field)"
    >
      <el-option v-for="field in PERSON_FIELDS" :key="field" :value="field" :label="PERSON_FIELD_TITLES[field]" />
    </el-select>

    <PickOne
      v-else-if="attrs.kind === 'sender'"
      label="Field of mine"
      :value="option('field')"
      :choices="[{ value: 'name', label: 'my name' }, ...ownFields]"
      @pick="(field) => setOption('field', field)"
    />

    <template v-else-if="attrs.kind === 'today' || attrs.kind === 'message'">
      <PickOne
        :label="attrs.kind === 'today' ? 'What of today' : 'What of their message'"
        :value="option('part')"
        :choices="attrs.kind === 'today' ? TODAY_PARTS : MESSAGE_PARTS"
        @pick="(part) => setOption('part', part)"
      />
      <DateFormatFields
        v-if="['date', 'date sent', 'a date'].includes(option('part'))"
        :options="options"
        @set="setOption"
      />
    </template>

    <LookupFields v-else-if="attrs.kind === 'lookup'" :options="options" :others="others" @set="set" />
    <RowsFields v-else-if="attrs.kind === 'rows'" :options="options" @set="set" />

    <el-input
      v-if="hinted"
      size="small"
      class="wide"
      aria-label="Hint"
      :model-value="option('hint')"
      placeholder="a word of help"
      @input="(text: string) => setOption('hint', text)"
    />
    <button type="submit" class="text-button">Done</button>
  </form>
</template>

<style scoped>
.narrow {
  width: 130px;
}

.count {
  width: 90px;
}

.short {
  width: 70px;
}

.wide {
  width: 150px;
}
</style>
