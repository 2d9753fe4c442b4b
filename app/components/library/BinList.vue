<script setup lang="ts">
import type { BinRow } from '#shared/types/wire';
import { useNotesStore } from '~/stores/notes';

/** The notes that were deleted within 30 days. */
const emit = defineEmits<{ back: [ids: string[]] }>();

const DAYS = 30;
const DAY = 86_400_000;
const notes = useNotesStore();
const rows = shallowRef<BinRow[] | null>(null);
const problem = ref('');
const chosen = ref(new Set<string>());

async function load() {
  try {
    rows.value = await notes.bin();
    problem.value = '';
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(load);

const left = ({ deletedAt }: BinRow) => Math.max(0, Math.ceil((deletedAt + DAYS * DAY - Date.now()) / DAY));

const putBack = once(async (ids: string[]) => {
  try {
    await notes.restore(ids);
    chosen.value = new Set();
    await load();
    emit('back', ids);
  } catch (error) {
    problem.value = messageOf(error);
  }
});
function toggle(id: string) {
  const next = new Set(chosen.value);
  if (!next.delete(id)) next.add(id);
  chosen.value = next;
}
</script>

<template>
  <section class="bin" :aria-label="t('library.bin')">
    <p class="soft">{{ t('library.binAbout', { days: DAYS }) }}</p>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="load">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-else-if="!rows" class="soft">{{ t('library.readingBin') }}</p>
    <p v-else-if="!rows.length" class="soft">{{ t('library.emptyBin') }}</p>
    <template v-else>
      <p>
        <button type="button" class="text-button" :disabled="!chosen.size" @click="putBack([...chosen])">
          {{ t('library.putChosenBack', { count: chosen.size }) }}
        </button>
        <button type="button" class="text-button" @click="putBack(rows.map(({ id }) => id))">
          {{ t('library.putAllBack') }}
        </button>
      </p>
      <ul class="list">
        <li v-for="row in rows" :key="row.id">
          <label class="row"
            ><input type="checkbox" :checked="chosen.has(row.id)" @change="toggle(row.id)" /><span
              class="name"
              dir="auto"
              >{{ row.name }}</span
            ><span class="soft begins" dir="auto">{{ row.bodyText.replace(/\s+/g, ' ') }}</span
            ><span class="soft small">{{ t('library.daysLeft', { count: left(row) }) }}</span></label
          >
          <button
            type="button"
            class="text-button small"
            :aria-label="t('library.putNoteBack', { name: row.name })"
            @click="putBack([row.id])"
          >
            {{ t('library.putBack') }}
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.bin {
  overflow-y: auto;
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.list {
  list-style: none;
  margin: 0;
  padding: 0;
}

.list li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}

.row {
  display: grid;
  grid-template-columns: 28px minmax(160px, 0.6fr) minmax(0, 1fr) 90px;
  align-items: center;
  gap: var(--s2);
  min-height: 32px;
}

.row input {
  width: 16px;
  height: 16px;
  accent-color: var(--green);
}

.name {
  font: 14.5px var(--serif);
}

.begins,
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
