<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import type { OpenSearch } from '~/editor/noteSearch';

const props = defineProps<{ search: OpenSearch; current: number }>();
const emit = defineEmits<{ pick: [id: string]; hover: [index: number] }>();

const WIDTH = 420;
const HEIGHT = 300;
const at = ref({ left: 0, top: 0, above: false });

/** Below the caret, or above it where there is no room; never beyond the edge of the window. */
function place() {
  const rect = props.search.rect();
  if (!rect) return;
  const above = rect.bottom + HEIGHT > window.innerHeight && rect.top > HEIGHT;
  at.value = {
    left: Math.max(8, Math.min(rect.left - 12, window.innerWidth - WIDTH - 8)),
    top: above ? rect.top - 6 : rect.bottom + 6,
    above,
  };
}
watch(
  () => props.search,
  () => nextTick(place),
  { immediate: true },
);
useEventListener(window, ['resize', 'scroll'], place, { capture: true, passive: true });
</script>

<template>
  <Teleport to="body">
    <div
      class="popup"
      role="region"
      :aria-label="t('desk.noteSearch')"
      :class="{ above: at.above }"
      :style="{ left: `${at.left}px`, top: `${at.top}px` }"
    >
      <p class="head small soft">
        <template v-if="search.query.trim()">{{ t('desk.searchKeys') }}</template>
        <template v-else>{{ t('desk.typeAnyWord') }}</template>
        <span v-if="search.found.length">
          · {{ t('desk.keyShows', { key: capsOf(shortcutOf('previewNote')).join(' ') }) }}</span
        >
        <span> · {{ t('desk.escapeCloses') }}</span>
      </p>
      <!-- The focus stays in the letter, so what is chosen is said. -->
      <p class="visually-hidden" aria-live="polite">{{ search.found[current]?.row.name }}</p>
      <NoteMatches
        v-if="search.query.trim()"
        :found="search.found"
        :current="current"
        :query="search.query"
        prefix="caret"
        class="list"
        @pick="(id) => emit('pick', id)"
        @hover="(i) => emit('hover', i)"
      />
      <NoteMatches
        v-else-if="search.found.length"
        :found="search.found"
        :current="current"
        query=""
        prefix="caret"
        class="list"
        @pick="(id) => emit('pick', id)"
        @hover="(i) => emit('hover', i)"
      />
    </div>
  </Teleport>
</template>

<style scoped>
.popup {
  position: fixed;
  z-index: 3000;
  width: 420px;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  box-shadow: var(--shadow);
}

.popup.above {
  transform: translateY(-100%);
}

.head {
  padding: var(--s1) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.list {
  max-height: 250px;
  overflow-y: auto;
}
</style>
