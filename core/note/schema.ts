import { Schema, type Node } from '@tiptap/pm/model';

/** Where a link in a note may lead. Anything else (script, data) is not a link a client should get. */
const SAFE_LINK = /^(https?:|mailto:|tel:)/i;

/** Whether `href` may stand in a note or a message. */
export function isSafeLink(href: unknown): href is string {
  return typeof href === 'string' && SAFE_LINK.test(href.trim());
}

/**
 * The one document model of Jar Note. Notes, subjects, signatures and drafts are all documents of this schema;
 * the editor, the fill engine, the renderers and import speak nothing else.
 *
 * - `blank` is an open place: an inline atom. In a note it says what will be asked; in a draft it also says which
 *   insertion it came from and which place of that insertion it is.
 * - `filled` marks the text that a blank became in a draft, and remembers the blank, so that a changed answer finds
 *   its places again and text edited by hand since (text that differs from `value`) is left alone.
 */
export const schema = new Schema({
  nodes: {
    doc: { content: 'block+' },
    paragraph: {
      group: 'block',
      content: 'inline*',
      parseDOM: [{ tag: 'p' }],
      toDOM: () => ['p', 0],
    },
    bulletList: {
      group: 'block list',
      content: 'listItem+',
      parseDOM: [{ tag: 'ul' }],
      toDOM: () => ['ul', 0],
    },
    orderedList: {
      group: 'block list',
      content: 'listItem+',
      attrs: { start: { default: 1, validate: 'number' }, type: { default: null } },
      parseDOM: [{ tag: 'ol' }],
      toDOM: (node) => ['ol', { start: node.attrs.start as number }, 0],
    },
    listItem: {
      content: 'paragraph block*',
      defining: true,
      parseDOM: [{ tag: 'li' }],
      toDOM: () => ['li', 0],
    },
    text: { group: 'inline' },
    hardBreak: {
      group: 'inline',
      inline: true,
      selectable: false,
      parseDOM: [{ tag: 'br' }],
      toDOM: () => ['br'],
    },
    blank: {
      group: 'inline',
      inline: true,
      atom: true,
      attrs: {
        label: { validate: 'string' },
        kind: { validate: 'string' },
        options: { default: {} },
        insertion: { default: null, validate: 'string|null' },
        place: { default: null, validate: 'number|null' },
      },
    },
  },
  marks: {
    link: { attrs: { href: { validate: 'string' } }, inclusive: false },
    bold: {},
    italic: {},
    underline: {},
    filled: {
      inclusive: false,
      attrs: {
        insertion: { validate: 'string' },
        place: { validate: 'number' },
        label: { validate: 'string' },
        kind: { validate: 'string' },
        options: { default: {} },
        value: { validate: 'string' },
      },
    },
  },
});

/** A document as it is stored and sent over the wire: the JSON of a `doc` node of {@link schema}. */
export interface DocJson {
  type: string;
  attrs?: Record<string, unknown>;
  content?: DocJson[];
  marks?: { type: string; attrs?: Record<string, unknown> }[];
  text?: string;
}

/** Said when something that should be a note's wording is not a document of the schema. */
export class DocumentError extends Error {
  override name = 'DocumentError';
}

/**
 * Reads a stored document, checking every node, attribute and link against the schema.
 * @throws DocumentError with a message for the user when it does not fit.
 */
export function parseDoc(json: unknown): Node {
  let node: Node;
  try {
    node = schema.nodeFromJSON(json);
    node.check();
  } catch (error) {
    throw new DocumentError('This wording could not be read. It may have been changed by another program.', {
      cause: error,
    });
  }
  if (node.type.name !== 'doc') throw new DocumentError('This wording is not a whole document.');
  node.descendants((child) => {
    for (const mark of child.marks) {
      if (mark.type.name === 'link' && !isSafeLink(mark.attrs.href)) {
        throw new DocumentError(
          `A link may lead to a web page, an address or a telephone number, not to "${mark.attrs.href}".`,
        );
      }
    }
  });
  return node;
}

/** An empty document: one empty paragraph. */
export function emptyDoc(): DocJson {
  return { type: 'doc', content: [{ type: 'paragraph' }] };
}

/** A document with one paragraph for each line of `text`; a blank line makes an empty paragraph. */
export function docFromText(text: string): DocJson {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  return {
    type: 'doc',
    content: lines.map((line) =>
      line ? { type: 'paragraph', content: [{ type: 'text', text: line }] } : { type: 'paragraph' },
    ),
  };
}

/** Whether a document holds nothing a reader would see: no text and no blank. */
export function isEmptyDoc(doc: DocJson): boolean {
  return !(doc.content ?? []).some(
    (child) => child.type === 'blank' || (child.text ?? '').trim() !== '' || !isEmptyDoc(child),
  );
}
