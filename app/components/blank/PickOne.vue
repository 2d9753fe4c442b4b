<script setup lang="ts" generic="T extends string">
/** A small select of a few choices, for the options of blanks and passages. */
const props = defineProps<{
  label: string;
  value: unknown;
  choices: readonly (T | { value: T; label: string; disabled?: boolean })[];
  /** Width in pixels. */
  width?: number;
  disabled?: boolean;
}>();
const emit = defineEmits<{ pick: [value: T] }>();

const options = computed(() =>
  props.choices.map((choice) =>
    typeof choice === 'string' ? { value: choice, label: choice, disabled: false } : choice,
  ),
);
</script>

<template>
  <!-- An empty value is a choice like any other here. -->
  <el-select
    size="small"
    :aria-label="label"
    :model-value="String(value ?? '')"
    :empty-values="[null, undefined]"
    :disabled="disabled"
    :style="{ width: `${width ?? 130}px` }"
    @change="(picked: T) => emit('pick', picked)"
  >
    <el-option v-for="option in options" :key="option.value" v-bind="option" />
  </el-select>
</template>
