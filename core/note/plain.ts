import { Fragment, type Node } from '@tiptap/pm/model';
import { schema } from './schema';

/** Text and blanks of a line, without formatting; what is optional stays so. */
function plainLine(line: Node): Node[] {
  const out: Node[] = [];
  line.forEach((child) => {
    if (child.type.name === 'picture') return;
    out.push(child.mark(child.marks.filter(({ type }) => type.name === 'stretch' || type.name === 'filled')));
  });
  return out;
}

function plainBlocks(parent: Node, before = ''): Node[] {
  const out: Node[] = [];
  let number = Number(parent.attrs.start ?? 1);
  parent.forEach((child) => {
    const { name } = child.type;
    if (child.isTextblock) {
      const line = plainLine(child);
      const lead = before && !out.length ? [schema.text(before)] : [];
      out.push(schema.nodes.paragraph.create(null, Fragment.fromArray([...lead, ...line])));
    } else if (name === 'bulletList') out.push(...items(child, () => '- '));
    else if (name === 'orderedList') {
      number = Number(child.attrs.start);
      out.push(...items(child, () => `${number++}. `));
    } else if (name === 'table') out.push(...tableLines(child));
    else if (name === 'passage' || name === 'rows') out.push(child.copy(Fragment.fromArray(plainBlocks(child))));
    else if (child.isLeaf) out.push(child);
    else out.push(...plainBlocks(child));
  });
  return out;
}

function items(list: Node, sign: () => string): Node[] {
  const out: Node[] = [];
  list.forEach((item) => out.push(...plainBlocks(item, sign())));
  return out;
}

/** A row becomes a line, its cells two spaces apart. */
function tableLines(table: Node): Node[] {
  const lines: Node[] = [];
  table.forEach((row) => {
    const line: Node[] = [];
    row.forEach((cell) => {
      if (line.length) line.push(schema.text('  '));
      cell.forEach((block) => line.push(...plainLine(block)));
    });
    lines.push(schema.nodes.paragraph.create(null, Fragment.fromArray(line)));
  });
  return lines;
}

/** A document without any formatting: no list, table, heading, picture, link, colour. Words, blanks and passages stay. */
export function plainDoc(doc: Node): Node {
  const blocks = plainBlocks(doc);
  return schema.node('doc', null, blocks.length ? blocks : [schema.node('paragraph')]);
}
