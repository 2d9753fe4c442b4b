<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { RowsColumn } from '#core/blank/kinds/rows';
import type { Column } from '#core/lookup/lookup';
import { emptyDoc, isEmptyDoc, type DocJson } from '#core/note/schema';
import { useLookupsStore } from '~/stores/lookups';

const props = defineProps<{ options: Record<string, unknown> }>();
const emit = defineEmits<{ set: [part: Record<string, unknown>] }>();
const lookups = useLookupsStore();

const table = computed(() => lookups.whole[String(props.options.lookup)]);
watch(
  () => props.options.lookup,
  () => void lookups.need(props.options),
  { immediate: true },
);
const columns = computed(() => (props.options.columns ?? []) as RowsColumn[]);
/** A list or sentence starts with the key, where nothing was written for it yet. */
function setForm(form: string) {
  const { columns: all = [], keyColumn, id } = table.value ?? {};
  const key = all.find((column) => column.id === keyColumn);
  const needs = form !== 'table' && isEmptyDoc(entry.value) && key && id;
  emit('set', { form, ...(needs && { entry: docOf({ type: 'blank', attrs: cell(key, id) }) }) });
}

const rows = useRowKeys(() => columns.value.length);
const entry = computed(() => (props.options.entry ?? emptyDoc()) as DocJson);

const cell = ({ id, name }: Column, lookup: string) => ({
  label: name,
  kind: 'lookup',
  options: { lookup, column: id, row: 'entry', of: '', hint: '', style: 'long', weekday: false, pattern: '' },
});
const cells = computed(() =>
  (table.value?.columns ?? []).map((column) => ({ title: column.name, attrs: cell(column, table.value!.id) })),
);
const docOf = (...content: DocJson[]): DocJson => ({ type: 'doc', content: [{ type: 'paragraph', content }] });
const columnFor = (column: Column, lookup: string): RowsColumn => ({
  title: column.name,
  wording: docOf({ type: 'blank', attrs: cell(column, lookup) }),
});

/** Each lookup starts with what is likeliest: its first columns as a table, its key as an entry. */
async function setLookup(id: string) {
  await lookups.need({ lookup: id });
  const fresh = lookups.whole[id];
  if (!fresh) return;
  const key = fresh.columns.find((column) => column.id === fresh.keyColumn)!;
  rows.clear();
  emit('set', {
    lookup: id,
    columns: fresh.columns.slice(0, 3).map((column) => columnFor(column, id)),
    entry: docOf({ type: 'blank', attrs: cell(key, id) }),
  });
}

const setColumn = (i: number, part: Partial<RowsColumn>) =>
  emit('set', { columns: columns.value.map((column, j) => (j === i ? { ...column, ...part } : column)) });
function drop(i: number) {
  rows.drop(i);
  emit('set', { columns: columns.value.filter((_, j) => j !== i) });
}
function add() {
  const free = table.value!.columns.find(({ name }) => !columns.value.some(({ title }) => title === name));
  emit('set', { columns: [...columns.value, columnFor(free ?? table.value!.columns[0]!, table.value!.id)] });
}
</script>

<template>
  <PickOne
    :label="t('common.lookup')"
    :value="options.lookup"
    :choices="lookups.rows.map(({ id, name }) => ({ value: id, label: name }))"
    @pick="setLookup"
  />
  <template v-if="table">
    <PickOne
      :label="t('blank.form')"
      :value="options.form"
      :choices="[
        { value: 'table', label: t('blank.asTable') },
        { value: 'list', label: t('blank.asList') },
        { value: 'sentence', label: t('blank.asSentence') },
      ]"
      @pick="setForm"
    />
    <PickOne
      :label="t('blank.order')"
      :value="options.order"
      :choices="[
        { value: 'lookup', label: t('blank.orderOfLookup') },
        { value: 'picked', label: t('blank.orderPicked') },
      ]"
      :width="170"
      @pick="(order) => emit('set', { order })"
    />
    <div v-if="options.form === 'table'" :key="String(options.lookup)" class="full">
      <div v-for="(column, i) in columns" :key="rows.keys.value[i]" class="line">
        <el-input
          size="small"
          class="name"
          :aria-label="t('blank.columnTitle', { number: i + 1 })"
          :model-value="column.title"
          @input="(title: string) => setColumn(i, { title })"
        />
        <WordingField
          :wording="column.wording"
          :label="t('blank.columnWording', { number: i + 1 })"
          :blanks="cells"
          putting="Cell"
          @change="(wording) => setColumn(i, { wording })"
        />
        <button
          type="button"
          class="text-button small"
          :aria-label="t('blank.removeColumn', { number: i + 1 })"
          @click="drop(i)"
        >
          {{ t('common.remove') }}
        </button>
      </div>
      <div class="line">
        <button type="button" class="text-button small" @click="add">
          <Plus :size="13" aria-hidden="true" />{{ t('blank.addColumn') }}
        </button>
        <el-checkbox
          size="small"
          :model-value="Boolean(options.titles)"
          :label="t('blank.withTitles')"
          @change="(on) => emit('set', { titles: Boolean(on) })"
        />
      </div>
    </div>
    <div v-else :key="`entry-${String(options.lookup)}-${String(options.form)}`" class="full">
      <div class="line">
        <span class="small">{{ t('blank.eachEntry') }}</span>
        <WordingField
          :wording="entry"
          :label="t('blank.entryWording')"
          :blanks="cells"
          putting="Cell"
          @change="(wording) => emit('set', { entry: wording })"
        />
      </div>
    </div>
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
.full {
  flex-basis: 100%;
  display: grid;
  gap: var(--s1);
  max-height: 190px;
  overflow-y: auto;
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s2);
}

.name {
  width: 110px;
}
</style>
