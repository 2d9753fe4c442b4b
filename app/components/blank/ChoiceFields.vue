<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { ChoiceItem } from '#core/blank/kinds/choice';
import { docFromText, type DocJson } from '#core/note/schema';
import type { WordingBlank } from './WordingField.vue';

const props = defineProps<{ options: Record<string, unknown>; blanks: WordingBlank[] }>();
const emit = defineEmits<{ set: [name: string, value: unknown] }>();

const choices = computed(() => (props.options.choices ?? []) as ChoiceItem[]);
const setAll = (next: ChoiceItem[]) => emit('set', 'choices', next);
const setLabel = (i: number, label: string) => setAll(choices.value.map((c, j) => (j === i ? { ...c, label } : c)));
const setWording = (i: number, wording: DocJson) =>
  setAll(choices.value.map((c, j) => (j === i ? { ...c, wording } : c)));
const add = () =>
  setAll([
    ...choices.value,
    { label: t('blank.choiceLabel', { number: choices.value.length + 1 }), wording: docFromText('') },
  ]);

const rows = useRowKeys(() => choices.value.length);
function drop(i: number) {
  rows.drop(i);
  setAll(choices.value.filter((_, j) => j !== i));
}
</script>

<template>
  <div class="full">
    <div class="choices">
      <div v-for="(choice, i) in choices" :key="rows.keys.value[i]" class="choice">
        <el-input
          size="small"
          class="name"
          maxlength="60"
          :aria-label="t('blank.choiceLabelField', { number: i + 1 })"
          :model-value="choice.label"
          @input="(text: string) => setLabel(i, text)"
        />
        <WordingField
          :wording="choice.wording"
          :label="t('blank.choiceWording', { number: i + 1 })"
          :blanks="blanks"
          putting="Blank"
          brackets
          @change="(wording) => setWording(i, wording)"
        />
        <button
          type="button"
          class="text-button small"
          :aria-label="t('blank.removeChoice', { number: i + 1 })"
          @click="drop(i)"
        >
          {{ t('common.remove') }}
        </button>
      </div>
    </div>
    <div class="line">
      <button type="button" class="text-button small" @click="add">
        <Plus :size="13" aria-hidden="true" />{{ t('blank.addChoice') }}
      </button>
      <el-checkbox
        size="small"
        :model-value="Boolean(options.several)"
        :label="t('blank.several')"
        @change="(on) => emit('set', 'several', Boolean(on))"
      />
      <PickOne
        v-if="options.several"
        :label="t('blank.joinedBy')"
        :value="options.joined"
        :choices="[
          { value: 'and', label: t('blank.joinedByAnd') },
          { value: 'or', label: t('blank.joinedByOr') },
          { value: 'list', label: t('blank.asList') },
        ]"
        @pick="(joined) => emit('set', 'joined', joined)"
      />
      <PickOne
        :label="t('blank.usualChoice')"
        :value="options.value"
        :choices="[
          { value: '', label: t('blank.alwaysAsked') },
          ...choices.map(({ label }) => ({ value: label, label: t('blank.usuallyLabel', { label }) })),
        ]"
        @pick="(value) => emit('set', 'value', value)"
      />
    </div>
  </div>
</template>

<style scoped>
.full {
  flex-basis: 100%;
  display: grid;
  gap: var(--s1);
}

.choices {
  display: grid;
  gap: var(--s1);
  max-height: 190px;
  overflow-y: auto;
}

.choice,
.line {
  display: flex;
  align-items: center;
  gap: var(--s2);
}

.line {
  flex-wrap: wrap;
}

.name {
  width: 110px;
}
</style>
