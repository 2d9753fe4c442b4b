<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { X } from 'lucide-vue-next';
import type { Person } from '#shared/types/person';
import { addressKey, addressProblem, formatMailbox, type Mailbox } from '#core/message/address';
import { parseMailboxes } from '#core/message/recipients';

/** Who a message goes to, each recipient a thing of its own: taken out, moved to the field above or below, or edited again. */
const props = defineProps<{ label: string; boxes: Mailbox[] }>();
const emit = defineEmits<{
  change: [boxes: Mailbox[]];
  /** A recipient goes to the field above (-1) or below (1). */
  move: [box: Mailbox, by: -1 | 1];
  /** A recipient was dropped here. */
  take: [box: Mailbox];
}>();

const id = useId();
/** Those that are done, and the text that is still being typed behind them. */
const done = shallowRef<Mailbox[]>(props.boxes);
const text = ref('');
const written = (boxes: Mailbox[]) => boxes.map(formatMailbox).join(', ');
const all = () => [...done.value, ...parseMailboxes(text.value)];
watch(
  () => props.boxes,
  (boxes) => {
    // What is being typed stays as it is typed.
    if (written(boxes) === written(all())) return;
    done.value = boxes;
    text.value = '';
  },
);
const tell = () => emit('change', all());

const isSound = ({ address }: Mailbox) => !addressProblem(address);

/** What was typed becomes recipients; one that is here already is not taken twice. */
function commit(typed = text.value) {
  const known = new Set(done.value.map(({ address }) => addressKey(address)));
  const fresh = parseMailboxes(typed).filter(({ address }) => {
    const key = addressKey(address);
    return !known.has(key) && known.add(key);
  });
  text.value = '';
  found.value = [];
  done.value = [...done.value, ...fresh];
  tell();
}

function typed() {
  const boxes = parseMailboxes(text.value);
  if (/[,;\s]$/.test(text.value) && boxes.length && boxes.every(isSound)) commit();
  else tell();
  void look();
}

/** A list that is pasted becomes recipients at once. */
function paste(event: ClipboardEvent) {
  const pasted = event.clipboardData?.getData('text/plain') ?? '';
  if (parseMailboxes(pasted).filter(isSound).length < 2) return;
  event.preventDefault();
  commit(`${text.value},${pasted}`);
}

/** What may be meant by what is typed: people whose name, company or address holds it, best known first. */
async function completions(value: string): Promise<{ value: string; company: string }[]> {
  const part = value.trim();
  if (part.length < 2 || part.includes('>') || !addressProblem(part)) return [];
  const people = await api<Person[]>('/people', { query: { find: part } }).catch(() => []);
  const known = new Set(done.value.map(({ address }) => addressKey(address)));
  return people
    .filter(({ address }) => !known.has(addressKey(address)))
    .map((person) => ({
      value: formatMailbox({ name: person.fullName, address: person.address }),
      company: person.company,
    }));
}
const found = shallowRef<{ value: string; company: string }[]>([]);
const { current, onArrow } = useListBox(() => found.value.length);
const look = useDebounceFn(async () => {
  const value = text.value;
  const people = await completions(value);
  if (text.value !== value) return;
  found.value = people;
  current.value = 0;
}, 150);

/** Leaving a half-typed name takes the only one it can be; a name alone is no address. */
async function complete() {
  const value = text.value;
  found.value = [];
  if (!value.trim()) return;
  const people = await completions(value);
  if (text.value === value) commit(people.length === 1 ? people[0]!.value : value);
}
/** Enter takes the one that is proposed, and else what stands there as it is. */
async function enter() {
  const value = text.value;
  if (!value.trim()) return;
  const people = found.value.length ? found.value : await completions(value);
  if (text.value === value) commit(people[current.value]?.value ?? value);
}

const list = ref<HTMLElement>();
const input = ref<HTMLInputElement>();
const chips = () => [...(list.value?.querySelectorAll<HTMLElement>('.one') ?? [])];

function remove(at: number) {
  done.value = done.value.filter((_, i) => i !== at);
  tell();
  void nextTick(() => (chips()[Math.min(at, done.value.length - 1)] ?? input.value)?.focus());
}

/** The recipient is text again, to be changed. */
function edit(at: number) {
  const box = done.value[at]!;
  done.value = done.value.filter((_, i) => i !== at);
  text.value = [text.value, formatMailbox(box)].filter(Boolean).join(', ');
  tell();
  input.value?.focus();
}

function onChipKey(event: KeyboardEvent, at: number) {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  const acts: Record<string, () => void> = {
    Delete: () => remove(at),
    Backspace: () => remove(at),
    Enter: () => edit(at),
    ArrowLeft: () => chips()[at - 1]?.focus(),
    ArrowRight: () => (chips()[at + 1] ?? input.value)?.focus(),
    ArrowUp: () => emit('move', done.value[at]!, -1),
    ArrowDown: () => emit('move', done.value[at]!, 1),
  };
  const act = acts[event.key];
  if (!act) return;
  event.preventDefault();
  act();
}

/** At the beginning of the text, back goes to the recipients before it. */
function onKey(event: KeyboardEvent) {
  const field = event.target as HTMLInputElement;
  const isBack = event.key === 'Backspace' || event.key === 'ArrowLeft';
  if (event.key === 'Enter' && !event.isComposing) void enter();
  if (event.key === 'Escape' && found.value.length) {
    event.preventDefault();
    found.value = [];
  }
  if (onArrow(event)) event.preventDefault();
  if (!isBack || event.altKey || field.selectionStart || field.selectionEnd || !done.value.length) return;
  event.preventDefault();
  chips().at(-1)?.focus();
}

const KIND = 'application/x-recipient';
function drop(event: DragEvent) {
  const box = event.dataTransfer?.getData(KIND);
  if (box) emit('take', JSON.parse(box) as Mailbox);
}
const drag = (event: DragEvent, box: Mailbox) => event.dataTransfer?.setData(KIND, JSON.stringify(box));
const isOurs = (event: DragEvent) => event.dataTransfer?.types.includes(KIND);

defineExpose({
  focus: () => input.value?.focus(),
  /** Puts the focus on one of the recipients. */
  focusOn: ({ address }: Mailbox) =>
    nextTick(() => chips()[done.value.findIndex((box) => addressKey(box.address) === addressKey(address))]?.focus()),
});
</script>

<template>
  <div class="recipient">
    <label :for="id" class="small soft">{{ label }}</label>
    <div
      ref="list"
      class="box"
      role="group"
      :aria-label="t('desk.recipientsIn', { field: label })"
      @paste.capture="paste"
      @dragover="(event) => isOurs(event) && event.preventDefault()"
      @drop="drop"
    >
      <span
        v-for="(box, i) in done"
        :key="addressKey(box.address)"
        class="chip"
        :class="{ bad: !isSound(box) }"
        draggable="true"
        @dragstart="(event) => drag(event, box)"
      >
        <button
          type="button"
          class="one plain-button"
          tabindex="-1"
          dir="auto"
          :title="isSound(box) ? formatMailbox(box) : say(addressProblem(box.address)!)"
          :aria-label="formatMailbox(box)"
          :aria-description="t('desk.recipientKeys')"
          @keydown="(event) => onChipKey(event, i)"
          @dblclick="edit(i)"
        >
          {{ box.name || box.address }}
        </button>
        <button
          type="button"
          class="plain-button out"
          tabindex="-1"
          :aria-label="t('desk.takeRecipientOut', { name: box.name || box.address })"
          @click="remove(i)"
        >
          <X :size="12" aria-hidden="true" />
        </button>
      </span>
      <input
        :id="id"
        ref="input"
        v-model="text"
        class="text"
        role="combobox"
        autocomplete="off"
        aria-autocomplete="list"
        :aria-expanded="found.length > 0"
        :aria-controls="`${id}-found`"
        :aria-activedescendant="found.length ? `${id}-${current}` : undefined"
        @input="typed"
        @blur="complete"
        @keydown="onKey"
      />
    </div>
    <ul v-show="found.length" :id="`${id}-found`" class="found" role="listbox" :aria-label="t('desk.peopleFound')">
      <li
        v-for="(one, i) in found"
        :id="`${id}-${i}`"
        :key="one.value"
        role="option"
        :aria-selected="i === current"
        @mousedown.prevent="commit(one.value)"
        @mousemove="current = i"
      >
        <span dir="auto">{{ one.value }}</span> <span class="soft small">{{ one.company }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.recipient {
  position: relative;
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
}

.box {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px var(--s1);
  min-height: 32px;
  max-height: 92px;
  overflow-y: auto;
  padding: 2px var(--s1);
  background: var(--sheet);
  border-radius: var(--radius);
  box-shadow: 0 0 0 1px var(--rule-strong) inset;
}

.box:focus-within {
  box-shadow: 0 0 0 1px var(--green) inset;
}

.chip {
  display: inline-flex;
  align-items: center;
  max-width: 100%;
  border-radius: var(--radius);
  background: var(--green-wash);
  cursor: grab;
}

.chip.bad {
  background: none;
  box-shadow: 0 0 0 1px var(--warn) inset;
}

.one {
  padding: 1px 2px 1px 8px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  border-radius: var(--radius);
}

.bad .one {
  color: var(--warn);
}

.out {
  display: inline-grid;
  place-items: center;
  width: 24px;
  height: 24px;
}

.text {
  flex: 1;
  min-width: 140px;
  min-height: 26px;
  padding: 0 6px;
  border: 0;
  outline: none;
  background: none;
  color: var(--ink);
  font: inherit;
}

.found {
  position: absolute;
  z-index: 30;
  top: calc(100% + 2px);
  left: 56px;
  right: 0;
  max-height: 240px;
  overflow-y: auto;
  margin: 0;
  padding: var(--s1) 0;
  list-style: none;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  box-shadow: var(--shadow);
}

.found li {
  padding: 4px var(--s3);
  cursor: pointer;
}

.found li[aria-selected='true'] {
  background: var(--green-wash);
}
</style>
