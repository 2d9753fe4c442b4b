<script setup lang="ts">
import { dayAt, isDay, type Day } from '#core/calendar/day';
import { parseDay } from '#core/calendar/parse';
import { useAccountStore } from '~/stores/account';

/** The last day to answer, typed as one says it. */
const day = defineModel<Day | null | undefined>({ required: true });

const settings = useAccountStore().settings!;
const today = dayAt(Date.now(), settings.timeZone);
const typed = ref(day.value ? onDay(day.value) : '');
const meant = computed(() =>
  isDay(typed.value) ? typed.value : parseDay(typed.value, today, settings.locale, daysOffOf(settings)),
);
const problem = computed(() => {
  const words = typed.value.trim();
  if (!words || (day.value && words === onDay(day.value))) return '';
  if (!meant.value) return t('again.noDay', { typed: words });
  return meant.value < today ? t('hands.notComing') : '';
});
watch(typed, () => {
  if (!problem.value) day.value = typed.value.trim() ? (meant.value ?? day.value) : null;
});
const id = useId();
defineExpose({ problem });
</script>

<template>
  <div>
    <label :for="id">{{ t('hands.lastDay') }}</label>
    <input
      :id="id"
      v-model="typed"
      class="field"
      :placeholder="t('hands.lastDayExample')"
      :aria-describedby="`${id}-said`"
      :aria-invalid="Boolean(problem)"
    />
    <p :id="`${id}-said`" class="small" :class="problem ? 'wrong' : 'soft'">
      {{ problem || (day ? t('hands.comesBack', { day: onDay(day) }) : '') }}
    </p>
  </div>
</template>

<style scoped>
.wrong {
  color: var(--warn);
}
</style>
