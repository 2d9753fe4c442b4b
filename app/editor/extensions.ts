import { Mark, mergeAttributes, Node, type Extensions } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import Link from '@tiptap/extension-link';
import { isSafeLink } from '../../core/note/schema';

const asJson = (value: string | null) => {
  try {
    return value ? JSON.parse(value) : null;
  } catch {
    return null;
  }
};

/** An open blank: a ruled gap with its label beneath. */
export const Blank = Node.create({
  name: 'blank',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addAttributes: () => ({
    label: { default: '', rendered: false },
    kind: { default: 'text', rendered: false },
    options: { default: {}, rendered: false },
    insertion: { default: null, rendered: false },
    place: { default: null, rendered: false },
  }),
  parseHTML: () => [
    { tag: 'span[data-blank]', getAttrs: (element) => asJson(element.getAttribute('data-blank')) ?? false },
  ],
  renderHTML: ({ node }) => [
    'span',
    { class: 'blank', 'data-blank': JSON.stringify(node.attrs), contenteditable: 'false' },
    ['span', { class: 'blank-rule' }, '\u00a0'],
    ['span', { class: 'blank-label' }, String(node.attrs.label)],
  ],
  renderText: ({ node }) => `[${node.attrs.label}]`,
});

/** Text that a blank became; it remembers the blank. */
export const Filled = Mark.create({
  name: 'filled',
  inclusive: false,
  addAttributes: () => ({
    insertion: { default: '', rendered: false },
    place: { default: 0, rendered: false },
    label: { default: '', rendered: false },
    kind: { default: 'text', rendered: false },
    options: { default: {}, rendered: false },
    value: { default: '', rendered: false },
  }),
  parseHTML: () => [
    { tag: 'span[data-filled]', getAttrs: (element) => asJson(element.getAttribute('data-filled')) ?? false },
  ],
  renderHTML: ({ mark }) => ['span', { class: 'filled', 'data-filled': JSON.stringify(mark.attrs) }, 0],
});

/** Links carry their address and nothing else. */
const PlainLink = Link.extend({
  addAttributes: () => ({
    href: { default: '', parseHTML: (element: HTMLElement) => element.getAttribute('href') ?? '' },
  }),
  renderHTML: ({ HTMLAttributes }) => ['a', mergeAttributes(HTMLAttributes, { rel: 'noopener noreferrer' }), 0],
}).configure({
  openOnClick: false,
  autolink: true,
  linkOnPaste: true,
  isAllowedUri: (url) => isSafeLink(url) || !/^[a-z]+:/i.test(url),
});

/** What notes and drafts are written in: the document model of `core/note`, as editor extensions. */
export function letterExtensions(): Extensions {
  return [
    StarterKit.configure({
      blockquote: false,
      code: false,
      codeBlock: false,
      heading: false,
      horizontalRule: false,
      strike: false,
      link: false,
      trailingNode: false,
    }),
    PlainLink,
    Blank,
    Filled,
  ];
}

/** One line: text and blanks, no formatting. */
export function lineExtensions(): Extensions {
  return [
    Node.create({ name: 'doc', topNode: true, content: 'paragraph' }),
    StarterKit.configure({
      document: false,
      blockquote: false,
      bold: false,
      bulletList: false,
      code: false,
      codeBlock: false,
      hardBreak: false,
      heading: false,
      horizontalRule: false,
      italic: false,
      link: false,
      listItem: false,
      listKeymap: false,
      orderedList: false,
      strike: false,
      trailingNode: false,
      underline: false,
    }),
    Blank,
    Filled,
  ];
}
