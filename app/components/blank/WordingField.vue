<script setup lang="ts">
import { Editor, EditorContent } from '@tiptap/vue-3';
import type { DocJson } from '#core/note/schema';
import { BracketRule } from '~/editor/bracketRule';
import { wordingExtensions } from '~/editor/extensions';

export interface WordingBlank {
  title: string;
  attrs: { label: string; kind: string; options: Record<string, unknown> };
}

/** A piece of wording with formatting and blanks, in one line. */
const props = defineProps<{
  wording: DocJson;
  label: string;
  /** What can be put in. */
  blanks: WordingBlank[];
  /** What the button that puts one in says. */
  putting: string;
  /** Whether `[label]` typed by hand becomes an asked text. */
  brackets?: boolean;
}>();
const emit = defineEmits<{ change: [wording: DocJson] }>();

const editorProps = () => ({
  attributes: { class: 'wording-line', role: 'textbox', 'aria-multiline': 'false', 'aria-label': props.label },
  handleKeyDown: (_view: unknown, event: KeyboardEvent) => event.key === 'Enter' && !event.shiftKey,
});
const editor = markRaw(
  new Editor({
    content: props.wording,
    extensions: [...wordingExtensions(), ...(props.brackets ? [BracketRule] : [])],
    editorProps: editorProps(),
    onUpdate: ({ editor }) => emit('change', editor.getJSON() as DocJson),
  }),
);
// Its number changes when another is taken out.
watch(
  () => props.label,
  () => editor.setOptions({ editorProps: editorProps() }),
);
onBeforeUnmount(() => editor.destroy());

const put = ({ attrs }: WordingBlank) => editor.chain().focus().insertContent({ type: 'blank', attrs }).run();
</script>

<template>
  <div class="wording">
    <EditorContent :editor="editor" class="text" />
    <PickMenu v-if="blanks.length" :title="putting" :choices="blanks" small @pick="put" />
    <button
      type="button"
      class="text-button small"
      :aria-label="t('blank.boldIn', { label })"
      @click="editor.chain().focus().toggleBold().run()"
    >
      {{ t('common.bold') }}
    </button>
  </div>
</template>

<style scoped>
.wording {
  display: flex;
  align-items: center;
  min-width: 0;
  flex: 1;
}

.text {
  flex: 1;
  min-width: 120px;
}

.text :deep(.wording-line) {
  background: var(--sheet);
  box-shadow: 0 0 0 1px var(--rule-strong) inset;
  border-radius: var(--radius);
  padding: 2px 8px;
  min-height: 26px;
  font: 14px/1.5 var(--serif);
}

.text :deep(p) {
  margin: 0;
}
</style>
