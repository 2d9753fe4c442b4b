<script setup lang="ts">
import type { EditedNote } from '~/composables/useEditedNotes';

/** Notes that were edited in the letter, each offered to be improved. */
defineProps<{ edited: EditedNote[] }>();
const emit = defineEmits<{ improve: [insertion: string] }>();
</script>

<template>
  <p v-for="one in edited" :key="one.insertion" class="edited small" role="status">
    {{ t('desk.editedHere', { name: one.note.name }) }}
    <button
      type="button"
      class="text-button small"
      :aria-keyshortcuts="shortcutOf('improveUsed')"
      @click="emit('improve', one.insertion)"
    >
      {{ t('desk.improveNote') }}
    </button>
  </p>
</template>

<style scoped>
.edited {
  margin-bottom: var(--s2);
}
</style>
