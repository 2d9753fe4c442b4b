<script setup lang="ts">
import { merged, type MergePart } from '../../../core/wording/merge';
import { toText } from '../../../core/note/text';
import { parseDoc, type DocJson } from '../../../core/note/schema';

/** Two changes of one note: what touches is shown side by side, with a choice for each place. */
const props = defineProps<{ parts: MergePart[]; others: string[] }>();
const emit = defineEmits<{ take: [body: DocJson] }>();

type Choice = 'mine' | 'theirs' | 'both';
const places = computed(() => props.parts.filter((part) => part.kind === 'two'));
const choices = ref<Choice[]>([]);
watch(places, (list) => (choices.value = list.map(() => 'both')), { immediate: true });

const words = (blocks: DocJson[]) => (blocks.length ? toText(parseDoc({ type: 'doc', content: blocks })) : '(nothing)');
</script>

<template>
  <section class="merge" role="alert" aria-label="Two versions of this note">
    <p>
      <b>This note was changed elsewhere meanwhile.</b> Nothing was overwritten: what does not touch is put together,
      and {{ places.length === 1 ? 'one place was' : `${places.length} places were` }} written in two ways.
      <template v-if="others.length"> The {{ others.join(', ') }} you wrote stands. </template>
    </p>
    <div v-for="(part, i) in places" :key="i" class="place">
      <div v-if="part.kind === 'two'" class="two">
        <div class="side">
          <p class="small soft">Yours</p>
          <div class="letter">{{ words(part.mine) }}</div>
        </div>
        <div class="side">
          <p class="small soft">The other one</p>
          <div class="letter">{{ words(part.theirs) }}</div>
        </div>
      </div>
      <el-radio-group v-model="choices[i]" size="small" :aria-label="`Which wording, place ${i + 1}`">
        <el-radio value="mine">Yours</el-radio>
        <el-radio value="theirs">The other one</el-radio>
        <el-radio value="both">Both, one after the other</el-radio>
      </el-radio-group>
    </div>
    <button type="button" class="text-button" @click="emit('take', merged(parts, choices))">
      Put them together like this
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
