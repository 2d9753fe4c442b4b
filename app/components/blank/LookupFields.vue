<script setup lang="ts">
import type { BlankDef } from '#core/blank/kinds/kind';
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
    :label="t('common.lookup')"
    :value="options.lookup"
    :choices="lookups.rows.map(({ id, name }) => ({ value: id, label: name }))"
    @pick="setLookup"
  />
  <template v-if="table">
    <span class="small">{{ t('blank.column') }}</span>
    <PickOne
      :label="t('blank.columnLabel')"
      :value="options.column"
      :choices="table.columns.map(({ id, name }) => ({ value: id, label: name }))"
      @pick="(id) => emit('set', { column: id })"
    />
    <PickOne
      :label="t('common.row')"
      :value="options.row"
      :choices="[
        { value: 'asked', label: t('blank.rowAsked') },
        { value: 'same', label: t('blank.rowSame'), disabled: !askers.length },
        { value: 'fixed', label: t('blank.rowFixed') },
      ]"
      :width="190"
      @pick="setRow"
    />
    <PickOne
      v-if="options.row === 'same'"
      :label="t('blank.rowOf')"
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
      :hint="t('blank.theRow')"
      :waiting="false"
      @pick="(keys) => emit('set', { of: keys[0] ?? '' })"
    />
    <DateFormatFields
      v-if="column?.type === 'date'"
      :options="options"
      @set="(name, value) => emit('set', { [name]: value })"
    />
  </template>
  <span v-else-if="options.lookup" class="small soft">{{ t('blank.lookupGone') }}</span>
  <span v-else-if="!lookups.rows.length" class="small soft"
    ><I18nT keypath="blank.noLookupYet" scope="global"
      ><template #make
        ><NuxtLink to="/lookups">{{ t('common.makeOne') }}</NuxtLink></template
      ></I18nT
    ></span
  >
</template>

<style scoped>
.fixed {
  width: 170px;
}
</style>
