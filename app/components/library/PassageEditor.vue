<script setup lang="ts">
import { needsValue, TESTS, type Condition } from '#core/blank/condition';
import type { BlankDef } from '#core/blank/kinds/kind';
import type { ChoiceItem } from '#core/blank/kinds/choice';
import type { PassageAttrs } from '#core/blank/passage';

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
  <form class="beside" :aria-label="t('library.theChosenPassage')" @submit.prevent="setName">
    <label class="small" for="passage-name">{{ t('library.passage') }}</label>
    <el-input
      id="passage-name"
      v-model="name"
      size="small"
      maxlength="60"
      class="name"
      @blur="setName"
      @keydown.enter.prevent="setName"
    />
    <PickOne
      :label="t('library.standsInLetter')"
      :value="rule"
      :choices="[
        { value: 'on', label: t('library.inUnlessLeftOut') },
        { value: 'off', label: t('library.outUnlessPutIn') },
        { value: 'when', label: t('library.inWhen'), disabled: !blanks.length },
      ]"
      :width="160"
      @pick="setRule"
    />
    <template v-if="attrs.when">
      <PickOne
        :label="t('library.dependsOn')"
        :value="attrs.when.blank"
        :choices="blanks.map(({ label }) => label)"
        @pick="(blank) => setWhen({ blank })"
      />
      <PickOne
        :label="t('library.comparison')"
        :value="attrs.when.test"
        :choices="TESTS.map((test) => ({ value: test, label: t(`names.test.${camel(test)}`) }))"
        @pick="(test) => setWhen({ test })"
      />
      <PickOne
        v-if="labels.length && needsValue(attrs.when.test)"
        :label="t('library.comparedWith')"
        :value="attrs.when.value"
        :choices="labels"
        @pick="(value) => setWhen({ value })"
      />
      <el-input
        v-else-if="needsValue(attrs.when.test)"
        size="small"
        class="narrow"
        :aria-label="t('library.comparedWith')"
        :model-value="attrs.when.value"
        @input="(value: string) => setWhen({ value })"
      />
    </template>
    <button type="button" class="text-button" @click="emit('fix')">{{ t('library.alwaysIn') }}</button>
  </form>
</template>

<style scoped>
.name {
  width: 130px;
}

.narrow {
  width: 110px;
}
</style>
