<script setup lang="ts">
import { fold } from '#core/text/fold';

/** One of a list, or several: radio buttons or boxes, with what each stands for. Figures 1 to 9 take one as well. */
const props = defineProps<{
  id: string;
  choices: { label: string; about: string }[];
  value: string[];
  several: boolean;
  label: string;
}>();
const emit = defineEmits<{ pick: [labels: string[]]; focus: [] }>();

const same = (a: string, b: string) => fold(a) === fold(b);
const isTaken = (label: string) => props.value.some((other) => same(other, label));

function toggle(label: string) {
  if (!props.several) return emit('pick', [label]);
  emit('pick', isTaken(label) ? props.value.filter((other) => !same(other, label)) : [...props.value, label]);
}

function onKey(event: KeyboardEvent) {
  const choice = /^[1-9]$/.test(event.key) && !event.altKey && !event.ctrlKey && props.choices[Number(event.key) - 1];
  if (!choice) return;
  event.preventDefault();
  toggle(choice.label);
}
</script>

<template>
  <div :role="several ? 'group' : 'radiogroup'" :aria-label="label" class="choices" @keydown="onKey">
    <label v-for="(choice, i) in choices" :key="choice.label" class="choice">
      <input
        :id="i === 0 ? id : undefined"
        data-answer
        :type="several ? 'checkbox' : 'radio'"
        :name="id"
        :checked="isTaken(choice.label)"
        @change="toggle(choice.label)"
        @focus="emit('focus')"
      />
      <span class="what"
        ><span class="name">{{ choice.label }}</span>
        <span v-if="choice.about && choice.about !== choice.label" class="small soft about">{{
          choice.about
        }}</span></span
      >
    </label>
  </div>
</template>

<style scoped>
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 1px var(--s4);
}

.choice {
  min-height: 24px;
  display: flex;
  align-items: baseline;
  gap: var(--s2);
  font-weight: 400;
  font-size: var(--text);
  color: var(--ink);
  cursor: pointer;
  min-width: 0;
}

.what {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.name {
  margin-right: var(--s2);
}

input {
  accent-color: var(--green);
  margin: 0;
  align-self: center;
  flex: none;
}
</style>
