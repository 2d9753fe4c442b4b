<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import type { PeoplePage, Person } from '#shared/types/person';

/** Looks for the other one of two that are one person. */
const props = defineProps<{ id: string; name: string }>();
const emit = defineEmits<{ join: [other: Person]; close: [] }>();

const find = ref('');
const rows = shallowRef<Person[]>([]);
/** What was looked for, once that is answered. */
const found = ref('');
const problem = ref('');
const field = ref<HTMLInputElement>();
onMounted(() => field.value?.focus());
watchDebounced(
  find,
  async (typed) => {
    problem.value = '';
    if (!typed.trim()) return void (rows.value = []);
    try {
      const page = await api<PeoplePage>('/people/list', { query: { find: typed } });
      if (find.value !== typed) return;
      rows.value = page.rows.filter(({ id }) => id !== props.id).slice(0, 6);
      found.value = typed;
    } catch (error) {
      if (find.value === typed) problem.value = messageOf(error);
    }
  },
  { debounce: 150 },
);
</script>

<template>
  <section class="beside join" :aria-label="t('people.join')" @keydown.esc.stop="emit('close')">
    <p class="small">{{ t('people.joinAbout', { name }) }}</p>
    <input
      ref="field"
      v-model="find"
      class="field"
      :aria-label="t('people.joinFind')"
      :placeholder="t('people.joinFind')"
    />
    <ul>
      <li v-for="row in rows" :key="row.id">
        <button
          type="button"
          class="text-button"
          :aria-label="t('people.joinWith', { name: `${row.fullName} ${row.address}` })"
          @click="emit('join', row)"
        >
          {{ row.fullName || row.address }}
        </button>
        <span v-if="row.fullName" class="small soft">{{ row.address }}</span>
      </li>
    </ul>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <p v-else-if="find.trim() && find === found && !rows.length" class="small soft" role="status">
      {{ t('people.noneFound') }}
    </p>
    <button type="button" class="text-button small" @click="emit('close')">{{ t('common.close') }}</button>
  </section>
</template>

<style scoped>
.join {
  display: grid;
  justify-items: start;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
