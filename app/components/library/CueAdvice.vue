<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import type { Accidents } from '#shared/types/wire';
import { neighboursOf, proposeCues } from '#core/cue/check';
import { SHORTEST } from '#core/cue/table';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';

/** What is to be known of a cue that is being chosen: whose it is, what it stands in the way of, how often it would go off by accident. */
const props = defineProps<{ cue: string; name: string; noteId: string }>();
const emit = defineEmits<{ choose: [cue: string] }>();

const notes = useNotesStore();
const account = useAccountStore();
const accidents = shallowRef<(Accidents & { cue: string }) | null>(null);
const words = shallowRef(new Map<string, number>());
onMounted(async () => {
  try {
    const { ordinaryWords } = await import('~/utils/ordinaryWords');
    words.value = await ordinaryWords(account.settings!.locale);
  } catch {
    // Without them only that is said of the cue that stands in the library.
  }
});

watchDebounced(
  () => props.cue,
  async (cue) => {
    if ([...cue].length < SHORTEST) return;
    const mode = account.settings!.cues;
    const counted = await api<Accidents>('/notes/accidents', { method: 'POST', body: { cue, mode } }).catch(() => null);
    if (props.cue === cue && counted) accidents.value = { ...counted, cue };
  },
  { debounce: 400, immediate: true },
);

/** Of the words that stand in nearly every message; rarer ones seldom go off. */
const COMMON = 5_000;
const isWord = (cue: string) => (words.value.get(cue.toLowerCase()) ?? COMMON) < COMMON;
const list = (some: { name: string; cue: string }[]) =>
  some
    .slice(0, 3)
    .map(({ cue, name }) => t('library.cueOf', { cue, name }))
    .join(', ');

const remarks = computed(() => {
  const { cue, noteId } = props;
  if (!cue) return [];
  if ([...cue].length < SHORTEST) return [t('library.cueShort')];
  const { taken, begins, begunBy } = neighboursOf(cue, notes.rows, noteId);
  const counted = accidents.value?.cue === cue ? accidents.value : null;
  return [
    taken && t('library.cueTaken', { name: taken.name }),
    begins.length && t('library.cueBegins', { others: list(begins) }),
    begunBy.length && t('library.cueBegunBy', { others: list(begunBy) }),
    isWord(cue) && t('library.cueIsWord'),
    counted?.count && t('library.cueAccidents', { count: counted.count, messages: counted.messages }),
  ].filter((one) => typeof one === 'string');
});
const free = computed(() =>
  !props.cue || remarks.value.length
    ? proposeCues(props.name, notes.rows, { except: props.noteId, isWord }).filter((cue) => cue !== props.cue)
    : [],
);
</script>

<template>
  <p v-if="remarks.length || free.length" class="small advice" role="status">
    <span v-for="remark in remarks" :key="remark" class="remark">{{ remark + ' ' }}</span>
    <span v-if="free.length" class="soft"
      >{{ t('library.cueFree') + ' ' }}
      <button v-for="one in free" :key="one" type="button" class="text-button small" @click="emit('choose', one)">
        {{ one }}
      </button></span
    >
  </p>
</template>

<style scoped>
.advice {
  padding-left: 60px;
}

.remark {
  color: var(--apricot-ink);
}
</style>
