<script setup lang="ts">
import { Search } from 'lucide-vue-next';
import type { Occasion } from '#core/search/habit';
import { useKnowingStore } from '~/stores/knowing';
import { useNotesStore } from '~/stores/notes';
import type { FoundNote } from '~/editor/noteSearch';

const props = defineProps<{
  /** Only the search, while the fill list needs the room. */
  short?: boolean;
  /** What is within reach in one line, beside a fill list that is done. */
  oneLine?: boolean;
  /** To whom and about what is written, so that what was used for it comes first. */
  occasion?: Occasion;
  /** The message that is answered, or would be; none where nothing is. */
  answers?: string | null;
}>();
const emit = defineEmits<{ insert: [id: string]; preview: [id: string]; leave: [] }>();

const notes = useNotesStore();
const knowing = useKnowingStore();
/** What is offered for the message, while the fill list does not need the room. */
const offered = computed(() => (props.answers && props.answers === knowing.message?.id ? knowing.offered : []));
const query = ref('');
const found = shallowRef<FoundNote[]>([]);
const { current, onArrow } = useListBox(() => found.value.length);

const asking = lastAsked();
// What was found is looked for again when notes change, also in another window.
watch([query, () => notes.rows], async ([text], [before]) => {
  const isLast = asking();
  const hits = text.trim() ? await notes.search(text, 12, props.occasion) : [];
  if (!isLast()) return;
  const chosen = text === before ? found.value[current.value]?.row.id : undefined;
  found.value = hits;
  current.value = Math.max(
    0,
    hits.findIndex(({ row }) => row.id === chosen),
  );
});

/** The notes used most, when nothing is pinned yet. */
const near = computed(() =>
  notes.pinned.length ? notes.pinned : [...notes.rows].sort((a, b) => b.lastUsed - a.lastUsed).slice(0, 6),
);

useCommands({
  previewNote: {
    when: () => Boolean(query.value.trim() && found.value[current.value]),
    do: () => {
      emit('preview', found.value[current.value]!.row.id);
      query.value = '';
    },
  },
  takeOffer: {
    // Only what is seen.
    when: (event) => !props.short && !isTyping(event) && Boolean(offered.value[Number(event.key) - 1]),
    do(event) {
      const { id } = offered.value[Number(event.key) - 1]!.row;
      if (knowing.mayTake(id)) take(id);
    },
  },
  takeNearNote: {
    when: (event) => Boolean(near.value[Number(pressedKey(event).slice(-1)) - 1]),
    do: (event) => take(near.value[Number(pressedKey(event).slice(-1)) - 1]!.id),
  },
});

// The input component hands every attribute on but this one.
const input = ref<{ input?: HTMLInputElement }>();
onMounted(() => input.value?.input?.setAttribute('role', 'combobox'));

function take(id: string) {
  query.value = '';
  emit('insert', id);
}

function onKey(event: KeyboardEvent) {
  if (onArrow(event)) event.preventDefault();
  else if (event.key === 'Enter' && found.value[current.value] && !event.isComposing) {
    event.preventDefault();
    take(found.value[current.value]!.row.id);
  } else if (event.key === 'Escape') {
    event.preventDefault();
    query.value = '';
    emit('leave');
  }
}
</script>

<template>
  <section class="tray" :class="{ short }" :aria-label="t('common.notes')">
    <OfferList v-if="!query.trim() && !short && offered.length" :offered="offered" :one-line="oneLine" @take="take" />
    <div class="line">
      <el-input
        id="tray-search"
        ref="input"
        v-model="query"
        class="search"
        :placeholder="t('common.findNoteHint')"
        :aria-label="t('common.findNote')"
        aria-autocomplete="list"
        aria-controls="tray-found"
        :aria-expanded="found.length > 0"
        :aria-activedescendant="found.length ? `tray-${current}` : undefined"
        @keydown="(event: Event | KeyboardEvent) => onKey(event as KeyboardEvent)"
      >
        <template #prefix><Search :size="14" aria-hidden="true" /></template>
      </el-input>
      <span class="small soft" :aria-keyshortcuts="occasion ? shortcutOf('findNote') : undefined"
        ><I18nT keypath="desk.orTypeInLetter" scope="global"
          ><template #keys><kbd>,,</kbd></template></I18nT
        ></span
      >
    </div>
    <NoteMatches
      v-if="query.trim()"
      id="tray-found"
      :found="found"
      :current="current"
      :query="query"
      prefix="tray"
      class="found"
      @pick="take"
      @hover="(i: number) => (current = i)"
    />
    <div v-if="!query.trim() && !short" class="near" :class="{ 'one-line': oneLine }">
      <span v-if="notes.state === 'loading'" class="soft">{{ t('common.fetchingNotes') }}</span>
      <span v-else-if="notes.state === 'failed'" class="notice bad" role="alert"
        >{{ notes.problem }}
        <button type="button" class="text-button" @click="notes.load(true)">{{ t('common.tryAgain') }}</button></span
      >
      <span v-else-if="!notes.rows.length" class="soft"
        ><I18nT keypath="desk.libraryIsEmpty" scope="global"
          ><template #write
            ><NuxtLink to="/library">{{ t('desk.writeFirstNote') }}</NuxtLink></template
          ></I18nT
        ></span
      >
      <template v-else>
        <span class="small soft">{{ notes.pinned.length ? t('common.pinned') : t('desk.usedLately') }}</span>
        <button
          v-for="(row, i) in near"
          :key="row.id"
          type="button"
          class="note"
          :aria-keyshortcuts="i < 9 ? shortcutOf('takeNearNote', i + 1) : undefined"
          @click="emit('insert', row.id)"
        >
          {{ row.name }}
        </button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: var(--s3);
}

.search {
  max-width: 280px;
}

.tray {
  position: relative;
}

/* While the fill list needs the room, what is found lies over it, above the search. */
.tray.short .found {
  position: absolute;
  bottom: calc(100% + var(--s1));
  left: 0;
  right: 0;
  z-index: 20;
  margin: 0;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  box-shadow: var(--shadow);
}

.near {
  max-height: 116px;
  overflow-y: auto;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
  margin-top: var(--s2);
}

.near.one-line {
  flex-wrap: nowrap;
  overflow-x: auto;
  scrollbar-width: thin;
}

.note {
  flex: none;
  border: 0;
  border-bottom: 1px solid var(--rule-strong);
  background: none;
  padding: 2px 2px 1px;
  font: 14px var(--serif);
  cursor: pointer;
}

.note:hover {
  color: var(--green);
  border-color: var(--green);
}

.found {
  margin-top: var(--s2);
  max-height: 190px;
  overflow-y: auto;
}
</style>
