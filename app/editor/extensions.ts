import { Extension, Mark, mergeAttributes, Node, type Extensions } from '@tiptap/core';
import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import HardBreak from '@tiptap/extension-hard-break';
import Heading from '@tiptap/extension-heading';
import Italic from '@tiptap/extension-italic';
import { BulletList } from '@tiptap/extension-list/bullet-list';
import { ListItem } from '@tiptap/extension-list/item';
import { ListKeymap } from '@tiptap/extension-list/keymap';
import { OrderedList } from '@tiptap/extension-list/ordered-list';
import Paragraph from '@tiptap/extension-paragraph';
import Strike from '@tiptap/extension-strike';
import Text from '@tiptap/extension-text';
import Underline from '@tiptap/extension-underline';
import { UndoRedo } from '@tiptap/extensions/undo-redo';
import { linkTo } from '#core/note/link';
import { isTooNested } from '#core/note/schema';
import { CaretInStep } from './caretInStep';
import { FocusAtOnce } from './focusAtOnce';
import { later } from './later';
import { tables } from './table';
import { Plugin } from '@tiptap/pm/state';

const asJson = (value: string | null) => {
  try {
    return value ? JSON.parse(value) : null;
  } catch {
    return null;
  }
};

const plain = (defaults: Record<string, unknown>) => () =>
  Object.fromEntries(Object.entries(defaults).map(([name, value]) => [name, { default: value, rendered: false }]));

/** Reads an element back as its node or mark: everything stands in one data attribute. */
const from = (tag: string, name: string) => [
  {
    tag: `${tag}[data-${name}]`,
    getAttrs: (element: HTMLElement) => asJson(element.getAttribute(`data-${name}`)) ?? false,
  },
];

/** An open blank: a ruled gap with its label beneath. Filled with nothing it is a mark that a reader does not get. */
export const Blank = Node.create({
  name: 'blank',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addAttributes: plain({ label: '', kind: 'text', options: {}, insertion: null, place: null, empty: false }),
  parseHTML: () => from('span', 'blank'),
  renderHTML: ({ node }) => {
    const { label, kind, empty } = node.attrs;
    const data = { 'data-blank': JSON.stringify(node.attrs), contenteditable: 'false' };
    if (kind === 'caret') return ['span', { ...data, class: 'caret-here', title: t('wording.caretHere') }, '\u2038'];
    if (empty) return ['span', { ...data, class: 'blank-empty', title: t('wording.nothingHere', { label }) }, '\u00b7'];
    return [
      'span',
      { ...data, class: 'blank' },
      ['span', { class: 'blank-rule' }, '\u00a0'],
      ['span', { class: 'blank-label' }, String(label)],
    ];
  },
  renderText: ({ node }) => (node.attrs.empty || node.attrs.kind === 'caret' ? '' : `[${node.attrs.label}]`),
});

/** Text that a blank became; it remembers the blank. One may stand inside another. */
export const Filled = Mark.create({
  name: 'filled',
  inclusive: false,
  excludes: '',
  addAttributes: plain({ insertion: '', place: '', label: '', value: '', around: '' }),
  parseHTML: () => from('span', 'filled'),
  renderHTML: ({ mark }) => ['span', { class: 'filled', 'data-filled': JSON.stringify(mark.attrs) }, 0],
});

/** A table or list that a blank became. */
export const Rows = Node.create({
  name: 'rows',
  group: 'block',
  content: 'block+',
  defining: true,
  addAttributes: plain({ insertion: '', place: '', label: '', value: '' }),
  parseHTML: () => from('div', 'rows'),
  renderHTML: ({ node }) => ['div', { class: 'rows', 'data-rows': JSON.stringify(node.attrs) }, 0],
});

const PASSAGE = { label: '', on: true, when: null, insertion: null, place: null };
const passageData = ({ label, insertion, place }: Record<string, unknown>) =>
  JSON.stringify({ label, insertion, place });

/** Whole paragraphs that can be left out: a bracket in the margin. */
export const Passage = Node.create({
  name: 'passage',
  group: 'block',
  content: 'block+',
  defining: true,
  addAttributes: plain(PASSAGE),
  parseHTML: () => from('div', 'passage'),
  renderHTML: ({ node }) => [
    'div',
    { class: 'passage', 'data-passage': JSON.stringify(node.attrs), 'data-label': String(node.attrs.label) },
    0,
  ],
});

/** A part of a paragraph that can be left out. */
export const Stretch = Mark.create({
  name: 'stretch',
  inclusive: false,
  addAttributes: plain(PASSAGE),
  parseHTML: () => from('span', 'stretch'),
  renderHTML: ({ mark }) => [
    'span',
    {
      class: 'stretch',
      'data-stretch': JSON.stringify(mark.attrs),
      title: t('wording.optionalLabel', { label: mark.attrs.label }),
    },
    0,
  ],
});

/** What was left out keeps its place, and what stood there. */
const leftOut = (name: 'passageOut' | 'stretchOut', inline: boolean) =>
  Node.create({
    name,
    group: inline ? 'inline' : 'block',
    inline,
    atom: true,
    // What is typed must not take the place of what a reader does not see.
    selectable: false,
    addAttributes: plain({ ...PASSAGE, content: [] }),
    parseHTML: () => from(inline ? 'span' : 'div', name.toLowerCase()),
    renderHTML: ({ node }) => [
      inline ? 'span' : 'div',
      {
        class: inline ? 'stretch-out' : 'passage-out',
        [`data-${name.toLowerCase()}`]: JSON.stringify(node.attrs),
        'data-out': passageData(node.attrs),
        title: t('wording.leftOutLabel', { label: node.attrs.label }),
        contenteditable: 'false',
      },
      inline ? '\u2026' : t('wording.isLeftOut', { label: node.attrs.label }),
    ],
    renderText: () => '',
  });

export const PassageOut = leftOut('passageOut', false);
export const StretchOut = leftOut('stretchOut', true);

/** What could not be kept must not be written: nothing goes deeper into lists and tables than a document may. */
const NestingBound = Extension.create({
  name: 'nestingBound',
  addProseMirrorPlugins: () => [new Plugin({ filterTransaction: (tr) => !tr.docChanged || !isTooNested(tr.doc) })],
});

/** Links carry their address and nothing else, and lead where a link of a note may. */
const Link = Mark.create({
  name: 'link',
  // Before the other marks, as in the document model.
  priority: 1000,
  keepOnSplit: false,
  exitable: true,
  addAttributes: () => ({ href: { default: '' } }),
  parseHTML: () => [
    {
      tag: 'a[href]',
      getAttrs: (element) => {
        const href = linkTo(element.getAttribute('href') ?? '');
        return href !== null && { href };
      },
    },
  ],
  renderHTML: ({ HTMLAttributes }) => ['a', mergeAttributes(HTMLAttributes, { rel: 'noopener noreferrer' }), 0],
});

const tools = (which: 'lineTools' | 'wordingTools' | 'letterTools') =>
  later('tools', async () => (await import('./tools'))[which]);

/** Where a line stands on the sheet. */
const Align = Extension.create({
  name: 'align',
  addGlobalAttributes: () => [
    {
      types: ['paragraph', 'heading'],
      attributes: {
        align: {
          default: null,
          parseHTML: (element) =>
            /^(left|center|right|justify)$/.test(element.style.textAlign) ? element.style.textAlign : null,
          renderHTML: ({ align }) => (align ? { style: `text-align: ${align}` } : {}),
        },
      },
    },
  ],
});

/** Headings are made from the bar; a line that begins with a number sign stays as it was typed. */
const PlainHeading = Heading.extend({ addInputRules: () => [] }).configure({ levels: [1, 2, 3] });

export const Colour = Mark.create({
  name: 'colour',
  addAttributes: () => ({ value: { default: '#000000', rendered: false } }),
  parseHTML: () => [
    { tag: 'span[data-colour]', getAttrs: (element) => ({ value: (element as HTMLElement).dataset.colour }) },
  ],
  renderHTML: ({ mark }) => [
    'span',
    { 'data-colour': mark.attrs.value, class: 'coloured', style: `--colour: ${mark.attrs.value}` },
    0,
  ],
});

/** A picture in the text; its bytes are kept once by their content. */
export const Picture = Node.create({
  name: 'picture',
  group: 'inline',
  inline: true,
  draggable: true,
  addAttributes: plain({ file: '', alt: '', width: null }),
  parseHTML: () => from('img', 'picture'),
  renderHTML: ({ node }) => [
    'img',
    {
      'data-picture': JSON.stringify(node.attrs),
      src: `/api/files/${node.attrs.file}`,
      alt: node.attrs.alt,
      ...(node.attrs.width && { width: node.attrs.width }),
    },
  ],
  renderText: ({ node }) => node.attrs.alt,
});

/** What notes and drafts are written in: the document model of `core/note`, as editor extensions. */
export function letterExtensions(): Extensions {
  return [
    Bold,
    BulletList,
    Document,
    HardBreak,
    UndoRedo,
    Italic,
    ListItem,
    ListKeymap,
    OrderedList,
    Paragraph,
    Strike,
    Text,
    Underline,
    Link,
    tools('letterTools'),
    PlainHeading,
    NestingBound,
    FocusAtOnce,
    CaretInStep,
    Align,
    Colour,
    Picture,
    ...tables,
    Blank,
    Stretch,
    Filled,
    Rows,
    Passage,
    PassageOut,
    StretchOut,
  ];
}

const OneParagraph = Document.extend({ content: 'paragraph' });

/** The wording of a choice or of an entry: one paragraph with formatting and blanks. */
export function wordingExtensions(): Extensions {
  return [
    OneParagraph,
    Bold,
    HardBreak,
    UndoRedo,
    Italic,
    Paragraph,
    Text,
    Underline,
    Link,
    tools('wordingTools'),
    Blank,
    FocusAtOnce,
    CaretInStep,
  ];
}

/** One line: text and blanks, no formatting. */
export function lineExtensions(): Extensions {
  return [
    OneParagraph,
    UndoRedo,
    Paragraph,
    Text,
    tools('lineTools'),
    Blank,
    Stretch,
    Filled,
    StretchOut,
    FocusAtOnce,
    CaretInStep,
  ];
}
