<script setup lang="ts">
import { numberFormat } from '#core/number/format';
import { parseNumber } from '#core/number/parse';
import { useAccountStore } from '~/stores/account';

/** A number among the options of a blank, typed as one writes numbers. What is no number is given on as it was typed, so that the note says what is wrong. */
const props = defineProps<{ label: string; value: unknown; placeholder?: string }>();
const emit = defineEmits<{ change: [value: number | string | null] }>();
const account = useAccountStore();

const locale = computed(() => account.settings!.locale);
const text = computed(() =>
  typeof props.value === 'number'
    ? numberFormat(locale.value, { useGrouping: false, maximumFractionDigits: 10 }).format(props.value)
    : String(props.value ?? ''),
);

function set(typed: string) {
  const number = parseNumber(typed, locale.value);
  emit('change', typed.trim() ? (Number.isNaN(number) ? typed.trim() : number) : null);
}
</script>

<template>
  <el-input
    size="small"
    class="figure"
    inputmode="decimal"
    maxlength="40"
    :aria-label="label"
    :aria-invalid="typeof value === 'string' || undefined"
    :placeholder="placeholder"
    :model-value="text"
    :model-modifiers="{ lazy: true }"
    @change="set"
  />
</template>

<style scoped>
.figure {
  width: 70px;
}

.figure:has([aria-invalid='true']) {
  --el-input-border-color: var(--warn);
}
</style>
