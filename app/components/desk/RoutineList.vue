<script setup lang="ts">
import { useRoutinesStore } from '~/stores/routines';

/** The routines that can be run on a message, within reach before its answer is begun. */
const emit = defineEmits<{ run: [id: string] }>();
const routines = useRoutinesStore();
const problem = ref('');
async function read() {
  problem.value = '';
  try {
    await routines.load();
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(read);
</script>

<template>
  <section v-if="routines.rows.length" class="routines" :aria-label="t('routine.title')">
    <p class="small soft">{{ t('routine.title') }}</p>
    <ul>
      <li v-for="(routine, i) in routines.rows" :key="routine.id">
        <button
          type="button"
          class="text-button"
          :aria-keyshortcuts="i < 9 ? shortcutOf('runRoutine', i + 1) : undefined"
          :title="routines.sentenceOf(routine)"
          @click="emit('run', routine.id)"
        >
          {{ routine.name }}
        </button>
        <span class="small soft sentence">{{ routines.sentenceOf(routine) }}</span>
      </li>
    </ul>
  </section>
  <p v-else-if="problem" class="notice bad" role="alert">
    {{ problem }} <button type="button" class="text-button" @click="read">{{ t('common.tryAgain') }}</button>
  </p>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 190px) minmax(0, 1fr);
  justify-items: start;
  align-items: baseline;
  gap: var(--s2);
}

.sentence {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
