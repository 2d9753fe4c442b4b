import { callOrReturn, getExtensionField, Node, type Command } from '@tiptap/core';
import { TableCell } from '@tiptap/extension-table/cell';
import { TableHeader } from '@tiptap/extension-table/header';
import { TableRow } from '@tiptap/extension-table/row';
import { TextSelection } from '@tiptap/pm/state';

/** A table as it stands in a document; how one moves in it and selects its cells is fetched later (tableKeys.ts). */
const Table = Node.create({
  name: 'table',
  group: 'block',
  content: 'tableRow+',
  isolating: true,
  tableRole: 'table',
  parseHTML: () => [{ tag: 'table' }],
  renderHTML: ({ HTMLAttributes }) => ['table', HTMLAttributes, ['tbody', 0]],
  // What `prosemirror-tables` knows rows and cells by.
  extendNodeSchema: ({ name, options, storage, config }) => ({
    tableRole: callOrReturn(getExtensionField({ config, name, options, storage } as never, 'tableRole')),
  }),
});

/** Tables with rows, cells and headings. */
export const tables = [Table, TableRow, TableCell, TableHeader];

/** Puts an empty table in at the caret, which then stands in its first cell. */
export const insertTable =
  (rows: number, columns: number): Command =>
  ({ tr, dispatch, editor }) => {
    const { table, tableRow, tableCell } = editor.schema.nodes;
    const cells = Array.from({ length: columns }, () => tableCell!.createAndFill()!);
    const lines = Array.from({ length: rows }, () => tableRow!.createChecked(null, cells));
    if (!dispatch) return true;
    const inside = tr.selection.from + 1;
    tr.replaceSelectionWith(table!.createChecked(null, lines)).scrollIntoView();
    tr.setSelection(TextSelection.near(tr.doc.resolve(inside)));
    return true;
  };
