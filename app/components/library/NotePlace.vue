<script setup lang="ts">
import type { NoteInput } from '#shared/schemas/note';
import type { Mailbox } from '#core/message/address';
import { useShelvesStore } from '~/stores/shelves';

/** Where a note stands and what travels with it: shelf, cue, description, recipients, attachments. */
const props = defineProps<{
  content: Pick<NoteInput, 'shelfId' | 'cue' | 'description' | 'to' | 'cc' | 'bcc' | 'attachments'>;
  problems: Record<string, string>;
  /** The note itself, so that its own cue is nobody else's; empty for one that is not kept yet. */
  noteId?: string;
  name?: string;
  /** The shelf where notes like this one stand. */
  proposed?: string | null;
}>();
const emit = defineEmits<{ change: [part: Partial<NoteInput>] }>();

const shelves = useShelvesStore();
const NONE = 'none';
/** What is to be known of a cue is said once one is at it. */
const advises = ref(false);
const isOpen = ref([props.content.to, props.content.cc, props.content.bcc].some((boxes) => boxes.length > 0));
const set = (part: 'to' | 'cc' | 'bcc', boxes: Mailbox[]) => emit('change', { [part]: boxes });
const files = ref<{ add(files: File[]): Promise<void> }>();
defineExpose({ attach: (list: File[]) => files.value?.add(list) });
</script>

<template>
  <div class="place">
    <div class="line">
      <label for="note-shelf">{{ t('library.shelf') }}</label>
      <span class="row">
        <el-select
          id="note-shelf"
          :model-value="content.shelfId ?? NONE"
          size="small"
          filterable
          :aria-label="t('library.shelf')"
          class="shelf"
          @change="(value: string) => emit('change', { shelfId: value === NONE ? null : value })"
        >
          <el-option :value="NONE" :label="t('library.onNoShelf')" />
          <el-option v-for="shelf in shelves.choices" :key="shelf.id" :value="shelf.id" :label="shelf.name" />
        </el-select>
        <label for="note-cue">{{ t('library.cue') }}</label>
        <el-input
          id="note-cue"
          :model-value="content.cue"
          size="small"
          maxlength="32"
          class="cue"
          :title="t('library.cueAbout')"
          @focus="advises = true"
          @update:model-value="(cue: string) => emit('change', { cue })"
        />
      </span>
    </div>
    <p v-if="proposed && proposed !== content.shelfId" class="line">
      <span /><span>
        <button type="button" class="text-button small" @click="emit('change', { shelfId: proposed })">
          {{ t('library.onShelfLikeSimilar', { shelf: shelves.byId.get(proposed)?.name ?? '' }) }}
        </button></span
      >
    </p>
    <CueAdvice
      v-if="advises"
      :cue="content.cue.trim()"
      :name="name ?? ''"
      :note-id="noteId ?? ''"
      @choose="(cue) => emit('change', { cue })"
    />
    <p v-if="problems.cue" class="small wrong" role="alert">{{ problems.cue }}</p>
    <div class="line">
      <label for="note-about">{{ t('library.about') }}</label>
      <el-input
        id="note-about"
        :model-value="content.description"
        size="small"
        maxlength="500"
        :placeholder="t('library.aboutHint')"
        @update:model-value="(description: string) => emit('change', { description })"
      />
    </div>
    <template v-if="isOpen">
      <RecipientField :label="t('common.to')" :boxes="content.to" @change="(boxes) => set('to', boxes)" />
      <RecipientField :label="t('common.cc')" :boxes="content.cc" @change="(boxes) => set('cc', boxes)" />
      <RecipientField :label="t('common.bcc')" :boxes="content.bcc" @change="(boxes) => set('bcc', boxes)" />
    </template>
    <div class="row">
      <AttachmentList
        ref="files"
        :attachments="content.attachments"
        @change="(attachments) => emit('change', { attachments })"
      />
      <button type="button" class="text-button small" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        {{ isOpen ? t('library.foldRecipients') : t('library.recipients') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 3px;
}

.line {
  display: grid;
  grid-template-columns: 60px minmax(0, 1fr);
  align-items: center;
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px var(--s2);
}

.shelf {
  flex: 1 1 150px;
  max-width: 240px;
}

.cue {
  width: 78px;
}

.wrong {
  color: var(--warn);
}
</style>
