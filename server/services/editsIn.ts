import type { BlankDef } from '#core/blank/kinds/kind';
import { flat } from '#core/edits/flat';
import { parseDoc, type DocJson } from '#core/note/schema';
import { improved } from '#core/wording/improve';

/** A letter, and the notes that were put into it as they were then. */
export interface LetterWithNotes {
  body: DocJson;
  notes: { note: string; insertion: string; body: DocJson; blanks: BlankDef[] }[];
}

/** What each note said and what it says in the letter; nothing for one that stands there as it is, or of which nothing is left. */
export function editsIn({ body, notes }: LetterWithNotes): { note: string; base: string; sent: string | null }[] {
  const letter = parseDoc(body);
  const seen = new Set<string>();
  return notes.flatMap(({ note, insertion, body, blanks }) => {
    const wording = parseDoc(body);
    const now = improved(wording, letter, insertion, blanks);
    // Put in twice, it counts once.
    if (!now || seen.has(note)) return [];
    seen.add(note);
    const [base, sent] = [flat(wording).text, flat(now).text];
    return [{ note, base, sent: base === sent ? null : sent }];
  });
}
