<script setup lang="ts">
import { Paperclip } from 'lucide-vue-next';
import type { Attachment } from '#shared/types/wire';
import { useAccountStore } from '~/stores/account';
import { upload } from '~/composables/useFiles';

/** The files that go with a note or a letter. */
const props = defineProps<{ attachments: Attachment[] }>();
const emit = defineEmits<{ change: [attachments: Attachment[]] }>();

const account = useAccountStore();
const limit = computed(() => account.settings!.attachmentLimit);
const pictureLimit = computed(() => account.settings!.pictureLimit);
const input = ref<HTMLInputElement>();
const busy = ref('');
/** How much of the file is handed over, from 0 to 1. */
const share = ref(0);
let stopping: AbortController | undefined;
const problems = ref<string[]>([]);
const root = ref<HTMLElement>();
// The end of a long letter may be out of sight.
watch(
  () => problems.value.length,
  (count) => count && root.value?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
);

/** Attaches files, one after the other. @returns whether all of them are there */
async function attach(files: File[]): Promise<boolean> {
  let isWhole = true;
  problems.value = [];
  let list = props.attachments;
  for (const file of files) {
    if (file.size > limit.value) {
      problems.value.push(
        t('wording.attachmentTooLarge', { name: file.name, size: fileSize(file.size), limit: fileSize(limit.value) }),
      );
      isWhole = false;
      continue;
    }
    busy.value = file.name;
    share.value = 0;
    stopping = new AbortController();
    const watched = { progress: (now: number) => (share.value = now), signal: stopping.signal };
    try {
      const kept = await upload('attachment', file, file.name, watched);
      // Stopped: what came before stays, and the rest is left.
      if (!kept) {
        isWhole = false;
        break;
      }
      if (!list.some((other) => other.file === kept.file && other.name === kept.name)) list = [...list, kept];
      emit('change', list);
    } catch (error) {
      isWhole = false;
      problems.value.push(messageOf(error));
    }
  }
  busy.value = '';
  if (input.value) input.value.value = '';
  return isWhole;
}

/** What is on its way; null when nothing is. */
let coming: Promise<boolean> | null = null;
function add(files: File[]): Promise<boolean> {
  // What came before is among the files by then.
  const now = (coming ?? Promise.resolve(true)).then(() => nextTick()).then(() => attach(files));
  coming = now;
  void now.finally(() => coming === now && (coming = null));
  return now;
}

defineExpose({
  add,
  choose: () => input.value?.click(),
  /** Resolves when nothing is on its way any more, to whether all of it is there. */
  settled: () => coming ?? Promise.resolve(true),
});
</script>

<template>
  <div ref="root" class="files">
    <ul v-if="attachments.length" :aria-label="t('common.attachments')">
      <li v-for="one in attachments" :key="one.file + one.name">
        <a :href="`/api/files/${one.file}`" :download="one.name"
          ><Paperclip :size="13" aria-hidden="true" /> {{ one.name }}</a
        >
        <span class="small soft">{{ fileSize(one.size) }}</span>
        <button
          type="button"
          class="text-button small"
          :aria-label="t('wording.takeFileOff', { name: one.name })"
          @click="
            emit(
              'change',
              attachments.filter((other) => other !== one),
            )
          "
        >
          {{ t('wording.takeOff') }}
        </button>
      </li>
    </ul>
    <button
      type="button"
      class="text-button small"
      :title="t('wording.upToEach', { limit: fileSize(limit) })"
      @click="input?.click()"
    >
      <Paperclip :size="13" aria-hidden="true" />{{ t('wording.attachFile') }}
      <span class="soft">{{ t('wording.limits', { limit: fileSize(limit), size: fileSize(pictureLimit) }) }}</span>
    </button>
    <span v-if="busy" class="small soft busy" role="status">
      {{ t('wording.keeping', { busy }) }}
      <progress :value="share" max="1" :aria-label="t('wording.keeping', { busy })" />
      <button type="button" class="text-button small" @click="stopping?.abort()">{{ t('wording.stop') }}</button>
    </span>
    <input
      ref="input"
      type="file"
      multiple
      class="visually-hidden"
      tabindex="-1"
      :aria-label="t('wording.filesToAttach')"
      @change="(event) => add([...((event.target as HTMLInputElement).files ?? [])])"
    />
    <p v-for="message in problems" :key="message" class="notice bad" role="alert">{{ message }}</p>
  </div>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 var(--s3);
}

ul {
  display: contents;
  list-style: none;
}

li {
  white-space: nowrap;
}

.busy {
  display: inline-flex;
  align-items: center;
  gap: var(--s2);
}

progress {
  width: 120px;
  height: 6px;
  accent-color: var(--green);
}

.notice {
  flex-basis: 100%;
}
</style>
