<script setup lang="ts">
/** What was counted for each of something, the most first; the first few until all are asked for. */
const props = defineProps<{
  title: string;
  head: string;
  rows: { name: string; uses: number; characters: number; minutes: string }[];
}>();

const FEW = 8;
const all = ref(false);
const shown = computed(() => (all.value ? props.rows : props.rows.slice(0, FEW)));
</script>

<template>
  <section>
    <h2>{{ title }}</h2>
    <table class="counted">
      <thead>
        <tr>
          <th scope="col">{{ head }}</th>
          <th scope="col" class="figure">{{ t('timeBack.uses') }}</th>
          <th scope="col" class="figure">{{ t('timeBack.notTyped') }}</th>
          <th scope="col" class="figure">{{ t('timeBack.saved') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in shown" :key="i">
          <th scope="row" dir="auto">{{ row.name }}</th>
          <td class="figure">{{ row.uses.toLocaleString() }}</td>
          <td class="figure">{{ row.characters.toLocaleString() }}</td>
          <td class="figure">{{ row.minutes }}</td>
        </tr>
      </tbody>
    </table>
    <button v-if="rows.length > shown.length" type="button" class="text-button small" @click="all = true">
      {{ t('timeBack.showAll', { count: rows.length }) }}
    </button>
  </section>
</template>
