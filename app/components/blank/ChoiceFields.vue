<script setup lang="ts">
import { Plus } from 'lucide-vue-next';
import type { ChoiceItem } from '../../../core/blank/kinds/choice';
import { docFromText, type DocJson } from '../../../core/note/schema';
import type { WordingBlank } from './WordingField.vue';

const props = defineProps<{ options: Record<string, unknown>; blanks: WordingBlank[] }>();
const emit = defineEmits<{ set: [name: string, value: unknown] }>();

const choices = computed(() => (props.options.choices ?? []) as ChoiceItem[]);
const setAll = (next: ChoiceItem[]) => emit('set', 'choices', next);
const setLabel = (i: number, label: string) => setAll(choices.value.map((c, j) => (j === i ? { ...c, label } : c)));
const setWording = (i: number, wording: DocJson) =>
  setAll(choices.value.map((c, j) => (j === i ? { ...c, wording } : c)));
const add = () => setAll([...choices.value, { label: `choice ${choices.value.length + 1}`, wording: docFromText('') }]);

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
          :aria-label="`Label of choice ${i + 1}`"
          :model-value="choice.label"
          @input="(text: string) => setLabel(i, text)"
        />
        <WordingField
          :wording="choice.wording"
          :label="`Wording of choice ${i + 1}`"
          :blanks="blanks"
          putting="Blank"
          brackets
          @change="(wording) => setWording(i, wording)"
        />
        <button type="button" class="text-button small" :aria-label="`Remove choice ${i + 1}`" @click="drop(i)">
          Remove
        </button>
      </div>
    </div>
    <div class="line">
      <button type="button" class="text-button small" @click="add">
        <Plus :size="13" aria-hidden="true" />Add a choice
      </button>
      <el-checkbox
        size="small"
        :model-value="Boolean(options.several)"
        label="several may be taken"
        @change="(on) => emit('set', 'several', Boolean(on))"
      />
      <PickOne
        v-if="options.several"
        label="Joined by"
        :value="options.joined"
        :choices="[
          { value: 'and', label: 'a, b and c' },
          { value: 'or', label: 'a, b or c' },
          { value: 'list', label: 'as a list' },
        ]"
        @pick="(joined) => emit('set', 'joined', joined)"
      />
      <PickOne
        label="Taken unless another is"
        :value="options.value"
        :choices="[
          { value: '', label: 'always asked' },
          ...choices.map(({ label }) => ({ value: label, label: `usually ${label}` })),
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
