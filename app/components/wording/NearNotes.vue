<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import type { Note, NoteRow } from '#shared/types/wire';
import { parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';
import { reblanked } from '#core/wording/reblanked';
import { useNotesStore } from '~/stores/notes';

/** Notes that say nearly the same as what is about to be kept, with the difference, and the way to improve one instead. */
const props = defineProps<{ body: DocJson }>();
const emit = defineEmits<{ improve: [note: Note, body: DocJson]; found: [rows: NoteRow[]] }>();

const notes = useNotesStore();
const found = shallowRef<{ row: NoteRow; likeness: number }[]>([]);
const shown = shallowRef<Note | null>(null);

/** What that note would say: what is one client's here stays a blank there. */
const becomes = computed(
  () => shown.value && (reblanked(parseDoc(shown.value.body), parseDoc(props.body)).toJSON() as DocJson),
);
const improve = () => shown.value && emit('improve', shown.value, becomes.value!);

const text = computed(() => toText(parseDoc(props.body)));
const searching = lastAsked();
const showing = lastAsked();
watchDebounced(
  [text, () => notes.complete],
  async () => {
    const isLast = searching();
    const hits = notes.complete ? await notes.near(text.value) : [];
    if (!isLast()) return;
    found.value = hits;
    emit(
      'found',
      hits.map(({ row }) => row),
    );
    if (!hits.some(({ row }) => row.id === shown.value?.id)) await show(hits[0]?.row.id);
  },
  { debounce: 250, immediate: true },
);

async function show(id: string | undefined) {
  const isLast = showing();
  const note = id ? await notes.read(id).catch(() => null) : null;
  if (isLast()) shown.value = note;
}
const word = (likeness: number) =>
  likeness >= 0.98 ? t('wording.saysSame') : likeness >= 0.75 ? t('wording.saysNearlySame') : t('wording.isLikeThis');

/** One key improves the first instead of keeping a second of the same. */
defineExpose({
  improve,
  any: computed(() => found.value.length > 0),
});
</script>

<template>
  <section v-if="found.length" class="near" :aria-label="t('wording.similar')">
    <p v-for="{ row, likeness } in found" :key="row.id" class="small">
      <b dir="auto">{{ row.name }}</b> {{ word(likeness)
      }}<span v-if="row.used" class="soft">, {{ t('wording.usedTimes', { count: row.used }) }}</span
      >.
      <button v-if="shown?.id !== row.id" type="button" class="text-button small" @click="show(row.id)">
        {{ t('common.showDifference') }}
      </button>
      <button
        v-else
        type="button"
        class="text-button small"
        :aria-keyshortcuts="shortcutOf('improveNear')"
        @click="improve"
      >
        {{ t('wording.improveThatOne') }}
      </button>
    </p>
    <div v-if="shown" class="sheet" :aria-label="t('wording.differenceFromName', { name: shown.name })">
      <WordDifference :before="shown.body" :after="becomes!" />
    </div>
  </section>
</template>

<style scoped>
.near {
  padding: var(--s1) var(--s3) var(--s2);
  border-left: 3px solid var(--apricot);
  background: var(--apricot-wash);
}

.sheet {
  max-height: 170px;
  overflow-y: auto;
  margin-top: var(--s1);
  padding: var(--s2) var(--s3);
  background: var(--sheet);
  border-radius: var(--radius);
}
</style>
