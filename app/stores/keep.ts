import { defineStore } from 'pinia';
import type { NoteInput } from '#shared/schemas/note';
import type { Origin } from '../../core/blank/candidates';

/** Wording brought to the bench: what the note is to say, and who it was written to. */
export interface Brought {
  input: NoteInput;
  origin: Origin | null;
}

/** Carries wording from where it is to the bench, once. */
export const useKeepStore = defineStore('keep', () => {
  const waiting = new Map<string, Brought>();

  /** @param noteId the note whose wording it is to become; `new` for a new note */
  function bring(noteId: string, { input, origin }: Brought): void {
    const { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments } = input;
    waiting.set(noteId, {
      input: { name, description, cue, shelfId, pinned, subject, body, to, cc, bcc, attachments },
      origin,
    });
  }

  function take(noteId: string): Brought | null {
    const brought = waiting.get(noteId) ?? null;
    waiting.delete(noteId);
    return brought;
  }

  return { bring, take };
});
