<script setup lang="ts">
import { PERSON_FIELD_TITLES, PERSON_FIELDS } from '../../../core/blank/kinds/person';
import { TODAY_PARTS } from '../../../core/blank/kinds/today';
import { useAccountStore } from '~/stores/account';

const emit = defineEmits<{ put: [kind: string, options: Record<string, unknown>, label: string] }>();
const account = useAccountStore();

const groups = computed(() => [
  {
    title: 'Of the person',
    choices: PERSON_FIELDS.map((field) => ({ kind: 'person', options: { field }, label: PERSON_FIELD_TITLES[field] })),
  },
  {
    title: 'Of mine',
    choices: [
      { kind: 'sender', options: { field: 'name' }, label: 'my name' },
      ...account.settings!.fields.map(({ name }) => ({ kind: 'sender', options: { field: name }, label: name })),
    ],
  },
  {
    title: 'Today',
    choices: TODAY_PARTS.map((part) => ({ kind: 'today', options: { part }, label: part === 'date' ? 'today' : part })),
  },
]);

type Choice = { kind: string; options: Record<string, unknown>; label: string };
const choose = ({ kind, options, label }: Choice) => emit('put', kind, options, label);
</script>

<template>
  <div class="palette" role="group" aria-label="Put a blank in">
    <span class="small soft">Blank:</span>
    <button type="button" class="text-button" @click="choose({ kind: 'text', options: { hint: '' }, label: 'blank' })">
      Asked text
    </button>
    <el-dropdown v-for="group in groups" :key="group.title" trigger="click" @command="choose">
      <button type="button" class="text-button">{{ group.title }} ▾</button>
      <template #dropdown>
        <el-dropdown-menu>
          <el-dropdown-item v-for="choice in group.choices" :key="choice.label" :command="choice">{{
            choice.label
          }}</el-dropdown-item>
        </el-dropdown-menu>
      </template>
    </el-dropdown>
    <span class="small soft hint">or type <kbd>[day]</kbd></span>
  </div>
</template>

<style scoped>
.palette {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.hint {
  margin-left: var(--s2);
}
</style>
