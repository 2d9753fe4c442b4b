<script setup lang="ts">
import type { PersonDeletion, PersonPage } from '#shared/types/person';
import { readLines } from '~/utils/lines';
import { useKnowingStore } from '~/stores/knowing';

/** Says what is deleted with a person, and deletes it. */
const props = defineProps<{ person: PersonPage; name: string }>();
const emit = defineEmits<{ deleted: []; close: [] }>();

const messages = ref(false);
const progress = ref<PersonDeletion | null>(null);
const problem = ref('');
let abort: AbortController | null = null;

async function remove() {
  problem.value = '';
  progress.value = { done: 0, total: 0, finished: false, problem: null };
  abort = new AbortController();
  try {
    const response = await fetch(`/api/people/${props.person.id}/delete`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version: props.person.version, messages: messages.value }),
      signal: abort.signal,
    });
    if (!response.ok || !response.body)
      throw failureOf(response.status, (await response.json().catch(() => null))?.data);
    await readLines<PersonDeletion>(response.body, (line) => (progress.value = line));
    const last = progress.value;
    if (last.finished && !last.problem) {
      void useKnowingStore().learnAnew();
      return void emit('deleted');
    }
    problem.value = last.problem ? say(last.problem) : t('people.deletedPart');
  } catch (error) {
    problem.value = abort.signal.aborted ? t('people.deletedPart') : messageOf(error);
  }
  progress.value = null;
}
onBeforeUnmount(() => abort?.abort());
</script>

<template>
  <section class="notice bad delete" :aria-label="t('people.remove')">
    <p>{{ t('people.deleteAbout', { name }) }}</p>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <template v-if="progress">
      <el-progress
        :percentage="progress.total ? Math.round((progress.done / progress.total) * 100) : 0"
        :format="() => t('common.doneOf', { done: progress!.done, total: progress!.total })"
      />
      <button type="button" class="text-button" @click="abort?.abort()">{{ t('common.stop') }}</button>
    </template>
    <template v-else>
      <label v-if="person.messages"
        ><input v-model="messages" type="checkbox" /> {{ t('people.deleteMessages') }}</label
      >
      <span>
        <button type="button" class="text-button" @click="remove">{{ t('people.deleteNow', { name }) }}</button>
        <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
      </span>
    </template>
  </section>
</template>

<style scoped>
.delete {
  display: grid;
  gap: var(--s2);
}
</style>
