<script setup lang="ts">
import { Extension } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { Editor, EditorContent } from '@tiptap/vue-3';
import type { Note } from '#shared/types/wire';
import { emptyDoc, parseDoc, type DocJson } from '#core/note/schema';
import { letterExtensions } from '~/editor/extensions';

/** A note as it stands in the library, to read before it goes in, or to take a part of. */
const props = defineProps<{ note: Note }>();
const emit = defineEmits<{ take: [note: Note]; close: [] }>();

// It has a caret to select with, and cannot be changed.
const ReadOnly = Extension.create({
  name: 'readOnly',
  addProseMirrorPlugins: () => [new Plugin({ filterTransaction: (tr) => !tr.docChanged })],
});

const isPart = ref(false);
const editor = markRaw(
  new Editor({
    content: props.note.body,
    extensions: [...letterExtensions(), ReadOnly],
    autofocus: 'start',
    editorProps: {
      attributes: {
        class: 'letter',
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-readonly': 'true',
        'aria-label': props.note.name,
      },
      handleKeyDown(_view, event) {
        if (event.key === 'Enter' && !event.altKey) take();
        else if (event.key === 'Escape') emit('close');
        else return false;
        event.preventDefault();
        event.stopPropagation();
        return true;
      },
    },
    onSelectionUpdate: ({ editor: { state } }) => (isPart.value = !state.selection.empty),
  }),
);
onBeforeUnmount(() => editor.destroy());

/** The selected part goes in alone: neither the subject nor what travels with the note, and it counts as no note of its own. */
function take() {
  const { doc, selection } = editor.state;
  if (selection.empty) return emit('take', props.note);
  const body = parseDoc(doc.cut(selection.from, selection.to).toJSON()).toJSON() as DocJson;
  emit('take', {
    ...props.note,
    id: '',
    subject: emptyDoc(),
    subjectText: '',
    body,
    attachments: [],
    to: [],
    cc: [],
    bcc: [],
  });
}
</script>

<template>
  <section class="preview" :aria-label="t('desk.notePreview')" @keydown.esc.prevent="emit('close')">
    <p class="line">
      <strong class="name" dir="auto">{{ note.name }}</strong>
      <span class="small soft">{{ t('desk.selectPart') }}</span>
    </p>
    <EditorContent :editor="editor" class="wording" />
    <p class="line">
      <el-button type="primary" size="small" @click="take">
        {{ isPart ? t('desk.putPartIn') : t('desk.putNoteIn') }}
      </el-button>
      <button type="button" class="text-button small" @click="emit('close')">{{ t('common.close') }}</button>
    </p>
  </section>
</template>

<style scoped>
.preview {
  flex: none;
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  max-height: 40%;
  padding: var(--s3) 2px var(--s2);
}

.line {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--s1) var(--s3);
}

.name {
  font-family: var(--serif);
}

.wording {
  min-height: 60px;
  overflow-y: auto;
  padding: var(--s2) var(--s3);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
