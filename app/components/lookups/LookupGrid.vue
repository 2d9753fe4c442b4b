<script setup lang="ts">
import { useDebounceFn, useVirtualList } from '@vueuse/core';
import { shownCell, storedCell, type Ways } from '#core/lookup/cell';
import { readTable } from '#core/text/csv';
import { findRows } from '#core/lookup/find';
import { COLUMN_TYPES, keyProblems, type Column, type ColumnType, type Lookup, type Row } from '#core/lookup/lookup';

/** A lookup as a grid: every cell is typed in where it stands; the arrows go from row to row. */
const props = defineProps<{ lookup: Lookup; ways: Ways; find: string }>();
const emit = defineEmits<{
  change: [part: Partial<Pick<Lookup, 'columns' | 'keyColumn' | 'rows'>>];
  /** What the rows are with the cell that is still being typed in. */
  typed: [rows: Row[]];
  key: [from: string, to: string];
  removeColumn: [column: Column];
  removeRow: [row: Row];
}>();

const HEIGHT = 32;
/** The rows shown, with their place in the lookup; an empty one at the end takes what is added. */
const shown = computed(() => {
  const { rows } = props.lookup;
  if (!props.find.trim()) return [...rows.map((row, at) => ({ row, at })), { row: {} as Row, at: rows.length }];
  const places = new Map(rows.map((row, at) => [row, at]));
  return findRows(props.lookup, props.find, 500).map((row) => ({ row, at: places.get(row)! }));
});
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(shown, { itemHeight: HEIGHT, overscan: 12 });

const badRows = computed(
  () => new Set(keyProblems(props.lookup.rows, props.lookup.keyColumn).flatMap(({ rows }) => rows)),
);
const fits = (stored: string, { type }: Column) =>
  !stored || storedCell(stored, type, { ...props.ways, locale: 'en' }) !== null;
const isWrong = (row: Row, column: Column, at: number) =>
  (column.id === props.lookup.keyColumn && badRows.value.has(at)) || !fits(row[column.id] ?? '', column);

/** What is being typed stays as it is typed until the cell is left. */
const typing = ref<{ at: number; column: string; text: string } | null>(null);
const written = (row: Row, { id, type }: Column) =>
  type === 'link' ? (row[id] ?? '') : shownCell(row[id] ?? '', type, props.ways);
const textOf = (row: Row, column: Column, at: number) =>
  typing.value?.at === at && typing.value.column === column.id ? typing.value.text : written(row, column);

function withCells(changes: { at: number; column: Column; text: string }[]): Row[] {
  const rows = [...props.lookup.rows];
  for (const { at, column, text } of changes) {
    const stored = storedCell(text, column.type, props.ways) ?? text.trim();
    while (rows.length < at) rows.push({});
    const { [column.id]: _old, ...rest } = rows[at] ?? {};
    rows[at] = stored ? { ...rest, [column.id]: stored } : rest;
  }
  while (rows.length && !Object.values(rows.at(-1)!).some(Boolean)) rows.pop();
  return rows;
}

const tellTyped = useDebounceFn((column: Column) => {
  const now = typing.value;
  emit('typed', now?.column === column.id ? withCells([{ ...now, column }]) : props.lookup.rows);
}, 300);
function onInput(event: Event, column: Column, at: number) {
  typing.value = { at, column: column.id, text: (event.target as HTMLInputElement).value };
  void tellTyped(column);
}

function leave(row: Row, column: Column, at: number) {
  const typed = typing.value;
  typing.value = null;
  if (!typed || typed.at !== at || typed.column !== column.id || typed.text === written(row, column)) return;
  const before = row[column.id] ?? '';
  emit('change', { rows: withCells([{ at, column, text: typed.text }]) });
  if (column.id === props.lookup.keyColumn && before && typed.text.trim()) emit('key', before, typed.text.trim());
}

function onPaste(event: ClipboardEvent, column: Column, at: number) {
  const text = event.clipboardData?.getData('text/plain') ?? '';
  if (!/[\t\n]/.test(text.trim())) return;
  event.preventDefault();
  const cells = text.includes('\t')
    ? readTable(text).cells
    : text
        .trim()
        .split(/\r?\n/)
        .map((line) => [line]);
  const { columns } = props.lookup;
  const first = columns.indexOf(column);
  typing.value = null;
  emit('change', {
    rows: withCells(
      cells.flatMap((line, down) =>
        line.flatMap((cell, right) => {
          const target = columns[first + right];
          return target ? [{ at: at + down, column: target, text: cell }] : [];
        }),
      ),
    ),
  });
}

const grid = ref<HTMLElement>();
function focusCell(index: number, columnId: string) {
  const one = shown.value[index];
  if (!one) return;
  const cell = () => grid.value?.querySelector<HTMLInputElement>(`[data-cell="${one.at}-${columnId}"]`);
  if (!cell()) scrollTo(index);
  void nextTick(() => {
    cell()?.focus();
    cell()?.select();
  });
}

function onKey(event: KeyboardEvent, index: number, column: Column) {
  const step = { ArrowDown: 1, ArrowUp: -1, Enter: 1 }[event.key];
  if (!step || event.isComposing || event.altKey) return;
  event.preventDefault();
  (event.target as HTMLInputElement).blur();
  void nextTick(() => focusCell(index + step, column.id));
}

const setColumn = (column: Column, part: Partial<Column>) =>
  emit('change', { columns: props.lookup.columns.map((other) => (other === column ? { ...column, ...part } : other)) });

/** Cells that could not be read before may fit the new type, and the other way round; their words stay. */
function setType(column: Column, type: ColumnType) {
  const rows = props.lookup.rows.map((row) => {
    const words = written(row, column);
    return words ? { ...row, [column.id]: storedCell(words, type, props.ways) ?? words } : row;
  });
  const columns = props.lookup.columns.map((other) => (other === column ? { ...column, type } : other));
  emit('change', { columns, rows });
}

function addColumn() {
  const { columns } = props.lookup;
  let n = columns.length + 1;
  while (columns.some(({ name }) => name === t('lookups.columnN', { n }))) n++;
  const id = `c${crypto.randomUUID().slice(0, 8)}`;
  emit('change', { columns: [...columns, { id, name: t('lookups.columnN', { n }), type: 'text' }] });
}

/** Goes to a row that is in the way. */
function showRow(at: number) {
  const index = shown.value.findIndex((one) => one.at === at);
  if (index >= 0) focusCell(index, props.lookup.keyColumn);
}
defineExpose({ showRow });

const template = computed(() => `46px repeat(${props.lookup.columns.length}, minmax(130px, 1fr)) 80px`);
</script>

<template>
  <div ref="grid" class="grid" role="table" :aria-label="lookup.name" :aria-rowcount="lookup.rows.length + 1">
    <div role="rowgroup" class="head-group">
      <div class="line head" role="row" :style="{ gridTemplateColumns: template }">
        <span role="columnheader"
          ><span class="visually-hidden">{{ t('common.row') }}</span></span
        >
        <div v-for="column in lookup.columns" :key="column.id" class="column" role="columnheader">
          <HeldInput
            class="name"
            :value="column.name"
            :aria-label="t('lookups.columnNameOf', { name: column.name })"
            maxlength="100"
            @change="(name) => setColumn(column, { name: name.trim() || column.name })"
          />
          <span class="about">
            <select
              :value="column.type"
              :aria-label="t('lookups.columnTypeOf', { name: column.name })"
              @change="(e) => setType(column, (e.target as HTMLSelectElement).value as ColumnType)"
            >
              <option v-for="type in COLUMN_TYPES" :key="type" :value="type">
                {{ t(`names.columnType.${camel(type)}`) }}
              </option>
            </select>
            <label class="small"
              ><input
                type="radio"
                name="key-column"
                :aria-label="t('lookups.namesTheRows', { name: column.name })"
                :checked="column.id === lookup.keyColumn"
                @change="emit('change', { keyColumn: column.id })"
              />{{ t('lookups.key') }}</label
            >
            <button
              v-if="lookup.columns.length > 1 && column.id !== lookup.keyColumn"
              type="button"
              class="text-button small"
              :aria-label="t('lookups.removeColumn', { name: column.name })"
              @click="emit('removeColumn', column)"
            >
              {{ t('common.remove') }}
            </button>
          </span>
        </div>
        <span role="columnheader"
          ><button type="button" class="text-button small" @click="addColumn">
            {{ t('lookups.addColumn') }}
          </button></span
        >
      </div>
    </div>
    <div v-bind="containerProps" class="body" role="rowgroup" tabindex="-1">
      <div v-bind="wrapperProps" role="presentation">
        <div
          v-for="{ data: { row, at }, index } in list"
          :key="at"
          class="line"
          role="row"
          :style="{ gridTemplateColumns: template, height: `${HEIGHT}px` }"
        >
          <span class="number small soft" role="rowheader">{{
            at < lookup.rows.length ? at + 1 : t('lookups.new')
          }}</span>
          <span v-for="column in lookup.columns" :key="column.id" role="cell">
            <input
              class="cell"
              dir="auto"
              :class="{
                figure: column.type === 'number' || column.type === 'money',
                key: column.id === lookup.keyColumn,
                wrong: isWrong(row, column, at),
              }"
              :data-cell="`${at}-${column.id}`"
              :value="textOf(row, column, at)"
              :aria-label="t('lookups.cell', { name: column.name, number: at + 1 })"
              :aria-invalid="isWrong(row, column, at)"
              :title="
                isWrong(row, column, at) && column.id !== lookup.keyColumn
                  ? t('lookups.wrongType', { type: t(`names.columnType.${camel(column.type)}`) })
                  : undefined
              "
              @input="(e) => onInput(e, column, at)"
              @blur="leave(row, column, at)"
              @paste="(e) => onPaste(e, column, at)"
              @keydown="(e) => onKey(e, index, column)"
            />
          </span>
          <span role="cell">
            <button
              v-if="at < lookup.rows.length"
              type="button"
              class="text-button small"
              :aria-label="t('lookups.removeRow', { number: at + 1 })"
              @click="emit('removeRow', row)"
            >
              {{ t('common.remove') }}
            </button>
          </span>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.grid {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-x: auto;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.line {
  display: grid;
  border-bottom: 1px solid var(--rule);
  align-items: stretch;
}

.head {
  background: var(--ground);
}

/* Room for the scroll bar in both, so that the columns stand under their names. */
.head-group,
.body {
  overflow-y: auto !important;
  scrollbar-gutter: stable;
  flex: none;
}

.column {
  padding: 3px 0;
  border-left: 1px solid var(--rule);
  min-width: 0;
}

.name {
  width: 100%;
  min-height: 24px;
  border: 0;
  background: none;
  color: var(--ink);
  padding: 2px 8px;
  font: 600 13.5px var(--sans);
}

.about {
  display: flex;
  align-items: center;
  gap: 2px;
  overflow: hidden;
  padding: 0 4px;
}

select {
  min-height: 24px;
  min-width: 40px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: 12.5px var(--sans);
  padding: 1px 0;
}

.about input {
  accent-color: var(--green);
  margin: 0 3px 0 0;
  vertical-align: -2px;
}

.head > [role='columnheader']:last-child {
  align-self: end;
  padding-bottom: 3px;
}

.body {
  flex: 1;
  min-height: 0;
}

.about label,
.about button {
  white-space: nowrap;
}

.number {
  align-self: center;
  padding-left: 8px;
}

.line > [role='cell'] {
  border-left: 1px solid var(--rule);
  display: flex;
  align-items: center;
  min-width: 0;
}

.cell {
  width: 100%;
  height: 100%;
  border: 0;
  background: none;
  color: var(--ink);
  padding: 0 8px;
  font: 14px var(--sans);
}

.cell:focus {
  outline: 2px solid var(--green);
  outline-offset: -2px;
}

.cell.key {
  font-weight: 600;
}

.cell.figure {
  text-align: right;
  font-variant-numeric: tabular-nums;
}

.cell.wrong {
  background: var(--warn-wash);
  color: var(--warn);
}
</style>
