<script setup lang="ts">
import { excerpt, markWords } from '../../../core/search/mark';
import type { FoundNote } from '~/editor/noteSearch';

const props = defineProps<{ found: FoundNote[]; current: number; query: string; prefix: string }>();
const emit = defineEmits<{ pick: [id: string]; hover: [index: number] }>();

const list = ref<HTMLElement>();
watch(
  () => props.current,
  (at) => nextTick(() => list.value?.children[at]?.scrollIntoView({ block: 'nearest' })),
);

const name = ({ row, terms }: FoundNote) => markWords(row.name, terms);
const text = ({ row, terms }: FoundNote) =>
  markWords(excerpt([row.subjectText, row.bodyText].filter(Boolean).join(' — '), terms), terms);
</script>

<template>
  <ul ref="list" class="matches" role="listbox" tabindex="0" aria-label="Notes found">
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
      <span class="name"
        ><template v-for="(part, j) in name(hit)" :key="j"
          ><mark v-if="part.marked">{{ part.text }}</mark
          ><template v-else>{{ part.text }}</template></template
        ></span
      >
      <span class="text small soft" dir="auto"
        ><template v-for="(part, j) in text(hit)" :key="j"
          ><mark v-if="part.marked">{{ part.text }}</mark
          ><template v-else>{{ part.text }}</template></template
        ></span
      >
    </li>
    <li v-if="!found.length" class="none small soft" role="option" aria-selected="false" aria-disabled="true">
      No note holds “{{ query }}”.
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

.name {
  font-family: var(--serif);
}

.text {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.none {
  padding: var(--s2) var(--s3);
}
</style>
