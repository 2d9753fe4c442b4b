<script setup lang="ts">
import { needsValue, TESTS, type Condition, type Test } from '../../../core/blank/condition';
import type { BlankDef } from '../../../core/blank/kind';
import type { ChoiceItem } from '../../../core/blank/kinds/choice';
import type { PassageAttrs } from '../../../core/blank/passage';

/** An optional passage: its name in the fill list, and when it stands in the letter. */
const props = defineProps<{ attrs: PassageAttrs; blanks: BlankDef[] }>();
const emit = defineEmits<{ change: [part: Partial<PassageAttrs>]; fix: [] }>();

const name = ref(props.attrs.label);
watch(
  () => props.attrs.label,
  (text) => (name.value = text),
);
function setName() {
  const label = name.value.replace(/\s+/g, ' ').trim();
  if (label && label !== props.attrs.label) emit('change', { label });
  else name.value = props.attrs.label;
}

const rule = computed(() => (props.attrs.when ? 'when' : props.attrs.on ? 'on' : 'off'));
function setRule(next: string) {
  const [first] = props.blanks;
  const fresh: Condition = { blank: first?.label ?? '', test: 'is', value: '' };
  emit('change', next === 'when' ? { when: props.attrs.when ?? fresh } : { when: null, on: next === 'on' });
}
const setWhen = (part: Partial<Condition>) => emit('change', { when: { ...props.attrs.when!, ...part } });
const labels = computed(() => {
  const blank = props.blanks.find(({ label }) => label === props.attrs.when?.blank);
  return blank?.kind === 'choice' ? ((blank.options.choices ?? []) as ChoiceItem[]).map(({ label }) => label) : [];
});
</script>

<template>
  <form class="passage-editor" aria-label="The chosen passage" @submit.prevent="setName">
    <label class="small" for="passage-name">Passage</label>
    <el-input
      id="passage-name"
      v-model="name"
      size="small"
      maxlength="60"
      class="name"
      @blur="setName"
      @keydown.enter.prevent="setName"
    />
    <el-select size="small" class="rule" aria-label="Stands in the letter" :model-value="rule" @change="setRule">
      <el-option value="on" label="in, unless left out" />
      <el-option value="off" label="left out, unless put in" />
      <el-option value="when" label="in when …" :disabled="!blanks.length" />
    </el-select>
    <template v-if="attrs.when">
      <el-select
        size="small"
        class="narrow"
        aria-label="Depends on"
        :model-value="attrs.when.blank"
        @change="(blank: string) => setWhen({ blank })"
      >
        <el-option v-for="{ label } in blanks" :key="label" :value="label" :label="label" />
      </el-select>
      <el-select
        size="small"
        class="narrow"
        aria-label="Comparison"
        :model-value="attrs.when.test"
        @change="(test: Test) => setWhen({ test })"
      >
        <el-option v-for="test in TESTS" :key="test" :value="test" :label="test" />
      </el-select>
      <el-select
        v-if="labels.length && needsValue(attrs.when.test)"
        size="small"
        class="narrow"
        aria-label="Compared with"
        :model-value="attrs.when.value"
        @change="(value: string) => setWhen({ value })"
      >
        <el-option v-for="label in labels" :key="label" :value="label" :label="label" />
      </el-select>
      <el-input
        v-else-if="needsValue(attrs.when.test)"
        size="small"
        class="narrow"
        aria-label="Compared with"
        :model-value="attrs.when.value"
        @input="(value: string) => setWhen({ value })"
      />
    </template>
    <button type="button" class="text-button" @click="emit('fix')">Always in</button>
  </form>
</template>

<style scoped>
.passage-editor {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
  padding: var(--s2) var(--s3);
  background: var(--apricot-wash);
  border-radius: var(--radius);
}

.name {
  width: 130px;
}

.rule {
  width: 160px;
}

.narrow {
  width: 110px;
}
</style>
