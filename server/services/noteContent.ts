import type { NoteInput } from '#shared/schemas/note';
import { blanksIn, wordingText } from '#core/blank/blanks';
import { checkNote } from '#core/blank/check';
import { countNodes, MOST_NODES, parseDoc, picturesIn } from '#core/note/schema';
import { toLine, toText } from '#core/note/text';
import type { NoteContent } from '../db/repositories/notes';
import { phrase } from '#core/text/phrase';
import { UserError } from './errors';

/** A note as it is stored, with its derived text. @throws UserError when its blanks are not in order. */
export function noteContent(input: NoteInput): NoteContent {
  if (countNodes(input.body) > MOST_NODES)
    throw new UserError(phrase('invalid.manyPieces', { most: MOST_NODES }), 422, { code: 'document' });
  const subjectDoc = parseDoc(input.subject);
  const bodyDoc = parseDoc(input.body);
  const [problem] = checkNote(subjectDoc, bodyDoc);
  if (problem) throw new UserError(problem.problem, 422, { code: 'blanks' });
  // What a choice may become is wording of the note too, and is found like the rest.
  const bodyText = [toText(bodyDoc), wordingText(bodyDoc)].filter(Boolean).join('\n');
  return {
    ...input,
    subjectText: toLine(subjectDoc),
    bodyText,
    blanks: blanksIn(subjectDoc).length + blanksIn(bodyDoc).length,
    files: input.attachments.length + picturesIn(input.body).length,
  };
}
