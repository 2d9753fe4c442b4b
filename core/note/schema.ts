import { Schema, type AttributeSpec, type Node } from '@tiptap/pm/model';
import { blankNodes } from './blankNodes';
import { prepareText } from './escape';
import { preparePlainRuns } from './plainRun';
import { isSafeLink } from './link';
import { phrase, type Phrase } from '../text/phrase';

/** A file is named by the SHA-256 of its content, in hexadecimal. */
export const FILE = /^[0-9a-f]{64}$/;
/** A colour as documents keep it: `#rrggbb`. */
export const COLOUR = /^#[0-9a-f]{6}$/i;

/** What a passage remembers: its name in the fill list, whether it is on, and the condition that turns it on. */
const passageAttrs: Record<string, AttributeSpec> = {
  label: { default: '', validate: 'string' },
  on: { default: true, validate: 'boolean' },
  when: {
    default: null,
    validate(value) {
      if (value === null) return;
      const { blank, test, value: compared } = value as Record<string, unknown>;
      if (typeof blank !== 'string' || typeof test !== 'string' || !['string', 'undefined'].includes(typeof compared))
        throw new RangeError('This is no condition.');
    },
  },
  insertion: { default: null, validate: 'string|null' },
  place: { default: null, validate: 'string|null' },
};
/** A passage left out of a draft keeps what stood in it, so that it can be put back as it was. */
const leftOutAttrs: Record<string, AttributeSpec> = {
  ...passageAttrs,
  content: {
    default: [],
    validate(value) {
      if (!Array.isArray(value)) throw new RangeError('What was left out is no content.');
    },
  },
};

const ALIGNMENTS = [null, 'left', 'center', 'right', 'justify'];
const align: AttributeSpec = {
  default: null,
  validate(value) {
    if (!ALIGNMENTS.includes(value as string | null)) throw new RangeError('A paragraph cannot be aligned like this.');
  },
};

const matches =
  (pattern: RegExp, problem: string): AttributeSpec['validate'] =>
  (value) => {
    if (typeof value !== 'string' || !pattern.test(value)) throw new RangeError(problem);
  };

const whole =
  (most: number): AttributeSpec['validate'] =>
  (value) => {
    if (!Number.isInteger(value) || (value as number) < 0 || (value as number) > most)
      throw new RangeError('Here a whole number is needed.');
  };
const fields: AttributeSpec['validate'] = (value) => {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new RangeError('Here fields are needed.');
};

const cellAttrs: Record<string, AttributeSpec> = {
  colspan: { default: 1, validate: whole(1000) },
  rowspan: { default: 1, validate: whole(1000) },
  colwidth: {
    default: null,
    validate(value) {
      if (value !== null && !(Array.isArray(value) && value.every((width) => typeof width === 'number')))
        throw new RangeError('A column is as wide as a number says.');
    },
  },
  align,
};

/**
 * The one document model of Jar Note. Notes, subjects, signatures and drafts are all documents of this schema;
 * the editor, the fill engine, the renderers and import speak nothing else.
 *
 * - `blank` is an open place: an inline atom. In a note it says what will be asked; in a draft it also says which
 *   insertion it came from and which place of that insertion it is. With `empty` it was filled with nothing.
 * - `filled` marks the text that a blank became in a draft. Its definition stands in the draft's fills; the mark
 *   remembers what was put there, so that text edited by hand since is left alone. A wording that holds blanks of its
 *   own carries one mark around another.
 * - `rows` is what a blank became that is filled with a table or a list: a block.
 * - `picture` names its file by the digest of its content; where the bytes are is not the document's business.
 * - `passage` (whole paragraphs) and `stretch` (a part of one) are optional passages; left out of a draft they become
 *   `passageOut` and `stretchOut`, which a reader does not see.
 */
export const schema = new Schema({
  nodes: {
    doc: { content: 'block+' },
    paragraph: { group: 'block', content: 'inline*', attrs: { align } },
    heading: {
      group: 'block',
      content: 'inline*',
      defining: true,
      attrs: {
        level: {
          default: 1,
          validate(value) {
            if (![1, 2, 3].includes(value as number)) throw new RangeError('A heading is of level 1, 2 or 3.');
          },
        },
        align,
      },
    },
    bulletList: { group: 'block list', content: 'listItem+' },
    orderedList: {
      group: 'block list',
      content: 'listItem+',
      attrs: { start: { default: 1, validate: whole(1_000_000) }, type: { default: null, validate: 'string|null' } },
    },
    listItem: { content: 'paragraph block*', defining: true },
    table: { group: 'block', content: 'tableRow+', isolating: true },
    tableRow: { content: '(tableCell | tableHeader)*' },
    tableCell: { content: 'block+', attrs: cellAttrs, isolating: true },
    tableHeader: { content: 'block+', attrs: cellAttrs, isolating: true },
    passage: { group: 'block', content: 'block+', attrs: passageAttrs, defining: true },
    passageOut: { group: 'block', atom: true, attrs: leftOutAttrs },
    rows: {
      group: 'block',
      content: 'block+',
      defining: true,
      attrs: {
        insertion: { validate: 'string' },
        place: { validate: 'string' },
        label: { validate: 'string' },
        value: { default: '', validate: 'string' },
      },
    },
    text: { group: 'inline' },
    hardBreak: { group: 'inline', inline: true, selectable: false },
    picture: {
      group: 'inline',
      inline: true,
      draggable: true,
      attrs: {
        file: { validate: matches(FILE, 'A picture names no file that is kept here.') },
        alt: { default: '', validate: 'string' },
        width: { default: null, validate: 'number|null' },
      },
    },
    stretchOut: { group: 'inline', inline: true, atom: true, attrs: leftOutAttrs },
    blank: {
      group: 'inline',
      inline: true,
      atom: true,
      attrs: {
        label: { validate: 'string' },
        kind: { validate: 'string' },
        options: { default: {}, validate: fields },
        insertion: { default: null, validate: 'string|null' },
        place: { default: null, validate: 'string|null' },
        empty: { default: false, validate: 'boolean' },
      },
    },
  },
  marks: {
    link: { attrs: { href: { validate: 'string' } }, inclusive: false },
    bold: {},
    italic: {},
    strike: {},
    underline: {},
    colour: { attrs: { value: { validate: matches(COLOUR, 'A colour is written like #8a1f1f.') } } },
    stretch: { inclusive: false, attrs: passageAttrs },
    filled: {
      inclusive: false,
      excludes: '',
      attrs: {
        insertion: { validate: 'string' },
        place: { validate: 'string' },
        label: { validate: 'string' },
        value: { validate: 'string' },
        /** The formatting that stood around the blank, when its value brings formatting of its own. */
        around: { default: '', validate: 'string' },
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
  constructor(
    readonly phrase: Phrase,
    options?: ErrorOptions,
  ) {
    super(phrase.code, options);
  }
}

/** So deep may nodes stand in one another: thirty lists, of which no reader could tell the last ones apart. */
const DEEPEST = 64;
/** So deep may JSON of a document nest, the documents in the options of its blanks among it. */
const DEEPEST_JSON = 300;

/** Whether nodes of a document stand deeper in one another than it may be kept. */
export function isTooNested(doc: Node): boolean {
  let level = [doc];
  for (let depth = 0; level.length; depth++) {
    if (depth > DEEPEST) return true;
    const inner: Node[] = [];
    for (const node of level)
      if (!node.isTextblock) node.forEach((child) => void (child.childCount && inner.push(child)));
    level = inner;
  }
  return false;
}

/** Whether a value is built in so many layers that reading it could end the program. */
export function isTooDeep(json: unknown, deepest = DEEPEST_JSON): boolean {
  let level = [json];
  for (let depth = 0; level.length; depth++) {
    if (depth > deepest) return true;
    const inner: unknown[] = [];
    for (const value of level)
      if (typeof value === 'object' && value !== null)
        for (const part of Object.values(value)) if (typeof part === 'object' && part !== null) inner.push(part);
    level = inner;
  }
  return false;
}

/** So many paragraphs, cells, words of one kind and other pieces a document that is written may have. */
export const MOST_NODES = 12_000;

/** How many pieces a document has, what was left out of it included; counted no further than one behind `most`. */
export function countNodes(json: unknown, most = MOST_NODES): number {
  const open: unknown[] = [json];
  let count = 0;
  while (open.length && count <= most) {
    const node = open.pop() as { content?: unknown; attrs?: { content?: unknown } } | null;
    if (typeof node !== 'object' || node === null) continue;
    count++;
    for (const inner of [node.content, node.attrs?.content])
      if (Array.isArray(inner)) for (const one of inner) open.push(one);
  }
  return count;
}

/**
 * Reads a stored document, checking every node, attribute and link against the schema.
 * @throws DocumentError that says why when it does not fit.
 */
export function parseDoc(json: unknown): Node {
  let node: Node;
  const tooDeep = phrase('document.tooDeep');
  if (isTooDeep(json)) throw new DocumentError(tooDeep);
  try {
    node = schema.nodeFromJSON(json);
    node.check();
  } catch (error) {
    throw new DocumentError(phrase('document.unreadable'), {
      cause: error,
    });
  }
  if (isTooNested(node)) throw new DocumentError(tooDeep);
  if (node.type.name !== 'doc') throw new DocumentError(phrase('document.notWhole'));
  checkInside(node);
  blankNodes(node);
  return node;
}

/** Links lead where links may, and what was left out is as sound as what stands. */
function checkInside(node: Node): void {
  preparePlainRuns(node);
  node.descendants((child) => {
    if (child.isText) prepareText(child);
    else if (!child.isTextblock) preparePlainRuns(child);
    for (const mark of child.marks) {
      if (mark.type.name === 'link' && !isSafeLink(mark.attrs.href)) {
        throw new DocumentError(phrase('document.badLink', { target: String(mark.attrs.href) }));
      }
    }
    if (child.type.name === 'passageOut' || child.type.name === 'stretchOut') leftOutContent(child);
  });
}

/** What stands in a passage that was left out, as a document. @throws DocumentError */
export function leftOutContent(out: Node): Node {
  const content = out.attrs.content as DocJson[];
  return parseDoc({
    type: 'doc',
    content: out.type.name === 'passageOut' ? content : [{ type: 'paragraph', content }],
  });
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

/** Whether a document holds nothing a reader would see: no text, no blank and no picture. */
export function isEmptyDoc(doc: DocJson): boolean {
  return !(doc.content ?? []).some(
    (child) =>
      child.type === 'blank' || child.type === 'picture' || (child.text ?? '').trim() !== '' || !isEmptyDoc(child),
  );
}

/** The files of the pictures in a document, each once, also of those in what is left out. */
export function picturesIn(json: DocJson): string[] {
  return [...new Set([...JSON.stringify(json).matchAll(/"file":"([0-9a-f]{64})"/g)].map(([, file]) => file!))];
}
