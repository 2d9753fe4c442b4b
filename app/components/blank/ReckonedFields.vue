<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import { OPERATIONS, type Operand, type Operation } from '#core/blank/kinds/reckoned';
import { ROUNDINGS } from '#core/number/reckon';
import type { BlankDef } from '#core/blank/kinds/kind';
import { useLookupsStore } from '~/stores/lookups';

const props = defineProps<{ options: Record<string, unknown>; others: BlankDef[] }>();
const emit = defineEmits<{ set: [name: string, value: unknown] }>();
const lookups = useLookupsStore();

const operation = computed(() => props.options.operation as Operation);
const operands = computed(() => (props.options.operands ?? []) as Operand[]);
const isDate = computed(() => operation.value === 'days after');
const BETWEEN: Record<Operation, string> = {
  sum: '+',
  difference: '−',
  product: '×',
  quotient: '÷',
  percentage: t('blank.percentOf'),
  'days between': t('blank.andDay'),
  'days after': t('blank.andDays'),
};
/** A value that is still to be chosen or typed; a note with one is not kept. */
const OPEN: Operand = { blank: '', column: '', number: '' };
const open = computed(() => ['sum', 'product'].includes(operation.value));
const least = computed(() => (operation.value === 'sum' ? 1 : 2));
const shown = computed<Operand[]>(() => {
  const list = [...operands.value];
  while (list.length < least.value) list.push({ ...OPEN });
  return open.value ? list : list.slice(0, 2);
});

const setOperand = (i: number, part: Partial<Operand>) =>
  emit(
    'set',
    'operands',
    shown.value.map((operand, j) => (j === i ? { ...operand, ...part } : operand)),
  );
const columnsOf = (label: string) => {
  const other = props.others.find((blank) => blank.label === label);
  if (other?.kind !== 'rows') return [];
  return (lookups.whole[String(other.options.lookup)]?.columns ?? []).filter(
    ({ type }) => type === 'number' || type === 'money',
  );
};
function setBlank(i: number, label: string) {
  const [first] = columnsOf(label);
  setOperand(i, { blank: label, column: first?.id ?? '' });
}
const add = () => emit('set', 'operands', [...shown.value, { ...OPEN }]);
const drop = (i: number) =>
  emit(
    'set',
    'operands',
    shown.value.filter((_, j) => j !== i),
  );
</script>

<template>
  <div class="full">
    <PickOne
      :label="t('blank.operation')"
      :value="operation"
      :choices="OPERATIONS.map((name) => ({ value: name, label: t(`names.operation.${camel(name)}`) }))"
      :width="150"
      @pick="(name) => emit('set', 'operation', name)"
    />
    <template v-for="(operand, i) in shown" :key="i">
      <span v-if="i" class="small">{{ BETWEEN[operation] }}</span>
      <PickOne
        :label="t('blank.value', { number: i + 1 })"
        :value="operand.blank"
        :choices="[{ value: '', label: t('blank.theNumber') }, ...others.map(({ label }) => label)]"
        @pick="(label) => setBlank(i, label)"
      />
      <NumberInput
        v-if="!operand.blank"
        :label="t('blank.number', { number: i + 1 })"
        :value="operand.number"
        @change="(number) => setOperand(i, { number: number ?? '' })"
      />
      <PickOne
        v-else-if="columnsOf(operand.blank).length"
        :label="t('blank.operandColumn', { blank: operand.blank })"
        :value="operand.column"
        :choices="columnsOf(operand.blank).map(({ id, name }) => ({ value: id, label: name }))"
        @pick="(column) => setOperand(i, { column })"
      />
      <button
        v-if="open && shown.length > least"
        type="button"
        class="text-button small"
        :aria-label="t('blank.removeValue', { number: i + 1 })"
        @click="drop(i)"
      >
        {{ t('common.remove') }}
      </button>
    </template>
    <button v-if="open" type="button" class="text-button small" @click="add">
      <Plus :size="13" aria-hidden="true" />{{ t('blank.add') }}
    </button>
  </div>
  <DateFormatFields v-if="isDate" :options="options" @set="(name, value) => emit('set', name, value)" />
  <template v-else-if="operation !== 'days between'">
    <span class="small">{{ t('blank.rounded') }}</span>
    <PickOne
      :label="t('blank.rounding')"
      :value="options.rounding"
      :choices="
        ROUNDINGS.map((way) => ({
          value: way,
          label: t(`names.rounding.${way}`),
        }))
      "
      @pick="(way) => emit('set', 'rounding', way)"
    />
    <NumberInput
      v-if="options.rounding !== 'none'"
      :label="t('blank.roundingStep')"
      :value="options.step"
      @change="(step) => emit('set', 'step', step)"
    />
  </template>
  <el-input
    v-if="!isDate"
    size="small"
    class="narrow"
    :aria-label="t('common.unit')"
    :placeholder="t('blank.unitIfAny')"
    :model-value="String(options.unit ?? '')"
    @input="(text: string) => emit('set', 'unit', text)"
  />
</template>

<style scoped>
.full {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
}

.narrow {
  width: 110px;
}
</style>
