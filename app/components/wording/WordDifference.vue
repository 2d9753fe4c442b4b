<script setup lang="ts">
import { difference } from '#core/wording/difference';
import { parseDoc, type DocJson } from '#core/note/schema';

/** Two wordings as one text: what was taken out struck through, what came in underlined. */
const props = defineProps<{ before: DocJson; after: DocJson }>();

const changes = computed(() => difference(parseDoc(props.before), parseDoc(props.after)));
const isSame = computed(() => changes.value.every(({ kind }) => kind === 'same'));
const looksOther = computed(() => isSame.value && !parseDoc(props.before).eq(parseDoc(props.after)));

/** What changed is what is looked for: the first of it is brought into sight. */
const root = ref<HTMLElement>();
watch(
  changes,
  () =>
    nextTick(() => {
      const first = root.value?.querySelector<HTMLElement>('ins, del');
      const frame = root.value?.parentElement;
      if (frame)
        frame.scrollTop = first ? first.getBoundingClientRect().top - root.value!.getBoundingClientRect().top - 24 : 0;
    }),
  { immediate: true },
);
</script>

<template>
  <div ref="root" class="letter difference" dir="auto">
    <p v-if="looksOther" class="small soft words">{{ t('wording.onlyFormatting') }}</p>
    <template v-for="(change, i) in changes" :key="i"
      ><del v-if="change.kind === 'out'"
        ><span class="visually-hidden">{{ t('wording.takenOut') + ' ' }}</span
        >{{ change.text }}</del
      ><ins v-else-if="change.kind === 'in'"
        ><span class="visually-hidden">{{ t('wording.putIn') + ' ' }}</span
        >{{ change.text }}</ins
      ><template v-else>{{ change.text }}</template></template
    >
  </div>
</template>

<style scoped>
.difference {
  white-space: pre-wrap;
  font-size: 14.5px;
}

.words {
  font-family: var(--sans);
  margin-bottom: var(--s1);
}

del {
  color: var(--warn);
  background: var(--warn-wash);
}

ins {
  background: var(--green-wash);
  text-decoration-color: var(--green);
  text-underline-offset: 3px;
}
</style>
