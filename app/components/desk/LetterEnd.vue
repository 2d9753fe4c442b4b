<script setup lang="ts">
import { Hand } from 'lucide-vue-next';
import type { Signature } from '#core/note/signature';
import type { Draft, Message } from '#shared/types/wire';

/** What stands under the words of a letter: the signature, the message below it, what is done after sending, the files. */
const props = defineProps<{
  draft: Draft;
  original: Message | null;
  signatures: Signature[];
  signature: Signature | null;
  proposed: Signature | null;
}>();
const emit = defineEmits<{
  change: [part: Partial<Pick<Draft, 'quote' | 'handling' | 'attachments'>>];
  sign: [id: string];
  routine: [];
  ask: [];
}>();

const isForward = computed(() => props.draft.mode === 'forward');
const saysQuote = computed(() => {
  if (isForward.value) return props.draft.quote ? t('desk.isForwarded') : t('desk.isAttached');
  return props.draft.quote ? t('desk.isQuoted') : t('desk.isNotQuoted');
});
const changesQuote = computed(() => {
  if (isForward.value) return props.draft.quote ? t('desk.asFile') : t('desk.asText');
  return props.draft.quote ? t('common.leaveItOut') : t('desk.quoteIt');
});

const problem = ref('');
/** A message that goes as a file has its own files in it; below as text, they go beside it. */
async function turnQuote() {
  const { quote, originalId } = props.draft;
  problem.value = '';
  if (!isForward.value) return emit('change', { quote: !quote });
  const came = (props.original?.attachmentList ?? []).map(({ name, size }) => `${size} ${name}`);
  const others = () => props.draft.attachments.filter(({ name, size }) => !came.includes(`${size} ${name}`));
  if (quote) return emit('change', { quote: false, attachments: others() });
  try {
    const back = await api<Draft['attachments']>(`/messages/${originalId}/files`, { method: 'POST' });
    emit('change', { quote: true, attachments: [...others(), ...back] });
  } catch (error) {
    problem.value = messageOf(error);
  }
}

const files = ref<{ add(files: File[]): Promise<boolean>; choose(): void; settled(): Promise<boolean> }>();
const handling = ref<{ chooseDay(): void }>();
defineExpose({
  add: (list: File[]) => files.value?.add(list),
  choose: () => files.value?.choose(),
  settled: () => files.value?.settled(),
  chooseDay: () => handling.value?.chooseDay(),
});
</script>

<template>
  <div class="end" :inert="draft.state === 'sending'">
    <LetterSignature
      :signatures="signatures"
      :current="signature"
      :proposed="proposed"
      @choose="(id) => emit('sign', id)"
    />
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <div class="lines">
      <p v-if="draft.originalId" class="small soft">
        {{ saysQuote }}
        <button type="button" class="text-button small" @click="turnQuote">{{ changesQuote }}</button>
      </p>
      <HandlingLine
        ref="handling"
        :handling="draft.handling"
        :has-original="Boolean(draft.originalId)"
        :answers="!isForward"
        @change="(changed) => emit('change', { handling: changed })"
        @routine="emit('routine')"
      />
      <button type="button" class="text-button small" :aria-keyshortcuts="shortcutOf('askHands')" @click="emit('ask')">
        <Hand :size="13" aria-hidden="true" />{{ t('desk.askHands') }}
      </button>
    </div>
    <AttachmentList
      ref="files"
      :attachments="draft.attachments"
      class="attached"
      @change="(attachments) => emit('change', { attachments })"
    />
  </div>
</template>

<style scoped>
.end {
  cursor: default;
}

.lines {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  column-gap: var(--s3);
  margin-top: var(--s3);
}

.attached {
  margin-top: var(--s1);
}
</style>
