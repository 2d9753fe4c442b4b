<script setup lang="ts">
import type { BlankDef } from '../../../core/blank/kind';
import { useLookupsStore } from '~/stores/lookups';

const props = defineProps<{ options: Record<string, unknown>; others: BlankDef[] }>();
const emit = defineEmits<{ set: [part: Record<string, unknown>] }>();
const lookups = useLookupsStore();

const table = computed(() => lookups.whole[String(props.options.lookup)]);
const column = computed(() => table.value?.columns.find(({ id }) => id === props.options.column));
const askers = computed(() =>
  props.others.filter(
    ({ kind, options }) => kind === 'lookup' && options.lookup === props.options.lookup && options.row !== 'entry',
  ),
);
watch(
  () => props.options.lookup,
  () => void lookups.need(props.options),
  { immediate: true },
);

async function setLookup(id: string) {
  await lookups.need({ lookup: id });
  emit('set', { lookup: id, column: lookups.whole[id]?.keyColumn ?? '', row: 'asked', of: '' });
}
const setRow = (row: string) => emit('set', { row, of: row === 'same' ? (askers.value[0]?.label ?? '') : '' });
</script>

<template>
  <el-select size="small" class="narrow" aria-label="Lookup" :model-value="String(options.lookup)" @change="setLookup">
    <el-option v-for="{ id, name } in lookups.rows" :key="id" :value="id" :label="name" />
  </el-select>
  <template v-if="table">
    <span class="small">column</span>
    <el-select
      size="small"
      class="narrow"
      aria-label="Column"
      :model-value="String(options.column)"
      @change="(id: string) => emit('set', { column: id })"
    >
      <el-option v-for="{ id, name } in table.columns" :key="id" :value="id" :label="name" />
    </el-select>
    <el-select size="small" class="row" aria-label="Row" :model-value="String(options.row)" @change="setRow">
      <el-option value="asked" label="of a row asked for" />
      <el-option value="same" label="of the row chosen for …" :disabled="!askers.length" />
      <el-option value="fixed" label="of this row:" />
    </el-select>
    <el-select
      v-if="options.row === 'same'"
      size="small"
      class="narrow"
      aria-label="Row of"
      :model-value="String(options.of)"
      @change="(of: string) => emit('set', { of })"
    >
      <el-option v-for="{ label } in askers" :key="label" :value="label" :label="label" />
    </el-select>
    <RowPicker
      v-else-if="options.row === 'fixed'"
      id="fixed-row"
      class="fixed"
      :lookup="table"
      :value="options.of ? [String(options.of)] : []"
      hint="the row"
      :waiting="false"
      @pick="(keys) => emit('set', { of: keys[0] ?? '' })"
    />
    <DateFormatFields
      v-if="column?.type === 'date'"
      :options="options"
      @set="(name, value) => emit('set', { [name]: value })"
    />
  </template>
  <span v-else-if="options.lookup" class="small soft">This lookup is gone.</span>
  <span v-else-if="!lookups.rows.length" class="small soft"
    >There is no lookup yet. <NuxtLink to="/lookups">Make one</NuxtLink></span
  >
</template>

<style scoped>
.narrow {
  width: 130px;
}

.row {
  width: 190px;
}

.fixed {
  width: 170px;
}
</style>
