<script setup lang="ts">
import { ArrowDown, ArrowUp, Paperclip, Pin } from 'lucide-vue-next';
import { useVirtualList } from '@vueuse/core';
import type { NoteRow } from '#shared/types/wire';
import { excerpt } from '#core/search/mark';
import { useAccountStore } from '~/stores/account';
import { useShelvesStore } from '~/stores/shelves';

export type SortKey = 'name' | 'shelf' | 'begins' | 'used' | 'lastUsed' | 'updatedAt' | 'createdAt' | 'pins' | 'match';

/** The notes as a table of any length: sorted by any column, many chosen at once, moved by keyboard. */
const props = defineProps<{
  rows: NoteRow[];
  /** The words that matched, by note, while something is looked for. */
  terms: Map<string, string[]>;
  currentId: string;
  chosen: Set<string>;
  sort: { key: SortKey; down: boolean };
  narrow: boolean;
  /** Whether the rows are the pinned notes, to be put in order. */
  pins: boolean;
}>();
const emit = defineEmits<{
  open: [id: string];
  choose: [chosen: Set<string>];
  sort: [key: SortKey];
  movePin: [id: string, step: 1 | -1];
}>();

const account = useAccountStore();
const shelves = useShelvesStore();

const HEIGHT = 30;
const rows = computed(() => props.rows);
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(rows, { itemHeight: HEIGHT, overscan: 15 });

const columns = computed<{ key: SortKey; label: string; class: string }[]>(() => [
  { key: 'name', label: t('common.name'), class: 'name' },
  ...(props.narrow
    ? []
    : [
        { key: 'shelf' as const, label: t('library.shelf'), class: 'shelf' },
        { key: 'begins' as const, label: t('library.begins'), class: 'begins' },
      ]),
  { key: 'used', label: t('library.used'), class: 'used' },
  ...(props.narrow
    ? []
    : [
        { key: 'lastUsed' as const, label: t('library.lastUsed'), class: 'date' },
        { key: 'updatedAt' as const, label: t('library.changed'), class: 'date' },
      ]),
]);

const day = (at: number) => (at ? when(at, account.settings!.locale, account.settings!.timeZone, false) : 'never');
/** The beginning, or while something is looked for the part that matched. */
function begins({ id, description, subjectText, bodyText }: NoteRow): string {
  const words = props.terms.get(id);
  if (words) return excerpt([description, subjectText, bodyText].filter(Boolean).join(' — '), words, 60);
  return (description || bodyText).slice(0, 300).replace(/\s+/g, ' ');
}
const matched = ({ id }: NoteRow) => props.terms.get(id) ?? [];

const all = computed(() => props.rows.length > 0 && props.rows.every(({ id }) => props.chosen.has(id)));
const some = computed(() => !all.value && props.rows.some(({ id }) => props.chosen.has(id)));
let last = -1;

function toggle(index: number, range: boolean) {
  const next = new Set(props.chosen);
  const on = !next.has(props.rows[index]!.id);
  const [from, to] = range && last >= 0 ? [Math.min(last, index), Math.max(last, index)] : [index, index];
  for (const { id } of props.rows.slice(from, to + 1)) {
    if (on) next.add(id);
    else next.delete(id);
  }
  last = index;
  emit('choose', next);
}
const toggleAll = () => emit('choose', all.value ? new Set() : new Set(props.rows.map(({ id }) => id)));

const body = containerProps.ref;
function focusRow(index: number) {
  if (index < 0 || index >= props.rows.length) return;
  const button = () => body.value?.querySelector<HTMLElement>(`[data-row="${index}"]`);
  if (!button()) scrollTo(index);
  void nextTick(() => {
    button()?.focus();
    button()?.scrollIntoView({ block: 'nearest' });
  });
}

function onKey(event: KeyboardEvent, index: number, row: NoteRow) {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key] as 1 | -1 | undefined;
  if (step && event.altKey && props.pins) {
    emit('movePin', row.id, step);
    void nextTick(() => focusRow(index + step));
  } else if (step) {
    if (event.shiftKey) {
      if (!props.chosen.has(row.id)) toggle(index, false);
      if (props.rows[index + step] && !props.chosen.has(props.rows[index + step]!.id)) {
        const next = new Set([...props.chosen, row.id, props.rows[index + step]!.id]);
        emit('choose', next);
      }
    }
    focusRow(index + step);
  } else if (event.key === 'Home') focusRow(0);
  else if (event.key === 'End') focusRow(props.rows.length - 1);
  else if (event.key === ' ') toggle(index, event.shiftKey);
  else if (event.key === 'a' && (event.ctrlKey || event.metaKey))
    emit('choose', new Set(props.rows.map(({ id }) => id)));
  else return;
  event.preventDefault();
}

function onDrag(event: DragEvent, row: NoteRow) {
  const ids = props.chosen.has(row.id) ? [...props.chosen] : [row.id];
  event.dataTransfer?.setData('application/x-notes', JSON.stringify(ids));
  event.dataTransfer!.effectAllowed = 'move';
}

defineExpose({ focusRow });
</script>

<template>
  <div
    class="table"
    :class="{ narrow, pins }"
    role="table"
    :aria-label="t('common.notes')"
    :aria-rowcount="rows.length + 1"
  >
    <div class="line head" role="row" aria-rowindex="1">
      <span role="columnheader" class="check"
        ><input
          type="checkbox"
          :checked="all"
          :indeterminate="some"
          :aria-label="t('library.chooseAll')"
          @change="toggleAll"
      /></span>
      <span
        v-for="column in columns"
        :key="column.label"
        role="columnheader"
        :class="column.class"
        :aria-sort="sort.key === column.key ? (sort.down ? 'descending' : 'ascending') : undefined"
      >
        <button v-if="column.key" type="button" class="plain-button label" @click="emit('sort', column.key as SortKey)">
          {{ column.label }}
          <component
            :is="sort.down ? ArrowDown : ArrowUp"
            v-if="sort.key === column.key"
            :size="12"
            aria-hidden="true"
          />
        </button>
        <span v-else class="label">{{ column.label }}</span>
      </span>
    </div>
    <div v-bind="containerProps" class="body" role="rowgroup">
      <div v-bind="wrapperProps">
        <div
          v-for="{ data: row, index } in list"
          :key="row.id"
          class="line"
          role="row"
          :aria-rowindex="index + 2"
          :class="{ current: row.id === currentId, chosen: chosen.has(row.id) }"
          draggable="true"
          @dragstart="(event) => onDrag(event, row)"
          @click="emit('open', row.id)"
        >
          <span role="cell" class="check" @click.stop
            ><input
              type="checkbox"
              tabindex="-1"
              :checked="chosen.has(row.id)"
              :aria-label="t('library.chooseName', { name: row.name })"
              @click="(event) => toggle(index, (event as MouseEvent).shiftKey)"
          /></span>
          <span role="cell" class="name">
            <button
              type="button"
              class="plain-button title"
              :data-row="index"
              dir="auto"
              @click.stop="emit('open', row.id)"
              @keydown="(event) => onKey(event, index, row)"
            >
              <MarkedText :text="row.name" :terms="matched(row)" />
            </button>
            <span v-if="row.cue" class="cue-tag" :title="t('library.itsCue')"
              ><MarkedText :text="row.cue" :terms="matched(row)"
            /></span>
            <Pin v-if="row.pinned && !pins" :size="12" :aria-label="t('library.pinned')" class="sign" />
            <Paperclip v-if="row.files" :size="12" :aria-label="t('library.withAttachmentsOrPictures')" class="sign" />
          </span>
          <template v-if="!narrow">
            <span role="cell" class="shelf soft"
              ><MarkedText :text="shelves.path(row.shelfId).join(' / ')" :terms="matched(row)"
            /></span>
            <span role="cell" class="begins soft" dir="auto"
              ><MarkedText :text="begins(row)" :terms="matched(row)"
            /></span>
          </template>
          <span role="cell" class="used">{{ row.used }}</span>
          <template v-if="!narrow">
            <span role="cell" class="date soft">{{ day(row.lastUsed) }}</span>
            <span role="cell" class="date soft">{{ day(row.updatedAt) }}</span>
          </template>
          <span v-if="pins" role="cell" class="order">
            <button
              type="button"
              class="text-button small"
              :disabled="index === 0"
              :aria-label="t('library.moveNameUp', { name: row.name })"
              @click.stop="emit('movePin', row.id, -1)"
            >
              {{ t('library.up') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :disabled="index === rows.length - 1"
              :aria-label="t('library.moveNameDown', { name: row.name })"
              @click.stop="emit('movePin', row.id, 1)"
            >
              {{ t('library.down') }}
            </button>
          </span>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.table {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}

.line {
  display: grid;
  grid-template-columns:
    28px minmax(170px, 1.7fr) minmax(84px, 0.7fr) minmax(90px, 1.4fr) minmax(54px, max-content)
    96px 96px;
  align-items: center;
  gap: 0 var(--s2);
  height: 30px;
  border-bottom: 1px solid var(--rule);
  cursor: default;
}

.narrow .line {
  grid-template-columns: 24px minmax(0, 1fr) 40px;
}

.pins:not(.narrow) .line {
  grid-template-columns:
    28px minmax(150px, 1.2fr) minmax(84px, 0.6fr) minmax(70px, 1.2fr) minmax(54px, max-content)
    96px 96px 104px;
}

.narrow .order {
  display: none;
}

.head {
  flex: none;
  color: var(--ink-soft);
  font-size: var(--text-small);
  border-bottom-color: var(--rule-strong);
}

.head > span {
  font-size: var(--text-small);
}

.label svg {
  vertical-align: -2px;
}

.body {
  flex: 1;
  min-height: 0;
}

.body .line:hover {
  background: var(--ground-deep);
}

.body .line.current {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--green);
}

.body .line.chosen {
  background: var(--green-wash);
}

.check {
  display: grid;
  place-items: center;
}

.check input {
  width: 16px;
  height: 16px;
  margin: 4px;
  accent-color: var(--green);
}

.name {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
}

.title {
  min-height: 24px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font: 14.5px var(--serif);
}

.sign {
  flex: none;
  color: var(--ink-soft);
}

.shelf,
.begins,
.date {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
}

.used {
  text-align: right;
}

.order {
  white-space: nowrap;
}
</style>
