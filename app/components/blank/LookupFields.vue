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
  <PickOne
    label="Lookup"
    :value="options.lookup"
    :choices="lookups.rows.map(({ id, name }) => ({ value: id, label: name }))"
    @pick="setLookup"
  />
  <template v-if="table">
    <span class="small">column</span>
    <PickOne
      label="Column"
      :value="options.column"
      :choices="table.columns.map(({ id, name }) => ({ value: id, label: name }))"
      @pick="(id) => emit('set', { column: id })"
    />
    <PickOne
      label="Row"
      :value="options.row"
      :choices="[
        { value: 'asked', label: 'of a row asked for' },
        { value: 'same', label: 'of the row chosen for …', disabled: !askers.length },
        { value: 'fixed', label: 'of this row:' },
      ]"
      :width="190"
      @pick="setRow"
    />
    <PickOne
      v-if="options.row === 'same'"
      label="Row of"
      :value="options.of"
      :choices="askers.map(({ label }) => label)"
      @pick="(of) => emit('set', { of })"
    />
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
.fixed {
  width: 170px;
}
</style>
