<script setup lang="ts">
import type { Editor } from '@tiptap/vue-3';
import { AlignCenter, Bold, Italic, Link2, List, ListOrdered, RemoveFormatting, Underline } from 'lucide-vue-next';
import { plainDoc } from '#core/note/plain';
import { parseDoc } from '#core/note/schema';
import { linkTo } from '#core/note/link';

const props = defineProps<{ editor: Editor }>();

const HEADINGS = [
  { value: 0, label: t('library.text') },
  { value: 1, label: t('library.heading') },
  { value: 2, label: t('library.headingSmaller') },
  { value: 3, label: t('library.headingSmallest') },
];
const INK = 'ink';
/** Few, and each readable on white and on the dark grounds of other programs. */
const COLOURS = [
  { value: INK, label: t('library.ink') },
  { value: '#b3261e', label: t('library.red') },
  { value: '#1f6b3a', label: t('library.green') },
  { value: '#1f4f9e', label: t('library.blue') },
  { value: '#8a5a00', label: t('library.ochre') },
  { value: '#6b6b6b', label: t('library.grey') },
];

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

const level = computed(() => {
  void seen.value;
  return props.editor.isActive('heading') ? Number(props.editor.getAttributes('heading').level) : 0;
});
const setLevel = (value: number) =>
  value ? run().setNode('heading', { level: value }).run() : run().setNode('paragraph').run();

const colour = computed(() => {
  void seen.value;
  return String(props.editor.getAttributes('colour').value ?? INK);
});
const setColour = (value: string) =>
  value === INK ? run().unsetMark('colour').run() : run().setMark('colour', { value }).run();

const centred = computed(() => {
  void seen.value;
  return props.editor.isActive({ align: 'center' });
});
function centre() {
  const align = centred.value ? null : 'center';
  run().updateAttributes('paragraph', { align }).updateAttributes('heading', { align }).run();
}

/** All formatting goes, words and blanks stay; one step of undo. */
function strip() {
  run()
    .setContent(plainDoc(parseDoc(props.editor.getJSON())).toJSON(), { emitUpdate: true })
    .run();
}

const more = useMoreTools();
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
  const address = linkTo(typed);
  if (typed && !address) {
    wrong.value = t('library.linkProblem');
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
  <div class="bar" role="toolbar" :aria-label="t('library.formatting')">
    <el-select
      :model-value="level"
      size="small"
      class="level"
      :aria-label="t('library.textOrHeading')"
      @change="setLevel"
    >
      <el-option v-for="one in HEADINGS" :key="one.value" v-bind="one" />
    </el-select>
    <button type="button" class="text-button" :aria-pressed="active('bold')" @click="run().toggleBold().run()">
      <Bold :size="14" aria-hidden="true" />{{ t('common.bold') }}
    </button>
    <button type="button" class="text-button" :aria-pressed="active('italic')" @click="run().toggleItalic().run()">
      <Italic :size="14" aria-hidden="true" />{{ t('library.italic') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('underline')"
      @click="run().toggleUnderline().run()"
    >
      <Underline :size="14" aria-hidden="true" />{{ t('library.underline') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('bulletList')"
      @click="run().toggleBulletList().run()"
    >
      <List :size="14" aria-hidden="true" />{{ t('library.bullets') }}
    </button>
    <button type="button" class="text-button" :aria-pressed="active('link')" @click="openLink">
      <Link2 :size="14" aria-hidden="true" />{{ t('library.link') }}
    </button>
    <button type="button" class="text-button" :aria-expanded="more" @click="more = !more">
      {{ more ? t('library.fewerTools') : t('library.moreTools') }}
    </button>
    <div v-if="more" class="row">
      <button
        type="button"
        class="text-button"
        :aria-pressed="active('orderedList')"
        @click="run().toggleOrderedList().run()"
      >
        <ListOrdered :size="14" aria-hidden="true" />{{ t('library.numbers') }}
      </button>
      <button type="button" class="text-button" :aria-pressed="centred" @click="centre">
        <AlignCenter :size="14" aria-hidden="true" />{{ t('library.centre') }}
      </button>
      <el-select
        :model-value="colour"
        size="small"
        class="colour"
        :aria-label="t('library.colour')"
        @change="setColour"
      >
        <el-option v-for="one in COLOURS" :key="one.value" v-bind="one" />
      </el-select>
      <button type="button" class="text-button" @click="strip">
        <RemoveFormatting :size="14" aria-hidden="true" />{{ t('library.plain') }}
      </button>
    </div>
    <form v-if="linking" class="link" @submit.prevent="setLink" @keydown.esc.prevent="linking = false">
      <label for="link-address" class="small">{{ t('library.leadsTo') }}</label>
      <el-input id="link-address" v-model="href" size="small" placeholder="https://…" />
      <button type="submit" class="text-button">{{ t('library.set') }}</button>
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

.bar :deep(.text-button) {
  padding: 2px 4px;
  font-size: 13px;
}

.level {
  width: 86px;
}

.colour {
  width: 78px;
}

[aria-pressed='true'] {
  background: var(--green-wash);
  font-weight: 600;
}

.row {
  display: flex;
  flex-basis: 100%;
  align-items: center;
}

.link {
  display: flex;
  flex-basis: 100%;
  align-items: center;
  gap: var(--s2);
  padding: var(--s1) 6px;
}
</style>
