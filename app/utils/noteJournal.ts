import type { NoteInput } from '#shared/schemas/note';
import { journalOf, journalsOf } from '~/utils/journal';

/** A note that is written and not kept yet, also after the window was closed. */
export interface WrittenNote {
  content: NoteInput;
  version: number;
  /** The note as it was when the writing began. */
  base: NoteInput;
}

/** Where a note, or something else on the bench, is written down until it is kept. */
export const noteJournal = (account: string, what: string) => journalOf<WrittenNote>(account, `note:${what}`);

/** What wording that becomes a note is written down as, by its place: any name of its own. */
export const broughtTo = (place: string) => `brought:${place}`;

/** Wording that was to become a note and was neither kept nor dropped, the latest first. */
export function broughtUnkept(account: string): { place: string; content: NoteInput }[] {
  return journalsOf(account, `note:${broughtTo('')}`).flatMap((place) => {
    const written = noteJournal(account, broughtTo(place)).read();
    return written ? [{ place, content: written.content }] : [];
  });
}

/** Drops wording that was brought and not kept. */
export function dropBrought(account: string, place: string): void {
  noteJournal(account, broughtTo(place)).drop();
}
