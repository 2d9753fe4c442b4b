import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';

/** What goes with an insertion beside its wording. */
interface Along {
  /** The insertion was undone: what it brought along goes too. */
  undone(): void;
  redone(): void;
}

interface Put extends Along {
  /** Two places in what was inserted, near its ends. */
  from: number;
  to: number;
  /** The document as it was before the insertion was undone; null while it stands. */
  gone: Node | null;
}

/** Follows what was inserted into a letter, so that an undo takes all of it back, and a redo brings all of it. */
export function useInsertions(editor: Editor) {
  const puts: Put[] = [];
  editor.on('transaction', ({ transaction }) => {
    if (!transaction.docChanged) return;
    const history = transaction.getMeta('history$') as { redo: boolean } | undefined;
    for (const put of puts) {
      if (put.gone) {
        if (!history?.redo || !transaction.doc.eq(put.gone)) continue;
        Object.assign(put, placesOf(transaction.before, put.gone), { gone: null });
        put.redone();
        continue;
      }
      const [first, last] = [transaction.mapping.mapResult(put.from), transaction.mapping.mapResult(put.to)];
      put.from = first.pos;
      put.to = last.pos;
      if (!history || history.redo || !first.deletedAcross || !last.deletedAcross) continue;
      put.gone = transaction.before;
      put.undone();
    }
  });
  return {
    /** Something was inserted: the letter was `before` and is now what the editor shows. */
    add(before: Node, along: Along): void {
      puts.push({ ...placesOf(before, editor.state.doc), ...along, gone: null });
    },
  };
}

/** Two places within what the one document has and the other has not. */
function placesOf(before: Node, after: Node): { from: number; to: number } {
  const start = after.content.findDiffStart(before.content) ?? 0;
  const end = after.content.findDiffEnd(before.content)?.a ?? after.content.size;
  const from = Math.min(start + 1, after.content.size);
  return { from, to: Math.max(from, Math.max(start, end) - 1) };
}
