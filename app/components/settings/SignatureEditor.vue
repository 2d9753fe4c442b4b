<script setup lang="ts">
import { Editor, EditorContent } from '@tiptap/vue-3';
import type { DocJson } from '#core/note/schema';
import { letterExtensions } from '~/editor/extensions';
import { PasteFromElsewhere } from '~/editor/paste';

/** The text of one signature; another one gets an editor of its own. */
const props = defineProps<{ body: DocJson; name: string }>();
const emit = defineEmits<{ change: [body: DocJson] }>();

const pictures = usePictures();
const remark = ref('');
const editor = markRaw(
  new Editor({
    content: props.body,
    extensions: [
      ...letterExtensions(),
      PasteFromElsewhere.configure({ picture: pictures.picture, remark: (words) => (remark.value = words) }),
    ],
    editorProps: {
      attributes: {
        class: 'letter',
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': t('settings.signatureText', { name: props.name }),
      },
    },
    onUpdate: () => emit('change', editor.getJSON() as DocJson),
  }),
);
onBeforeUnmount(() => editor.destroy());
</script>

<template>
  <div>
    <FormatBar :editor="editor" :picture="pictures.picture" />
    <LazyPictureOffer v-if="pictures.large.value" :large="pictures.large.value" />
    <p v-if="pictures.problem.value || remark" class="notice bad" role="alert">
      {{ pictures.problem.value || remark }}
    </p>
    <div class="sheet" @mousedown.self.prevent="editor.commands.focus('end')">
      <EditorContent :editor="editor" />
    </div>
  </div>
</template>

<style scoped>
.sheet {
  margin-top: var(--s1);
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  cursor: text;
}
</style>
