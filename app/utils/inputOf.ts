import type { NoteInput } from '#shared/schemas/note';

/** What of a note its owner writes. */
export function inputOf(note: NoteInput): NoteInput {
  const { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments } = note;
  return { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments };
}
