<script setup lang="ts">
import type { BlankAttrs } from '../../../core/blank/fill';
import { PERSON_FIELD_TITLES, PERSON_FIELDS } from '../../../core/blank/kinds/person';
import { TODAY_PARTS } from '../../../core/blank/kinds/today';
import { KINDS } from '../../../core/blank/registry';
import { useAccountStore } from '~/stores/account';

const props = defineProps<{ attrs: BlankAttrs }>();
const emit = defineEmits<{ change: [part: Partial<BlankAttrs>]; done: [] }>();
const account = useAccountStore();

const option = (name: string) => String(props.attrs.options[name] ?? '');
const setOption = (name: string, value: string) =>
  emit('change', { options: { ...props.attrs.options, [name]: value } });

function setKind(name: string) {
  const kind = KINDS.find((other) => other.name === name)!;
  emit('change', { kind: name, options: { ...kind.defaults } });
}

/** The label is taken when it is finished, so that half a word never meets another blank's. */
const label = ref(props.attrs.label);
watch(
  () => props.attrs.label,
  (text) => (label.value = text),
);
function setLabel() {
  const text = label.value.replace(/\s+/g, ' ').trim();
  if (text && text !== props.attrs.label) emit('change', { label: text });
  else label.value = props.attrs.label;
}
</script>

<template>
  <form class="blank-editor" aria-label="The chosen blank" @submit.prevent="(setLabel(), emit('done'))">
    <label class="small" for="blank-label">Label</label>
    <el-input id="blank-label" v-model="label" size="small" maxlength="60" class="narrow" @blur="setLabel" />
    <label class="small" for="blank-kind">Kind</label>
    <el-select
      id="blank-kind"
      :model-value="attrs.kind"
      size="small"
      class="narrow"
      aria-label="Kind"
      @change="setKind"
    >
      <el-option v-for="kind in KINDS" :key="kind.name" :value="kind.name" :label="kind.title" />
    </el-select>
    <template v-if="attrs.kind === 'text'">
      <label class="small" for="blank-hint">Hint</label>
      <el-input
        id="blank-hint"
        size="small"
        class="wide"
        :model-value="option('hint')"
        placeholder="a word of help"
        @input="(text: string) => setOption('hint', text)"
      />
    </template>
    <el-select
      v-else-if="attrs.kind === 'person'"
      size="small"
      class="narrow"
      :model-value="option('field')"
      aria-label="Field of the person"
      @change="(field: string) => setOption('field', field)"
    >
      <el-option v-for="field in PERSON_FIELDS" :key="field" :value="field" :label="PERSON_FIELD_TITLES[field]" />
    </el-select>
    <el-select
      v-else-if="attrs.kind === 'sender'"
      size="small"
      class="narrow"
      :model-value="option('field')"
      aria-label="Field of mine"
      @change="(field: string) => setOption('field', field)"
    >
      <el-option value="name" label="my name" />
      <el-option v-for="{ name } in account.settings!.fields" :key="name" :value="name" :label="name" />
    </el-select>
    <el-select
      v-else-if="attrs.kind === 'today'"
      size="small"
      class="narrow"
      :model-value="option('part')"
      aria-label="What of today"
      @change="(part: string) => setOption('part', part)"
    >
      <el-option v-for="part in TODAY_PARTS" :key="part" :value="part" :label="part" />
    </el-select>
    <button type="submit" class="text-button">Done</button>
  </form>
</template>

<style scoped>
.blank-editor {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
  padding: var(--s2) var(--s3);
  background: var(--apricot-wash);
  border-radius: var(--radius);
}

.narrow {
  width: 130px;
}

.wide {
  width: 170px;
}
</style>
