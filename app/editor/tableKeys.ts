import { Extension } from '@tiptap/core';
import { keymap } from '@tiptap/pm/keymap';
import type { Command } from '@tiptap/pm/state';
import { addRowAfter, CellSelection, deleteTable, goToNextCell, tableEditing } from '@tiptap/pm/tables';

/** Tab goes on to the next cell; behind the last one it begins a row. */
const onward: Command = (state, dispatch, view) => {
  if (goToNextCell(1)(state, dispatch)) return true;
  if (!addRowAfter(state, dispatch)) return false;
  if (view) goToNextCell(1)(view.state, view.dispatch);
  return true;
};

/** With every cell selected the table itself goes. */
const remove: Command = (state, dispatch) => {
  const { selection } = state;
  const isWhole = selection instanceof CellSelection && selection.isRowSelection() && selection.isColSelection();
  return isWhole && deleteTable(state, dispatch);
};

/** How one moves in a table, selects its cells and keeps its rows even. */
export const TableKeys = Extension.create({
  name: 'tableKeys',
  addProseMirrorPlugins: () => [
    keymap({
      Tab: onward,
      'Shift-Tab': goToNextCell(-1),
      Backspace: remove,
      'Mod-Backspace': remove,
      Delete: remove,
      'Mod-Delete': remove,
    }),
    tableEditing(),
  ],
});
