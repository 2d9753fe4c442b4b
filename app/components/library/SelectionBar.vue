<script setup lang="ts">
import { useShelvesStore } from '~/stores/shelves';

/** What can be done with the notes chosen. */
defineProps<{ count: number }>();
const emit = defineEmits<{
  move: [shelfId: string | null];
  copy: [];
  pin: [on: boolean];
  remove: [];
  takeOut: [];
  clear: [];
}>();

const shelves = useShelvesStore();
const NONE = 'none';
const goal = ref('');
function move(value: string) {
  goal.value = '';
  emit('move', value === NONE ? null : value);
}
</script>

<template>
  <div class="chosen" role="toolbar" :aria-label="t('library.notesChosen')">
    <b>{{ t('library.countChosen', { count }) }}</b>
    <el-select
      :model-value="goal"
      size="small"
      :placeholder="t('library.moveTo')"
      :aria-label="t('library.moveToShelf')"
      filterable
      class="goal"
      @change="move"
    >
      <el-option :value="NONE" :label="t('library.onNoShelf')" />
      <el-option v-for="shelf in shelves.choices" :key="shelf.id" :value="shelf.id" :label="shelf.name" />
    </el-select>
    <button type="button" class="text-button" @click="emit('copy')">{{ t('library.copy') }}</button>
    <button type="button" class="text-button" @click="emit('pin', true)">{{ t('library.pin') }}</button>
    <button type="button" class="text-button" @click="emit('pin', false)">{{ t('library.unpin') }}</button>
    <button type="button" class="text-button" @click="emit('takeOut')">{{ t('common.takeOut') }}</button>
    <button type="button" class="text-button" @click="emit('remove')">{{ t('common.delete') }}</button>
    <span class="gap" />
    <button type="button" class="text-button" @click="emit('clear')">{{ t('library.chooseNone') }}</button>
  </div>
</template>

<style scoped>
.chosen {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 var(--s2);
  padding: var(--s1) var(--s2);
  background: var(--green-wash);
  border-radius: var(--radius);
  margin-bottom: var(--s2);
}

.goal {
  width: 130px;
}

.gap {
  flex: 1;
}
</style>
