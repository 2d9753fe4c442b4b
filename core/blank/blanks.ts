import type { Node } from '@tiptap/pm/model';
import { blankNodes } from '../note/blankNodes';
import { parseDoc, type DocJson } from '../note/schema';
import { blankKey } from './kinds/key';
import type { BlankDef } from './kinds/kind';
import { kindOf, optionsOf } from './kinds/registry';

/** A blank where it stands. One inside a wording of another stands where that one does. */
export interface StandingBlank extends BlankDef {
  pos: number;
  /** Whether it stands in a wording of another blank. */
  inside: boolean;
}

const parsed = new WeakMap<DocJson, Node | null>();

/** A wording as a document; null when it cannot be read. */
export function wordingDoc(wording: DocJson): Node | null {
  let doc = parsed.get(wording);
  if (doc === undefined) {
    try {
      doc = parseDoc(wording);
    } catch {
      doc = null;
    }
    parsed.set(wording, doc);
  }
  return doc;
}

/** The wordings of a blank; none where its options are not what they should be, which the check of the note says. */
function wordingsOf(blank: Pick<BlankDef, 'kind' | 'options'>): DocJson[] {
  try {
    const found: DocJson[] = [];
    kindOf(blank.kind).mapWordings?.(optionsOf(blank), (wording) => (found.push(wording), wording));
    return found;
  } catch {
    return [];
  }
}

/** Every blank of a document in reading order, those inside wordings too, as often as they stand there. */
export function blanksIn(doc: Node): StandingBlank[] {
  let found = standing.get(doc);
  if (!found) standing.set(doc, (found = findBlanks(doc)));
  return found;
}

/** How many blanks are still to be filled in a letter. */
export const openBlanksIn = (doc: Node): number =>
  blankNodes(doc).filter(({ node: { attrs } }) => !attrs.empty && !kindOf(attrs.kind).isPlace).length;

const standing = new WeakMap<Node, StandingBlank[]>();

function findBlanks(doc: Node): StandingBlank[] {
  const found: StandingBlank[] = [];
  const take = (node: Node, pos: number, inside: boolean, depth: number) => {
    const { label, kind, options } = node.attrs as BlankDef;
    found.push({ label, kind, options, pos, inside });
    if (depth > 5) return;
    for (const wording of wordingsOf({ kind, options })) {
      wordingDoc(wording)?.descendants((child) => {
        if (child.type.name === 'blank') take(child, pos, true, depth + 1);
      });
    }
  };
  for (const { node, pos } of blankNodes(doc)) take(node, pos, false, 0);
  return found;
}

/** The text of the wordings that blanks of a document may become, a line each: for search. */
export function wordingText(doc: Node): string {
  return blanksIn(doc)
    .flatMap((blank) => wordingsOf(blank))
    .map((wording) => wordingDoc(wording)?.textContent ?? '')
    .filter(Boolean)
    .join('\n');
}

/** The distinct blanks of a note, one for each key, the subject's first. */
export function definitions(docs: Node[]): BlankDef[] {
  const byKey = new Map<string, BlankDef>();
  for (const doc of docs) {
    for (const { label, kind, options } of blanksIn(doc)) {
      const key = blankKey(label);
      if (!byKey.has(key)) byKey.set(key, { label, kind, options });
    }
  }
  return [...byKey.values()];
}
