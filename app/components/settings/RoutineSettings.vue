<script setup lang="ts">
import { ArrowUp, Plus } from 'lucide-vue-next';
import type { Routine } from '#shared/types/wire';
import { useNotesStore } from '~/stores/notes';
import { useRoutinesStore } from '~/stores/routines';

/** The routines: what each does, its keys, and what is wrong with it. */
const routines = useRoutinesStore();
const notes = useNotesStore();
const problem = ref('');
const { done, add, close, undo } = useDone(problem);
/** The one that is being written; null for a new one. */
const writing = shallowRef<Routine | null | undefined>(undefined);

async function act(work: () => Promise<unknown>) {
  problem.value = '';
  await work().catch((error) => {
    problem.value = messageOf(error);
  });
}
onMounted(() => act(async () => void (await Promise.all([routines.load(true), notes.load()]))));

function onKept(routine: Routine) {
  writing.value = undefined;
  add({ text: t('routine.kept', { name: routine.name }) });
}
const remove = once(
  ({ id, name }: Routine) =>
    act(async () => {
      await routines.remove(id);
      add({ text: t('routineEditor.isRemoved', { name }), undo: () => routines.restore(id) });
    }),
  ({ id }) => id,
);
</script>

<template>
  <section aria-labelledby="s-routines">
    <h2 id="s-routines">{{ t('routine.title') }}</h2>
    <p class="soft small">{{ t('routineEditor.about') }}</p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <DoneBar :done="done" @undo="undo" @close="close" />
    <p v-if="!routines.rows.length && writing === undefined" class="soft">{{ t('routineEditor.none') }}</p>
    <ul>
      <li v-for="(routine, i) in routines.rows" :key="routine.id">
        <LazyRoutineEditor
          v-if="writing?.id === routine.id"
          :routine="writing"
          @kept="onKept"
          @close="writing = undefined"
        />
        <template v-else>
          <div class="line">
            <b>{{ routine.name }}</b>
            <KeyCaps v-if="i < 9" :keys="shortcutOf('runRoutine', i + 1)" class="small" />
            <span class="gap" />
            <button
              v-if="i"
              type="button"
              class="text-button small"
              :aria-label="`${t('routineEditor.up')}: ${routine.name}`"
              @click="act(() => routines.moveUp(routine.id))"
            >
              <ArrowUp :size="14" aria-hidden="true" />{{ t('routineEditor.up') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-label="`${t('routineEditor.change')}: ${routine.name}`"
              @click="writing = routine"
            >
              {{ t('routineEditor.change') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-label="`${t('routineEditor.remove')}: ${routine.name}`"
              @click="remove(routine)"
            >
              {{ t('routineEditor.remove') }}
            </button>
          </div>
          <p class="small soft">{{ routines.sentenceOf(routine) }}</p>
          <p v-for="one in routines.problemsOf(routine)" :key="one" class="small wrong">{{ one }}</p>
        </template>
      </li>
    </ul>
    <LazyRoutineEditor v-if="writing === null" @kept="onKept" @close="writing = undefined" />
    <button v-else type="button" class="text-button" @click="writing = null">
      <Plus :size="14" aria-hidden="true" />{{ t('routineEditor.make') }}
    </button>
  </section>
</template>

<style scoped src="../../styles/settingList.css"></style>
