<script setup lang="ts">
import type { Editor } from '@tiptap/vue-3';
import { Bold, Italic, Link2, List, ListOrdered, Underline } from 'lucide-vue-next';
import { isSafeLink } from '../../../core/note/link';

const props = defineProps<{ editor: Editor }>();

// Follows the selection: the editor tells of every transaction.
const seen = ref(0);
const follow = () => seen.value++;
onMounted(() => props.editor.on('transaction', follow));
onBeforeUnmount(() => props.editor.off('transaction', follow));

const active = (name: string) => {
  void seen.value;
  return props.editor.isActive(name);
};
const run = () => props.editor.chain().focus();

const linking = ref(false);
const href = ref('');
const wrong = ref('');

function openLink() {
  href.value = props.editor.getAttributes('link').href ?? '';
  wrong.value = '';
  linking.value = true;
  void nextTick(() => document.getElementById('link-address')?.focus());
}

function setLink() {
  const typed = href.value.trim();
  const address = /^[^\s@]+@[^\s@]+$/.test(typed)
    ? `mailto:${typed}`
    : /^[a-z][a-z+.-]*:/i.test(typed) || !typed
      ? typed
      : `https://${typed}`;
  if (address && !isSafeLink(address)) {
    wrong.value = 'A link leads to a web page, an e-mail address or a telephone number.';
    return;
  }
  if (!address) run().extendMarkRange('link').unsetLink().run();
  else if (props.editor.state.selection.empty && !props.editor.isActive('link')) {
    run()
      .insertContent({ type: 'text', text: typed, marks: [{ type: 'link', attrs: { href: address } }] })
      .run();
  } else run().extendMarkRange('link').setMark('link', { href: address }).run();
  linking.value = false;
}
</script>

<template>
  <div class="bar" role="toolbar" aria-label="Formatting">
    <button type="button" class="text-button" :aria-pressed="active('bold')" @click="run().toggleBold().run()">
      <Bold :size="14" aria-hidden="true" />Bold
    </button>
    <button type="button" class="text-button" :aria-pressed="active('italic')" @click="run().toggleItalic().run()">
      <Italic :size="14" aria-hidden="true" />Italic
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('underline')"
      @click="run().toggleUnderline().run()"
    >
      <Underline :size="14" aria-hidden="true" />Underline
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('bulletList')"
      @click="run().toggleBulletList().run()"
    >
      <List :size="14" aria-hidden="true" />Bullets
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('orderedList')"
      @click="run().toggleOrderedList().run()"
    >
      <ListOrdered :size="14" aria-hidden="true" />Numbers
    </button>
    <button type="button" class="text-button" :aria-pressed="active('link')" @click="openLink">
      <Link2 :size="14" aria-hidden="true" />Link
    </button>
    <form v-if="linking" class="link" @submit.prevent="setLink" @keydown.esc.prevent="linking = false">
      <label for="link-address" class="small">Leads to</label>
      <el-input id="link-address" v-model="href" size="small" placeholder="https://…" />
      <button type="submit" class="text-button">Set</button>
      <span v-if="wrong" class="small" role="alert">{{ wrong }}</span>
    </form>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

[aria-pressed='true'] {
  background: var(--green-wash);
  font-weight: 600;
}

.link {
  display: flex;
  flex-basis: 100%;
  align-items: center;
  gap: var(--s2);
  padding: var(--s1) 6px;
}
</style>
