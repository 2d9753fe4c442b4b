<script setup lang="ts">
import { dayAt, isDay, later, type Day } from '#core/calendar/day';
import { parseDay } from '#core/calendar/parse';
import type { Again } from '#shared/schemas/again';
import { useAccountStore } from '~/stores/account';

/** The choice of a day to look at something again, and why. */
const props = defineProps<{ again: Again | null }>();
const emit = defineEmits<{ choose: [again: Again | null]; close: [] }>();

const account = useAccountStore();
const settings = account.settings!;
const off = daysOffOf(settings);
const today = dayAt(Date.now(), settings.timeZone);

const SOON = [
  { label: t('again.tomorrow'), day: later(today, 1, 'day', off) },
  { label: t('again.threeDays'), day: later(today, 3, 'working day', off) },
  { label: t('again.week'), day: later(today, 1, 'week', off) },
];
const typed = ref(props.again ? onDay(props.again.day) : '');
const why = ref(props.again?.why ?? '');
const day = computed(() => (isDay(typed.value) ? typed.value : parseDay(typed.value, today, settings.locale, off)));
const problem = computed(() => {
  if (!typed.value.trim()) return '';
  if (!day.value) return t('again.noDay', { typed: typed.value.trim() });
  return day.value <= today ? t('again.notComing') : '';
});
const choose = (on: Day) => emit('choose', { day: on, why: why.value.trim() });
function take() {
  if (day.value && !problem.value) choose(day.value);
}

const id = useId();
const input = ref<HTMLInputElement>();
onMounted(() => input.value?.focus());
</script>

<template>
  <form class="again" :aria-label="t('again.title')" @submit.prevent="take" @keydown.esc.prevent.stop="emit('close')">
    <div class="line">
      <label :for="id" class="small">{{ t('again.on') }}</label>
      <input
        :id="id"
        ref="input"
        v-model="typed"
        class="field day"
        :placeholder="t('again.example')"
        :aria-describedby="`${id}-says`"
        :aria-invalid="Boolean(problem)"
      />
      <button
        v-for="one in SOON"
        :key="one.label"
        type="button"
        class="text-button small"
        :title="onDay(one.day as Day)"
        @click="choose(one.day as Day)"
      >
        {{ one.label }}
      </button>
    </div>
    <div class="line">
      <label :for="`${id}-why`" class="small">{{ t('again.why') }}</label>
      <input :id="`${id}-why`" v-model="why" class="field why" maxlength="300" />
      <button type="submit" class="text-button" :disabled="!day || Boolean(problem)">{{ t('again.set') }}</button>
      <button v-if="again" type="button" class="text-button" @click="emit('choose', null)">
        {{ t('again.takeOff') }}
      </button>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </div>
    <p :id="`${id}-says`" class="small" :class="{ wrong: problem }" role="status">
      {{ problem || (day ? onDay(day) : t('again.about')) }}
    </p>
  </form>
</template>

<style scoped>
.again {
  flex: none;
  display: grid;
  gap: var(--s1);
  padding: var(--s2) var(--s3);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--ground-deep);
  cursor: default;
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
}

label {
  min-width: 34px;
}

.day {
  width: 150px;
}

.why {
  flex: 1;
  min-width: 120px;
}

.wrong {
  color: var(--warn);
}
</style>
