import type { Node } from '@tiptap/pm/model';
import { blankKey } from '../blank/key';
import { isKind, kindOf } from '../blank/registry';

/** Something in a note that must be put right before the note can be kept. */
export interface NoteProblem {
  message: string;
  /** Positions of the blanks meant, in the document they stand in. */
  places: { part: 'subject' | 'body'; pos: number }[];
}

/**
 * What is wrong with the blanks of a note: no label, an unknown kind, options that do not fit the kind, or two blanks
 * with one label that would ask different things. An empty list means the note may be kept.
 */
export function checkNote(subject: Node, body: Node): NoteProblem[] {
  const problems: NoteProblem[] = [];
  const seen = new Map<
    string,
    { kind: string; options: string; label: string; place: NoteProblem['places'][number] }
  >();
  for (const [part, doc] of [
    ['subject', subject],
    ['body', body],
  ] as const) {
    doc.descendants((node, pos) => {
      if (node.type.name !== 'blank') return;
      const place = { part, pos };
      const { label, kind, options } = node.attrs as { label: string; kind: string; options: Record<string, unknown> };
      if (!label.trim()) {
        problems.push({ message: 'A blank has no label. Give it a word that says what goes there.', places: [place] });
        return;
      }
      if (!isKind(kind)) {
        problems.push({ message: `The blank "${label}" is of a kind this version does not know.`, places: [place] });
        return;
      }
      const wrong = kindOf(kind).check(options);
      if (wrong) problems.push({ message: `The blank "${label}": ${wrong}`, places: [place] });
      const known = seen.get(blankKey(label));
      const written = JSON.stringify(options);
      if (!known) seen.set(blankKey(label), { kind, options: written, label, place });
      else if (known.kind !== kind || known.options !== written) {
        problems.push({
          message: `Two blanks are called "${label}" but ask for different things. Rename one, or make them alike.`,
          places: [known.place, place],
        });
      }
    });
  }
  return problems;
}
