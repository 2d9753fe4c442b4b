<script setup lang="ts">
import { dayAt } from '#core/calendar/day';
import { DATE_STYLES, formatDay, isPattern, type DateStyle } from '#core/calendar/format';
import { useAccountStore } from '~/stores/account';

/** How a date is written: in one of the locale's styles, or by a pattern. */
const props = defineProps<{ options: Record<string, unknown> }>();
const emit = defineEmits<{ set: [name: string, value: unknown] }>();
const { settings } = storeToRefs(useAccountStore());

const sample = (style: DateStyle, pattern = '') =>
  formatDay(
    dayAt(Date.now(), settings.value!.timeZone),
    { style, weekday: Boolean(props.options.weekday) && !pattern, pattern },
    settings.value!.locale,
  );
const pattern = computed(() => String(props.options.pattern ?? ''));
const wrong = computed(() => pattern.value.trim() && !isPattern(pattern.value));
</script>

<template>
  <PickOne
    :label="t('blank.writtenAs')"
    :value="options.style ?? 'long'"
    :choices="DATE_STYLES.map((style) => ({ value: style, label: sample(style) }))"
    :width="190"
    :disabled="Boolean(pattern.trim())"
    @pick="(style) => emit('set', 'style', style)"
  />
  <el-checkbox
    size="small"
    :model-value="Boolean(options.weekday)"
    :disabled="Boolean(pattern.trim())"
    :label="t('blank.weekday')"
    @change="(on) => emit('set', 'weekday', Boolean(on))"
  />
  <el-input
    size="small"
    class="pattern"
    :aria-label="t('blank.pattern')"
    :placeholder="t('blank.patternHint')"
    :model-value="pattern"
    @input="(text: string) => emit('set', 'pattern', text)"
  />
  <span v-if="wrong" class="small bad" role="status">{{ t('blank.noPattern') }}</span>
  <span v-else-if="pattern.trim()" class="small soft">{{ sample('long', pattern) }}</span>
</template>

<style scoped>
.pattern {
  width: 180px;
}

.bad {
  color: var(--warn);
}
</style>
