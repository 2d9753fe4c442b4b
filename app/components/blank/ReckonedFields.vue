<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import { OPERATIONS, type Operand, type Operation } from '../../../core/blank/kinds/reckoned';
import { ROUNDINGS } from '../../../core/number/reckon';
import type { BlankDef } from '../../../core/blank/kind';
import { useLookupsStore } from '~/stores/lookups';

const props = defineProps<{ options: Record<string, unknown>; others: BlankDef[] }>();
const emit = defineEmits<{ set: [name: string, value: unknown] }>();
const lookups = useLookupsStore();

const operation = computed(() => props.options.operation as Operation);
const operands = computed(() => (props.options.operands ?? []) as Operand[]);
const isDate = computed(() => operation.value === 'days after');
const TITLES: Record<Operation, string> = {
  sum: 'sum of',
  difference: 'difference of',
  product: 'product of',
  quotient: 'quotient of',
  percentage: 'per cent of',
  'days between': 'days between',
  'days after': 'so many days after',
};
const BETWEEN: Record<Operation, string> = {
  sum: '+',
  difference: '−',
  product: '×',
  quotient: '÷',
  percentage: '% of',
  'days between': 'and',
  'days after': 'and days:',
};
const open = computed(() => ['sum', 'product'].includes(operation.value));
const least = computed(() => (operation.value === 'sum' ? 1 : 2));
const shown = computed<Operand[]>(() => {
  const list = [...operands.value];
  while (list.length < least.value) list.push({ blank: '', column: '', number: 0 });
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
const add = () => emit('set', 'operands', [...shown.value, { blank: '', column: '', number: 0 }]);
const drop = (i: number) =>
  emit(
    'set',
    'operands',
    shown.value.filter((_, j) => j !== i),
  );
const number = (text: string) => Number(text.replace(',', '.')) || 0;
</script>

<template>
  <div class="full">
    <el-select
      size="small"
      class="operation"
      aria-label="Reckoned as"
      :model-value="operation"
      @change="(name: string) => emit('set', 'operation', name)"
    >
      <el-option v-for="name in OPERATIONS" :key="name" :value="name" :label="TITLES[name]" />
    </el-select>
    <template v-for="(operand, i) in shown" :key="i">
      <span v-if="i" class="small">{{ BETWEEN[operation] }}</span>
      <el-select
        size="small"
        class="operand"
        :aria-label="`Value ${i + 1}`"
        :empty-values="[null, undefined]"
        :model-value="operand.blank"
        @change="(label: string) => setBlank(i, label)"
      >
        <el-option value="" label="the number" />
        <el-option v-for="{ label } in others" :key="label" :value="label" :label="label" />
      </el-select>
      <el-input
        v-if="!operand.blank"
        size="small"
        class="figure"
        inputmode="decimal"
        :aria-label="`Number ${i + 1}`"
        :model-value="String(operand.number)"
        @change="(text: string) => setOperand(i, { number: number(text) })"
      />
      <el-select
        v-else-if="columnsOf(operand.blank).length"
        size="small"
        class="operand"
        :aria-label="`Column of ${operand.blank}`"
        :model-value="operand.column"
        @change="(column: string) => setOperand(i, { column })"
      >
        <el-option
          v-for="column in columnsOf(operand.blank)"
          :key="column.id"
          :value="column.id"
          :label="column.name"
        />
      </el-select>
      <button
        v-if="open && shown.length > least"
        type="button"
        class="text-button small"
        :aria-label="`Remove value ${i + 1}`"
        @click="drop(i)"
      >
        Remove
      </button>
    </template>
    <button v-if="open" type="button" class="text-button small" @click="add">
      <Plus :size="13" aria-hidden="true" />Add
    </button>
  </div>
  <DateFormatFields v-if="isDate" :options="options" @set="(name, value) => emit('set', name, value)" />
  <template v-else-if="operation !== 'days between'">
    <span class="small">rounded</span>
    <el-select
      size="small"
      class="narrow"
      aria-label="Rounded"
      :model-value="String(options.rounding)"
      @change="(way: string) => emit('set', 'rounding', way)"
    >
      <el-option
        v-for="way in ROUNDINGS"
        :key="way"
        :value="way"
        :label="way === 'none' ? 'not' : way === 'nearest' ? 'to the nearest' : `${way} to`"
      />
    </el-select>
    <el-input
      v-if="options.rounding !== 'none'"
      size="small"
      class="figure"
      aria-label="Rounded to"
      :model-value="String(options.step)"
      @change="(text: string) => emit('set', 'step', number(text))"
    />
  </template>
  <el-input
    v-if="!isDate"
    size="small"
    class="narrow"
    aria-label="Unit"
    placeholder="unit, if any"
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

.operation {
  width: 150px;
}

.operand {
  width: 130px;
}

.figure {
  width: 70px;
}

.narrow {
  width: 110px;
}
</style>
