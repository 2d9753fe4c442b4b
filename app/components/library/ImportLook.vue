<script setup lang="ts">
import type { ImportItem } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import type { BundlePerson, LeftPart } from '#shared/schemas/bundle';
import type { DocJson } from '#core/note/schema';
import { useNotesStore } from '~/stores/notes';

/** One thing of an import, looked at more closely: the two wordings of a note that is there otherwise, or what is known of a person. */
const props = defineProps<{ importId: string; item: ImportItem }>();
const emit = defineEmits<{ problem: [words: string] }>();

interface Brought {
  body: DocJson;
  left?: Record<LeftPart, DocJson | null>;
  back?: LeftPart[];
}
const notes = useNotesStore();
const note = shallowRef<{ mine: DocJson | null; content: Brought } | null>(null);
const person = shallowRef<{ mine: Person | null; content: BundlePerson } | null>(null);
const LEFT: Record<LeftPart, string> = { signature: t('library.theSignature'), quoted: t('library.theQuotedHistory') };
const path = `/imports/${props.importId}/items/${props.item.position}`;
const theirs = props.item.verdict === 'conflict' ? props.item.targetId : null;

async function show(read: () => Promise<{ content: unknown }>) {
  try {
    const { content } = await read();
    if (props.item.kind === 'person') {
      const mine = theirs ? await api<Person>(`/people/${theirs}`) : null;
      person.value = { mine, content: content as BundlePerson };
    } else note.value = { mine: theirs ? (await notes.read(theirs)).body : null, content: content as Brought };
  } catch (error) {
    emit('problem', messageOf(error));
  }
}
onMounted(() => show(() => api(path)));
const putBack = (part: LeftPart, back: boolean) => show(() => api(path, { method: 'PUT', body: { part, back } }));
const isBack = (part: LeftPart) => note.value!.content.back?.includes(part) ?? false;
</script>

<template>
  <section v-if="note" class="look" :aria-label="t('library.wordingOfName', { name: item.name })">
    <LeftOut
      v-if="note.content.left && item.state === 'waiting'"
      :signature="isBack('signature') ? null : note.content.left.signature"
      :quoted="isBack('quoted') ? null : note.content.left.quoted"
      :remarks="[]"
      @back="(part) => putBack(part, true)"
    />
    <p v-for="part in note.content.back ?? []" :key="part" class="small soft">
      {{ t('library.partIsBack', { value: LEFT[part] }) }}
      <button type="button" class="text-button small" @click="putBack(part, false)">
        {{ t('library.leaveOutAgain') }}
      </button>
    </p>
    <WordDifference :before="note.mine ?? note.content.body" :after="note.content.body" />
  </section>
  <section v-else-if="person" class="look" :aria-label="t('people.wholePerson', { name: item.name })">
    <PersonDifference :mine="person.mine" :brought="person.content" />
  </section>
</template>

<style scoped>
.look {
  display: grid;
  gap: var(--s2);
  align-content: start;
  flex: none;
  max-height: 34%;
  overflow-y: auto;
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
