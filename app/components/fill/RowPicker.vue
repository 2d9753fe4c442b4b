<script setup lang="ts">
import { shownCell } from '#core/lookup/cell';
import { findRows } from '#core/lookup/find';
import { fold } from '#core/text/fold';
import { keyOf, type Lookup, type Row } from '#core/lookup/lookup';
import { useAccountStore } from '~/stores/account';

/** Picks one row of a lookup by typing, or several. */
const props = defineProps<{
  id: string;
  lookup: Lookup;
  value: string[];
  several?: boolean;
  hint: string;
  waiting: boolean;
}>();
const emit = defineEmits<{ pick: [keys: string[]]; focus: [] }>();

const SHOWN = 8;
const account = useAccountStore();
const typed = ref('');
const open = ref(false);
const input = ref<HTMLInputElement>();
const list = ref<HTMLUListElement>();

const single = computed(() => (props.several ? '' : (props.value[0] ?? '')));
watch(single, (key) => (typed.value = key), { immediate: true });

const found = computed(() => {
  // What stands there already is not a search.
  const query = typed.value === single.value ? '' : typed.value;
  const rows = findRows(props.lookup, query, SHOWN + props.value.length);
  return rows.filter((row) => !props.several || !props.value.includes(keyOf(props.lookup, row))).slice(0, SHOWN);
});
const { current, onArrow } = useListBox(() => found.value.length);
watch(found, () => (current.value = 0));
// The whole list is seen when it opens, and the row the arrows are on.
watch([open, current, () => props.value], async ([isOpen, at]) => {
  if (!isOpen) return;
  await nextTick();
  list.value?.scrollIntoView({ block: 'nearest' });
  list.value?.children[at]?.scrollIntoView({ block: 'nearest' });
});

const about = (row: Row) =>
  props.lookup.columns
    .filter(({ id }) => id !== props.lookup.keyColumn && row[id])
    .slice(0, 3)
    .map(({ id, type }) => shownCell(row[id]!, type, account.settings!))
    .join(' · ');

function pick(row: Row) {
  const key = keyOf(props.lookup, row);
  if (props.several) {
    emit('pick', [...props.value, key]);
    typed.value = '';
  } else {
    typed.value = key;
    open.value = false;
    emit('pick', [key]);
  }
  input.value?.focus();
}

function onInput() {
  open.value = true;
  if (!props.several && !typed.value.trim()) emit('pick', []);
}

function onFocus() {
  open.value = true;
  current.value = 0;
  if (!props.several) input.value?.select();
  emit('focus');
}

function onBlur() {
  open.value = false;
  if (props.several) return;
  // A key typed in full counts as picked; anything else goes back to what was.
  const exact = found.value.find((row) => fold(keyOf(props.lookup, row)) === fold(typed.value));
  if (exact && keyOf(props.lookup, exact) !== single.value) emit('pick', [keyOf(props.lookup, exact)]);
  else typed.value = single.value;
}

function onKey(event: KeyboardEvent) {
  if (!open.value && /^Arrow(?:Down|Up)$/.test(event.key) && found.value.length) {
    open.value = true;
    return event.preventDefault();
  }
  if (onArrow(event)) return event.preventDefault();
  const row = found.value[current.value];
  const wanted =
    open.value && row && (typed.value !== single.value || (!props.several && !single.value) || props.several);
  if (event.key === 'Enter' && wanted && !event.isComposing) {
    event.preventDefault();
    event.stopPropagation();
    pick(row);
  } else if (event.key === 'Tab' && !event.shiftKey && wanted && typed.value.trim() && typed.value !== single.value) {
    // The list goes on to the next question itself.
    pick(row);
  } else if (event.key === 'Backspace' && props.several && !typed.value && props.value.length) {
    emit('pick', props.value.slice(0, -1));
  }
}

const without = (key: string) =>
  emit(
    'pick',
    props.value.filter((other) => other !== key),
  );
</script>

<template>
  <div class="picker" :class="{ waiting }">
    <ul v-if="several && value.length" class="picked">
      <li v-for="key in value" :key="key">
        <span dir="auto">{{ key }}</span>
        <button
          type="button"
          class="text-button small"
          tabindex="-1"
          :aria-label="t('fill.takeOutRow', { key })"
          @click="without(key)"
        >
          {{ t('common.takeOut') }}
        </button>
      </li>
    </ul>
    <input
      :id="id"
      ref="input"
      v-model="typed"
      data-answer
      class="field"
      role="combobox"
      aria-autocomplete="list"
      autocomplete="off"
      dir="auto"
      :aria-expanded="open && found.length > 0"
      :aria-controls="`${id}-list`"
      :aria-activedescendant="open && found.length ? `${id}-${current}` : undefined"
      :placeholder="hint"
      @input="onInput"
      @focus="onFocus"
      @blur="onBlur"
      @keydown="onKey"
    />
    <ul
      v-show="open && found.length"
      :id="`${id}-list`"
      ref="list"
      class="list"
      role="listbox"
      :aria-label="lookup.name"
    >
      <li
        v-for="(row, i) in found"
        :id="`${id}-${i}`"
        :key="keyOf(lookup, row)"
        role="option"
        :aria-selected="i === current"
        @mousedown.prevent="pick(row)"
        @mousemove="current = i"
      >
        <b dir="auto">{{ keyOf(lookup, row) }}</b> <span class="small soft" dir="auto">{{ about(row) }}</span>
      </li>
    </ul>
    <p v-if="open && typed.trim() && !found.length" class="small soft none" role="status">
      {{ t('fill.noRow', { name: lookup.name }) }}
    </p>
  </div>
</template>

<style scoped>
.picker {
  position: relative;
}

.list {
  list-style: none;
  margin: 2px 0 0;
  padding: 2px 0;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  max-height: 190px;
  overflow-y: auto;
}

.list li {
  padding: 3px 10px;
  cursor: pointer;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.list [aria-selected='true'] {
  background: var(--green-wash);
}

.picked {
  list-style: none;
  margin: 0 0 3px;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px var(--s3);
}

.picked li {
  display: flex;
  align-items: baseline;
  border-bottom: 1px solid var(--apricot);
}

.none {
  padding: 2px 0;
}
</style>
