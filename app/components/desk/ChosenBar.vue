<script setup lang="ts">
import type { MessageChange } from '#shared/schemas/message';
import type { NoteRow } from '#shared/types/wire';
import { useMailStore } from '~/stores/mail';
import { useRoutinesStore } from '~/stores/routines';

/** What can be done with the messages that are chosen. */
defineProps<{ count: number; /** The note that is likeliest to answer each of them. */ likely: NoteRow | null }>();
const emit = defineEmits<{
  change: [part: MessageChange];
  run: [routine: string];
  answer: [note: string];
  all: [];
  none: [];
}>();

const mail = useMailStore();
const routines = useRoutinesStore();
const targets = computed(() =>
  (['inbox', 'archive', 'trash'] as const)
    .filter((name) => name !== mail.list)
    .map((name) => [name, t(`desk.${name}`)]),
);
// One may have been made since the page was opened.
onMounted(() => mail.loadFolders());
/** A list that names what is to be done, and does it when one is chosen. */
function pick(event: Event, done: (value: string) => void) {
  const select = event.target as HTMLSelectElement;
  const { value } = select;
  select.value = '';
  if (value) done(value);
}
</script>

<template>
  <div class="chosen small" role="group" :aria-label="t('desk.messagesChosen', { count })">
    <span role="status">{{ t('desk.messagesChosen', { count }) }}</span>
    <button type="button" class="text-button small" @click="emit('all')">{{ t('desk.chooseAll') }}</button>
    <button type="button" class="text-button small" @click="emit('none')">{{ t('routine.chooseNone') }}</button>
    <button v-if="likely" type="button" class="text-button small" @click="emit('answer', likely.id)">
      {{ t('knowing.answerAll', { name: likely.name }) }}
    </button>
    <button
      v-if="mail.list === 'waiting'"
      type="button"
      class="text-button small"
      @click="emit('change', { answered: true })"
    >
      {{ t('desk.needsNoAnswer') }}
    </button>
    <button
      v-if="mail.list === 'trash' || mail.list === 'junk'"
      type="button"
      class="text-button small"
      @click="emit('change', { folder: 'gone' })"
    >
      {{ t('desk.deleteForGood') }}
    </button>
    <select
      class="field"
      :aria-label="t('desk.moveTo')"
      @change="(event) => pick(event, (folder) => emit('change', { folder }))"
    >
      <option value="">{{ t('desk.moveTo') }}</option>
      <option v-for="[name, title] in targets" :key="name" :value="name">{{ title }}</option>
      <option v-for="folder in mail.folders" :key="folder.id" :value="folder.id">{{ folder.path }}</option>
    </select>
    <select
      v-if="routines.rows.length && (mail.list === 'waiting' || mail.list === 'inbox')"
      class="field"
      :aria-label="t('routine.chooseRoutine')"
      @change="(event) => pick(event, (routine) => emit('run', routine))"
    >
      <option value="">{{ t('routine.run') }} …</option>
      <option v-for="routine in routines.rows" :key="routine.id" :value="routine.id">{{ routine.name }}</option>
    </select>
  </div>
</template>

<style scoped>
.chosen {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
  padding: var(--s1) var(--s3);
  background: var(--green-wash);
}

/* Each line of them begins where the others do. */
.chosen .text-button {
  padding-inline: 0;
}

.field {
  width: 120px;
  min-height: 28px;
  padding: 2px 8px;
}
</style>
