<script setup lang="ts">
import type { Handling } from '#shared/schemas/draft';

/** What is done once the letter has left: one line that says it, and the choices under it. */
const props = defineProps<{
  handling: Handling;
  /** Whether it answers or passes on a message. */ hasOriginal: boolean;
  answers: boolean;
}>();
const emit = defineEmits<{ change: [handling: Handling]; routine: [] }>();

const isOpen = ref(false);
const choosesDay = ref(false);
const set = (part: Partial<Handling>) => emit('change', { ...props.handling, ...part });
const says = computed(() => handlingWords(props.handling));
const done = computed(() => props.handling.done ?? props.answers);

/** Opens the choice of a day. */
function chooseDay() {
  isOpen.value = choosesDay.value = true;
}
defineExpose({ chooseDay });
</script>

<template>
  <div class="handling">
    <p class="small soft">
      <template v-for="part in says" :key="part">{{ part + ' ' }}</template>
      <button type="button" class="text-button small" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ says.length ? t('desk.change') : t('desk.afterSending') }}
      </button>
    </p>
    <div v-if="isOpen" class="choices" role="group" :aria-label="t('desk.afterSending')">
      <label class="small">
        {{ t('desk.importance') }}
        <select
          class="field"
          :value="handling.importance"
          @change="(event) => set({ importance: (event.target as HTMLSelectElement).value as Handling['importance'] })"
        >
          <option value="">{{ t('desk.usualImportance') }}</option>
          <option value="high">{{ t('desk.important') }}</option>
          <option value="low">{{ t('desk.notUrgent') }}</option>
        </select>
      </label>
      <template v-if="hasOriginal">
        <label class="small">
          {{ t('desk.originalGoes') }}
          <select
            class="field"
            :value="handling.filed"
            @change="(event) => set({ filed: (event.target as HTMLSelectElement).value as Handling['filed'] })"
          >
            <option value="">{{ t('desk.staysWhere') }}</option>
            <option value="archive">{{ t('desk.goesToArchive') }}</option>
            <option value="trash">{{ t('desk.goesToTrash') }}</option>
          </select>
        </label>
        <label class="small check">
          <input
            type="checkbox"
            :checked="done"
            @change="(event) => set({ done: (event.target as HTMLInputElement).checked })"
          />
          {{ t('desk.countsAnswered') }}
        </label>
      </template>
      <button type="button" class="text-button small" :aria-expanded="choosesDay" @click="choosesDay = !choosesDay">
        {{ t('desk.ifNothingCame') }}
      </button>
      <button v-if="hasOriginal" type="button" class="text-button small" @click="emit('routine')">
        {{ t('routine.makeThis') }}
      </button>
    </div>
    <LazyAgainPicker
      v-if="choosesDay"
      :again="handling.again ? { day: handling.again, why: handling.why } : null"
      @choose="(again) => (set({ again: again?.day ?? '', why: again?.why ?? '' }), (choosesDay = false))"
      @close="choosesDay = false"
    />
  </div>
</template>

<style scoped>
.handling {
  display: contents;
}

.choices,
.again {
  flex-basis: 100%;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s3);
  margin: var(--s1) 0;
}

.choices .field {
  width: auto;
  min-height: 28px;
  padding: 2px 8px;
}

.check {
  display: inline-flex;
  align-items: center;
  gap: var(--s1);
}
</style>
