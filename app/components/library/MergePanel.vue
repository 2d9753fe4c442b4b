<script setup lang="ts">
import { merged, type MergePart } from '#core/wording/merge';
import { toText } from '#core/note/text';
import { parseDoc, type DocJson } from '#core/note/schema';

/** Two changes of one note: what touches is shown side by side, with a choice for each place. */
const props = defineProps<{ parts: MergePart[]; others: string[] }>();
const emit = defineEmits<{ take: [body: DocJson] }>();

type Choice = 'mine' | 'theirs' | 'both';
const places = computed(() => props.parts.filter((part) => part.kind === 'two'));
const choices = ref<Choice[]>([]);
watch(places, (list) => (choices.value = list.map(() => 'both')), { immediate: true });

const words = (blocks: DocJson[]) =>
  blocks.length ? toText(parseDoc({ type: 'doc', content: blocks })) : t('library.nothingHere');
</script>

<template>
  <section class="merge" role="alert" :aria-label="t('library.twoVersionsOfThis')">
    <p>
      <b>{{ t('library.changedMeanwhile') }}</b> {{ t('library.nothingOverwritten', { count: places.length }) }}
      <template v-if="others.length">{{ t('library.yoursStands', { fields: others.join(', ') }) }}</template>
    </p>
    <div v-for="(part, i) in places" :key="i" class="place">
      <div v-if="part.kind === 'two'" class="two">
        <div class="side">
          <p class="small soft">{{ t('library.yours') }}</p>
          <div class="letter">{{ words(part.mine) }}</div>
        </div>
        <div class="side">
          <p class="small soft">{{ t('library.theOtherOne') }}</p>
          <div class="letter">{{ words(part.theirs) }}</div>
        </div>
      </div>
      <el-radio-group v-model="choices[i]" size="small" :aria-label="t('library.whichWording', { number: i + 1 })">
        <el-radio value="mine">{{ t('library.yours') }}</el-radio>
        <el-radio value="theirs">{{ t('library.theOtherOne') }}</el-radio>
        <el-radio value="both">{{ t('library.both') }}</el-radio>
      </el-radio-group>
    </div>
    <button type="button" class="text-button" @click="emit('take', merged(parts, choices))">
      {{ t('library.combine') }}
    </button>
  </section>
</template>

<style scoped>
.merge {
  max-height: 46%;
  overflow-y: auto;
  padding: var(--s2) var(--s3);
  border-left: 3px solid var(--apricot);
  background: var(--apricot-wash);
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s2);
}

.side {
  padding: var(--s1) var(--s2);
  background: var(--sheet);
  border-radius: var(--radius);
}

.side .letter {
  white-space: pre-wrap;
  font-size: 14px;
}
</style>
