import type { Node } from '@tiptap/pm/model';
import { textHtml } from './escape';

/** Lines that stand one after the other with nothing in them to fill, to leave out or to format: as HTML and as text. */
export interface PlainRun {
  readonly lines: readonly Node[];
  readonly html: string;
  readonly text: string;
  /** How many positions of the document they take. */
  readonly size: number;
}

/** Each run by the line it begins with. */
const runs = new WeakMap<Node, PlainRun>();

/** Before the text of an ordinary paragraph, and behind it. Margins are none because mail programs differ in theirs. */
const PARAGRAPH = ['<p style="margin:0">', '</p>'] as const;

/** Whether a line is an ordinary paragraph: one text without formatting that begins with a Latin letter. */
function isPlainLine(line: Node): boolean {
  const only = line.childCount === 1 && line.type.name === 'paragraph' && !line.attrs.align ? line.firstChild! : null;
  return Boolean(only?.isText && !only.marks.length && /^[a-z]/i.test(only.text!));
}

/** Works out the runs among the blocks of a node: once, when a document is read, long before it is filled and shown. */
export function preparePlainRuns(parent: Node): void {
  let lines: Node[] = [];
  const close = () => {
    if (lines.length) {
      const size = lines.reduce((sum, line) => sum + line.nodeSize, 0);
      const html = lines.map((line) => PARAGRAPH[0] + textHtml(line.firstChild!, true) + PARAGRAPH[1]).join('');
      runs.set(lines[0]!, { lines, html, size, text: lines.map((line) => line.firstChild!.text!).join('\n') });
    }
    lines = [];
  };
  parent.forEach((child) => {
    if (isPlainLine(child)) lines.push(child);
    else close();
  });
  close();
}

/** The run that begins at one of these blocks, when all of it stands there still. */
function plainRunAt(blocks: readonly Node[], at: number): PlainRun | undefined {
  const run = runs.get(blocks[at]!);
  if (!run || at + run.lines.length > blocks.length) return undefined;
  for (let i = 1; i < run.lines.length; i++) if (blocks[at + i] !== run.lines[i]) return undefined;
  return run;
}

/** Goes through the children of a node in their order, a run of plain lines at once. */
export function eachRunOrBlock(parent: Node, onRun: (run: PlainRun) => void, onBlock: (block: Node) => void): void {
  const blocks = parent.content.content;
  for (let i = 0; i < blocks.length; i++) {
    const run = plainRunAt(blocks, i);
    if (run) {
      onRun(run);
      i += run.lines.length - 1;
    } else onBlock(blocks[i]!);
  }
}
