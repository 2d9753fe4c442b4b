<script setup lang="ts">
import type { Note } from '#shared/types/wire';
import { noteSchema } from '#shared/schemas/note';
import type { DocJson } from '#core/note/schema';
import { useKeepStore } from '~/stores/keep';
import { useNotesStore } from '~/stores/notes';

/** A note that was edited in the letter: what would change in it, and the one key that does it. */
useWorkTime('library');
const props = defineProps<{ note: Note; body: DocJson }>();
const emit = defineEmits<{ improved: [note: Note, former: Note]; close: [] }>();

const notes = useNotesStore();
const { problem, busy, submit } = useForm(noteSchema);
const main = ref<HTMLElement>();
onMounted(() => main.value?.focus());

const improve = () =>
  submit({ ...props.note, body: props.body }, async (valid) => {
    emit('improved', await notes.change(props.note.id, props.note.version, valid), props.note);
  });

function toBench() {
  useKeepStore().bring(props.note.id, { input: { ...props.note, body: props.body }, origin: null });
  emit('close');
  void navigateTo({ path: '/library', query: { note: props.note.id } });
}

function onKey(event: KeyboardEvent) {
  // A list that is open closes first.
  if (event.key === 'Escape' && !(event.target as HTMLElement).closest('.el-select')) return emit('close');
  if (event.key !== 'Enter' || event.target !== main.value) return;
  event.preventDefault();
  void improve();
}

defineExpose({ improve });
</script>

<template>
  <section
    ref="main"
    class="improve"
    tabindex="-1"
    :aria-label="t('desk.improveName', { name: note.name })"
    @keydown="onKey"
  >
    <header class="head">
      <h2>{{ t('desk.improveTitle', { name: note.name }) }}</h2>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </header>
    <p class="small soft">
      {{ t('desk.improveAbout') }}
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <div class="sheet"><WordDifference :before="note.body" :after="body" /></div>
    <footer class="foot">
      <button type="button" class="text-button" @click="toBench">{{ t('desk.openOnBench') }}</button>
      <el-button type="primary" :loading="busy" :aria-keyshortcuts="shortcutOf('improveUsed')" @click="improve">{{
        t('desk.improveNote')
      }}</el-button>
    </footer>
  </section>
</template>

<style scoped>
.improve {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  padding: 0 var(--s1);
}

.improve:focus {
  outline: none;
}

.head,
.foot {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 40px;
}

.foot {
  justify-content: flex-end;
  gap: var(--s2);
}

h2 {
  font: 600 16px var(--serif);
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
