<script setup lang="ts">
import { excerpt, markWords } from '#core/search/mark';
import type { FoundNote } from '~/editor/noteSearch';
import { useNotesStore } from '~/stores/notes';
import { useShelvesStore } from '~/stores/shelves';

const props = defineProps<{ found: FoundNote[]; current: number; query: string; prefix: string }>();
const emit = defineEmits<{ pick: [id: string]; hover: [index: number] }>();

const notes = useNotesStore();
const shelves = useShelvesStore();
const list = ref<HTMLElement>();
watch(
  () => props.current,
  (at) => nextTick(() => list.value?.children[at]?.scrollIntoView({ block: 'nearest' })),
);

/** What the note says, around what matched; what it is for, when the match stands there. */
function text({ row, terms }: FoundNote): string {
  const about = markWords(row.description, terms).some(({ marked }) => marked) ? row.description : '';
  return excerpt([about, row.subjectText, row.bodyText].filter(Boolean).join(' — '), terms);
}
const shelf = ({ row }: FoundNote) => shelves.path(row.shelfId).join(' / ');
</script>

<template>
  <ul ref="list" class="matches" role="listbox" tabindex="0" :aria-label="t('desk.notesFound')">
    <li
      v-for="(hit, i) in found"
      :id="`${prefix}-${i}`"
      :key="hit.row.id"
      role="option"
      :aria-selected="i === current"
      class="match"
      :class="{ current: i === current }"
      @mousemove="emit('hover', i)"
      @mousedown.prevent="emit('pick', hit.row.id)"
    >
      <span class="head">
        <span class="name" dir="auto"><MarkedText :text="hit.row.name" :terms="hit.terms" /></span>
        <span v-if="hit.row.cue" class="cue-tag"><MarkedText :text="hit.row.cue" :terms="hit.terms" /></span>
        <span class="shelf small soft" dir="auto"><MarkedText :text="shelf(hit)" :terms="hit.terms" /></span>
      </span>
      <span class="text small soft" dir="auto"><MarkedText :text="text(hit)" :terms="hit.terms" /></span>
    </li>
    <li v-if="!found.length" class="none small soft" role="option" aria-selected="false" aria-disabled="true">
      {{ notes.searchFailed ? t('common.cannotSearch') : t('desk.noNoteHolds', { query }) }}
    </li>
  </ul>
</template>

<style scoped>
.matches {
  list-style: none;
  margin: 0;
  padding: 0;
}

.match {
  display: grid;
  padding: 4px var(--s3) 5px;
  cursor: pointer;
  border-left: 3px solid transparent;
}

.match.current {
  background: var(--green-wash);
  border-left-color: var(--green);
}

.head {
  display: flex;
  align-items: baseline;
  gap: var(--s2);
}

.name {
  flex: 0 1 auto;
  font-family: var(--serif);
}

.cue-tag {
  align-self: center;
}

.shelf {
  flex: 1 20 60px;
  text-align: right;
}

.name,
.shelf,
.text {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.none {
  padding: var(--s2) var(--s3);
}
</style>
