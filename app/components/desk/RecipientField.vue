<script setup lang="ts">
import type { Person } from '#shared/types/wire';
import { addressProblem, formatMailbox, parseMailboxes, type Mailbox } from '#core/message/address';

const props = defineProps<{ label: string; boxes: Mailbox[] }>();
const emit = defineEmits<{ change: [boxes: Mailbox[]] }>();

const written = (boxes: Mailbox[]) => boxes.map(formatMailbox).join(', ');
const text = ref(written(props.boxes));
watch(
  () => props.boxes,
  (boxes) => {
    // What is being typed stays as it is typed.
    if (written(boxes) !== written(parseMailboxes(text.value))) text.value = written(boxes);
  },
);

function typed(value: string) {
  text.value = value;
  emit('change', parseMailboxes(value));
}

const id = useId();

/** What the part behind the last comma may become: people whose name, company or address holds it. */
async function completions(value: string): Promise<{ value: string }[]> {
  const last = value.split(/[,;]/).pop()!;
  const part = last.trim();
  if (part.length < 2 || part.includes('>') || !addressProblem(part)) return [];
  const people = await api<Person[]>('/people', { query: { find: part } }).catch(() => []);
  const before = value.slice(0, value.length - last.length);
  return people.map((person) => ({
    value: `${before}${before ? ' ' : ''}${formatMailbox({ name: person.fullName, address: person.address })}`,
  }));
}
const suggest = async (value: string, show: (found: { value: string }[]) => void) => show(await completions(value));

/** Leaving a half-typed name takes the only one it can be; a name alone is no address. */
async function complete() {
  const value = text.value;
  const found = await completions(value);
  if (found.length === 1 && text.value === value) typed(found[0]!.value);
}

const input = ref<{ focus(): void }>();
defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="recipient">
    <label :for="id" class="small soft">{{ label }}</label>
    <el-autocomplete
      :id="id"
      ref="input"
      :model-value="text"
      :fetch-suggestions="suggest"
      :debounce="150"
      :trigger-on-focus="false"
      fit-input-width
      class="input"
      @update:model-value="(value: string | number) => typed(String(value))"
      @select="(item: Record<string, string>) => typed(item.value ?? '')"
      @blur="complete"
      @keydown.enter="complete"
    />
  </div>
</template>

<style scoped>
.recipient {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
}

.input {
  width: 100%;
}
</style>
