<script setup lang="ts">
import type { Editor } from '@tiptap/vue-3';
import {
  AlignCenter,
  Bold,
  ImagePlus,
  Italic,
  Link2,
  List,
  ListOrdered,
  RemoveFormatting,
  Table,
  Underline,
} from 'lucide-vue-next';
import { plainDoc } from '#core/note/plain';
import { parseDoc } from '#core/note/schema';
import { linkTo } from '#core/note/link';
import { insertTable } from '~/editor/table';

/** The line of formatting above a text: the same for a note, a letter and a signature. */
const props = defineProps<{
  editor: Editor;
  /** Keeps a picture; null when it is to be left out. */
  picture?: (picture: Blob, name: string) => Promise<{ file: string } | null>;
}>();

const HEADINGS = [
  { value: 0, label: t('wording.text') },
  { value: 1, label: t('wording.heading') },
  { value: 2, label: t('wording.headingSmaller') },
  { value: 3, label: t('wording.headingSmallest') },
];
const INK = 'ink';
/** Few, and each readable on white and on the dark grounds of other programs. */
const COLOURS = [
  { value: INK, label: t('wording.ink') },
  { value: '#b3261e', label: t('wording.red') },
  { value: '#1f6b3a', label: t('wording.green') },
  { value: '#1f4f9e', label: t('wording.blue') },
  { value: '#8a5a00', label: t('wording.ochre') },
  { value: '#6b6b6b', label: t('wording.grey') },
];

// Follows the selection: the editor tells of every transaction, and the key that made it is painted first.
const seen = ref(0);
const { later: follow } = useAfterPaint(() => seen.value++);
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

const putTable = () => run().command(insertTable(3, 2)).run();

const chooser = ref<HTMLInputElement>();
async function putPictures({ target }: Event) {
  const input = target as HTMLInputElement;
  for (const file of [...(input.files ?? [])]) {
    const kept = await props.picture?.(file, file.name);
    const alt = file.name.replace(/\.[^.]*$/, '');
    if (kept)
      run()
        .insertContent({ type: 'picture', attrs: { file: kept.file, alt } })
        .run();
  }
  input.value = '';
}

const here = (act: () => unknown) => ({ when: () => props.editor.isFocused, do: act });
useCommands({
  formatLink: here(() => openLink()),
  formatTable: here(putTable),
  formatPicture: here(() => props.picture && chooser.value?.click()),
  formatCentre: here(() => centre()),
  formatPlain: here(() => strip()),
});

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
    wrong.value = t('wording.linkProblem');
    return;
  }
  if (!address) run().extendMarkRange('link').unsetMark('link').run();
  else if (props.editor.state.selection.empty && !props.editor.isActive('link')) {
    run()
      .insertContent({ type: 'text', text: typed, marks: [{ type: 'link', attrs: { href: address } }] })
      .run();
  } else run().extendMarkRange('link').setMark('link', { href: address }).run();
  linking.value = false;
}
</script>

<template>
  <div class="bar" role="toolbar" :aria-label="t('wording.formatting')">
    <select
      class="field choice"
      :value="level"
      :aria-label="t('wording.textOrHeading')"
      @change="setLevel(Number(($event.target as HTMLSelectElement).value))"
    >
      <option v-for="one in HEADINGS" :key="one.value" :value="one.value">{{ one.label }}</option>
    </select>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('bold')"
      :aria-keyshortcuts="shortcutOf('formatBold')"
      @click="run().toggleBold().run()"
    >
      <Bold :size="14" aria-hidden="true" />{{ t('common.bold') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('italic')"
      :aria-keyshortcuts="shortcutOf('formatItalic')"
      @click="run().toggleItalic().run()"
    >
      <Italic :size="14" aria-hidden="true" />{{ t('wording.italic') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('underline')"
      :aria-keyshortcuts="shortcutOf('formatUnderline')"
      @click="run().toggleUnderline().run()"
    >
      <Underline :size="14" aria-hidden="true" />{{ t('wording.underline') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('bulletList')"
      :aria-keyshortcuts="shortcutOf('formatBullets')"
      @click="run().toggleBulletList().run()"
    >
      <List :size="14" aria-hidden="true" />{{ t('wording.bullets') }}
    </button>
    <button
      type="button"
      class="text-button"
      :aria-pressed="active('link')"
      :aria-keyshortcuts="shortcutOf('formatLink')"
      @click="openLink"
    >
      <Link2 :size="14" aria-hidden="true" />{{ t('wording.link') }}
    </button>
    <button type="button" class="text-button" :aria-expanded="more" @click="more = !more">
      {{ more ? t('wording.fewerTools') : t('wording.moreTools') }}
    </button>
    <div v-if="more" class="row">
      <button
        type="button"
        class="text-button"
        :aria-pressed="active('orderedList')"
        :aria-keyshortcuts="shortcutOf('formatNumbers')"
        @click="run().toggleOrderedList().run()"
      >
        <ListOrdered :size="14" aria-hidden="true" />{{ t('wording.numbers') }}
      </button>
      <button
        type="button"
        class="text-button"
        :aria-pressed="centred"
        :aria-keyshortcuts="shortcutOf('formatCentre')"
        @click="centre"
      >
        <AlignCenter :size="14" aria-hidden="true" />{{ t('wording.centre') }}
      </button>
      <select
        class="field choice"
        :value="colour"
        :aria-label="t('wording.colour')"
        @change="setColour(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="one in COLOURS" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
      <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('formatTable')" @click="putTable">
        <Table :size="14" aria-hidden="true" />{{ t('wording.table') }}
      </button>
      <button
        v-if="picture"
        type="button"
        class="text-button"
        :aria-keyshortcuts="shortcutOf('formatPicture')"
        @click="chooser?.click()"
      >
        <ImagePlus :size="14" aria-hidden="true" />{{ t('wording.picture') }}
      </button>
      <input
        v-if="picture"
        ref="chooser"
        type="file"
        accept="image/png,image/jpeg,image/gif,image/webp"
        multiple
        class="visually-hidden"
        tabindex="-1"
        :aria-label="t('wording.pictureFile')"
        @change="putPictures"
      />
      <button type="button" class="text-button" :aria-keyshortcuts="shortcutOf('formatPlain')" @click="strip">
        <RemoveFormatting :size="14" aria-hidden="true" />{{ t('wording.plain') }}
      </button>
    </div>
    <form v-if="linking" class="link" @submit.prevent="setLink" @keydown.esc.prevent="linking = false">
      <label for="link-address" class="small">{{ t('wording.leadsTo') }}</label>
      <input id="link-address" v-model="href" class="field" placeholder="https://…" />
      <button type="submit" class="text-button">{{ t('wording.set') }}</button>
      <span v-if="wrong" class="small" role="alert">{{ wrong }}</span>
    </form>
  </div>
</template>

<style scoped>
.bar {
  flex: none;
  padding-bottom: 3px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.bar :deep(.text-button) {
  padding: 2px 4px;
  font-size: 13px;
}

.choice {
  width: 88px;
  min-height: 24px;
  padding: 1px 4px;
  font-size: 12.5px;
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
