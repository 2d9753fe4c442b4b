<script setup lang="ts">
import type { BlankDef } from '#core/blank/kinds/kind';
import { UNITS } from '#core/calendar/day';
import { MESSAGE_PARTS } from '#core/blank/kinds/message';
import { PERSON_FIELDS } from '#core/blank/kinds/person';
import { TODAY_PARTS } from '#core/blank/kinds/today';
import { KINDS, kindOf, optionsOf } from '#core/blank/kinds/registry';
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
  const simple = props.others.filter(({ kind }) => kindOf(kind).inWordings);
  const known: BlankDef[] = [
    { label: t('library.firstName'), kind: 'person', options: { field: 'firstName' } },
    { label: t('library.myName'), kind: 'sender', options: { field: 'name' } },
  ];
  const all = [...simple, ...known.filter(({ label }) => !simple.some((other) => other.label === label))];
  return all.map(({ label, kind, options }) => ({ title: label, attrs: { label, kind, options } }));
});

const dates = computed(() =>
  props.others.filter(({ kind }) => kindOf(kind).yields.includes('date')).map(({ label }) => label),
);
const ownFields = computed(() => account.settings!.fields.map(({ name }) => name));
const hinted = computed(() => 'hint' in kindOf(props.attrs.kind).defaults);
</script>

<template>
  <form class="beside" :aria-label="t('library.chosenBlank')" @submit.prevent="(setLabel(), emit('done'))">
    <label class="small" for="blank-label">{{ t('library.label') }}</label>
    <el-input id="blank-label" v-model="label" size="small" maxlength="60" class="narrow" @blur="setLabel" />
    <label class="small" for="blank-kind">{{ t('library.kind') }}</label>
    <PickOne
      id="blank-kind"
      :label="t('library.kind')"
      :value="attrs.kind"
      :choices="KINDS.map(({ name }) => ({ value: name, label: kindName(name) }))"
      @pick="setKind"
    />

    <template v-if="attrs.kind === 'text'">
      <el-input
        size="small"
        class="wide"
        :aria-label="t('library.usualText')"
        :model-value="option('value')"
        :placeholder="t('library.usualTextHint')"
        @input="(text: string) => setOption('value', text)"
      />
      <el-checkbox
        size="small"
        :model-value="Boolean(options.long)"
        :label="t('library.long')"
        @change="(on) => setOption('long', Boolean(on))"
      />
      <el-checkbox
        size="small"
        :model-value="Boolean(options.optional)"
        :label="t('library.mayStayEmpty')"
        @change="(on) => setOption('optional', Boolean(on))"
      />
    </template>

    <ChoiceFields v-else-if="attrs.kind === 'choice'" :options="options" :blanks="inWording" @set="setOption" />

    <template v-else-if="attrs.kind === 'date'">
      <PickOne
        :label="t('library.countedFrom')"
        :value="option('from')"
        :choices="[
          { value: '', label: t('library.asked') },
          { value: 'today', label: t('library.fromToday') },
          ...dates.map((other) => ({ value: other, label: t('blank.fromBlank', { label: other }) })),
        ]"
        @pick="(from) => setOption('from', from)"
      />
      <template v-if="options.from">
        <el-input-number
          size="small"
          class="count"
          controls-position="right"
          :aria-label="t('library.howMany')"
          :model-value="Number(options.count)"
          @change="(count) => setOption('count', count ?? 0)"
        />
        <PickOne
          :label="t('library.unitOfTime')"
          :value="option('unit')"
          :choices="
            UNITS.map((unit) => ({
              value: unit,
              label: t(`names.unitLater.${camel(unit)}`),
            }))
          "
          @pick="(unit) => setOption('unit', unit)"
        />
      </template>
      <DateFormatFields :options="options" @set="setOption" />
    </template>

    <el-checkbox
      v-else-if="attrs.kind === 'time'"
      size="small"
      :model-value="Boolean(options.asTyped)"
      :label="t('library.asTyped')"
      @change="(on) => setOption('asTyped', Boolean(on))"
    />

    <template v-else-if="attrs.kind === 'number' || attrs.kind === 'money'">
      <el-input
        v-if="attrs.kind === 'number'"
        size="small"
        class="short"
        :aria-label="t('common.unit')"
        :placeholder="t('library.unit')"
        :model-value="option('unit')"
        @input="(text: string) => setOption('unit', text)"
      />
      <el-input
        v-else
        size="small"
        class="short"
        :aria-label="t('common.currency')"
        maxlength="3"
        :placeholder="account.settings!.currency"
        :model-value="option('currency')"
        @input="(text: string) => setOption('currency', text.toUpperCase())"
      />
      <span class="small">{{ t('library.from') }}</span>
      <NumberInput :label="t('library.least')" :value="options.least" @change="(limit) => setOption('least', limit)" />
      <span class="small">{{ t('library.to') }}</span>
      <NumberInput :label="t('library.most')" :value="options.most" @change="(limit) => setOption('most', limit)" />
      <NumberInput
        v-if="attrs.kind === 'number'"
        :label="t('library.decimals')"
        :placeholder="t('library.places')"
        :value="options.decimals"
        @change="(places) => setOption('decimals', places)"
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
      :aria-label="t('library.fieldOfPerson')"
      @change="(field: string) => setOption('field', field)"
    >
      <el-option v-for="field in PERSON_FIELDS" :key="field" :value="field" :label="t(`names.personField.${field}`)" />
    </el-select>

    <PickOne
      v-else-if="attrs.kind === 'sender'"
      :label="t('library.fieldOfMine')"
      :value="option('field')"
      :choices="[{ value: 'name', label: t('library.myName') }, ...ownFields]"
      @pick="(field) => setOption('field', field)"
    />

    <template v-else-if="attrs.kind === 'today' || attrs.kind === 'message'">
      <PickOne
        :label="attrs.kind === 'today' ? t('library.whatOfToday') : t('library.whatOfTheirMessage')"
        :value="option('part')"
        :choices="
          attrs.kind === 'today'
            ? TODAY_PARTS.map((part) => ({ value: part, label: t(`names.todayPart.${camel(part)}`) }))
            : MESSAGE_PARTS.map((part) => ({ value: part, label: t(`names.messagePart.${camel(part)}`) }))
        "
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
      :aria-label="t('library.hint')"
      :model-value="option('hint')"
      :placeholder="t('library.hintHint')"
      @input="(text: string) => setOption('hint', text)"
    />
    <button type="submit" class="text-button">{{ t('library.done') }}</button>
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
