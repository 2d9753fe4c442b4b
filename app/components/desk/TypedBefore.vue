<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core';
import type { Editor } from '@tiptap/vue-3';
import { words } from '#core/search/words';
import type { Range } from '~/editor/byItself';
import type { Done } from '~/composables/useDone';
import { useNotesStore } from '~/stores/notes';
import { useRepeatedStore, type KnownWording } from '~/stores/repeated';

/** Says, while a paragraph is typed, that a note says it, or that it was written before. */
const props = defineProps<{
  editor: Editor;
  /** Counts changes of the letter. */
  changes: number;
  /** The notes that stand in the letter. */
  inLetter: string[];
}>();
const emit = defineEmits<{ put: [note: string, range: Range]; kept: [done: Done]; problem: [words: string] }>();

/** What is typed is compared this long after the last key, and not before it is a good part of a sentence. */
const PAUSE_MS = 600;
const FEW_WORDS = 8;

const notes = useNotesStore();
const repeated = useRepeatedStore();
/** What is known of the paragraph at the caret. */
const known = shallowRef<KnownWording | null>(null);
const left = new Set<string>();
const idOf = (one: KnownWording) => ('note' in one ? one.note : one.wording);

/** The paragraph at the caret; null where something is selected. */
function paragraph(): (Range & { text: string }) | null {
  const { selection } = props.editor.state;
  const { $from, empty } = selection;
  if (!empty || !$from.parent.isTextblock) return null;
  return { from: $from.start(), to: $from.end(), text: $from.parent.textContent };
}

let compared = '';
async function compare() {
  const here = paragraph();
  if (!here || here.text === compared) return;
  compared = here.text;
  const found = words(here.text).length < FEW_WORDS ? null : await repeated.find(here.text, props.inLetter);
  if (paragraph()?.text === here.text) known.value = found && !left.has(idOf(found)) ? found : null;
}
const later = useTimeoutFn(() => void compare().catch(() => {}), PAUSE_MS, { immediate: false });
/** What is said is about the paragraph at the caret, and about no other. */
function follow() {
  if (paragraph()?.text !== compared) {
    known.value = null;
    compared = '';
  }
  later.start();
}
watch(() => props.changes, follow, { immediate: true });
onMounted(() => props.editor.on('selectionUpdate', follow));
onBeforeUnmount(() => {
  props.editor.off('selectionUpdate', follow);
  // The next letter may come after this one was sent.
  repeated.sent();
});

function leave() {
  if (known.value) left.add(idOf(known.value));
  known.value = null;
  props.editor.commands.focus();
}
let isBusy = false;
async function take() {
  const one = known.value;
  const here = paragraph();
  // A key pressed twice does it once.
  if (!one || here?.text !== compared || isBusy) return;
  isBusy = true;
  known.value = null;
  try {
    if ('note' in one) emit('put', one.note, { from: here.from, to: here.to });
    else {
      const { note, undo } = await repeated.keep(one.wording);
      left.add(note.id);
      const open = () => navigateTo({ path: '/library', query: { note: note.id } });
      emit('kept', { text: t('repeated.isKept', { name: note.name }), undo, open });
    }
  } catch (error) {
    emit('problem', messageOf(error));
  } finally {
    isBusy = false;
  }
}
async function never() {
  const one = known.value;
  if (!one || 'note' in one) return;
  leave();
  await repeated.change(one.wording, 'left').catch((error) => emit('problem', messageOf(error)));
}
useCommands({ takeKnown: { when: () => Boolean(known.value), do: take } });
</script>

<template>
  <p v-if="known" class="small offer" role="status">
    <template v-if="'note' in known">
      {{ t('repeated.thisIs', { name: notes.byId.get(known.note)?.name ?? '' }) }}
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('takeKnown')" @click="take">
        {{ t('repeated.putInstead') }}
      </button>
    </template>
    <template v-else>
      {{ t('repeated.writtenBefore', { count: known.count }) }}
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('takeKnown')" @click="take">
        {{ t('repeated.keep') }}
      </button>
      <button type="button" class="text-button small" @click="never">{{ t('repeated.leave') }}</button>
    </template>
    <button type="button" class="text-button small" @click="leave">{{ t('repeated.notNow') }}</button>
  </p>
</template>

<style scoped>
.offer {
  flex: none;
  padding-top: var(--s2);
}
</style>
