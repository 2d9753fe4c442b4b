import type { Phrase } from '#core/text/phrase';
import { defineStore } from 'pinia';
import type { NoteInput } from '#shared/schemas/note';
import type { Origin } from '#core/blank/find/candidate';
import type { DocJson } from '#core/note/schema';

/** Wording brought to the bench: what the note is to say, and who it was written to. */
export interface Brought {
  input: NoteInput;
  origin: Origin | null;
  /** What was left out of a message, to be put back. */
  left?: LeftOutParts;
  /** Where it was written down before, when it is gone on with. */
  place?: string;
}

export interface LeftOutParts {
  signature: DocJson | null;
  quoted: DocJson | null;
  remarks: Phrase[];
}

/** Carries wording from where it is to the bench, once. */
export const useKeepStore = defineStore('keep', () => {
  const waiting = new Map<string, Brought>();

  /** @param noteId the note whose wording it is to become; `new` for a new note */
  function bring(noteId: string, { input, origin, left, place }: Brought): void {
    const { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments } = input;
    waiting.set(noteId, {
      input: { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments },
      origin,
      left,
      place,
    });
  }

  function take(noteId: string): Brought | null {
    const brought = waiting.get(noteId) ?? null;
    waiting.delete(noteId);
    return brought;
  }

  return { bring, take };
});
