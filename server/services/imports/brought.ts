import { ValidationError } from 'yup';
import type { BundleNote } from '#shared/schemas/bundle';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import { BundleError } from '../../../core/library/bundle';
import type { StagedItem } from '../../db/repositories/imports';
import { UserError } from '../errors';

/** A thing of a file, before it is compared with what is in the library. */
export type Fresh = Pick<StagedItem, 'kind' | 'name' | 'content'> & { problem?: string };

/** What is kept of a note until it is taken: the note, and where it stood. */
export type StagedNote = BundleNote;

/** A note as a file of another kind than a bundle gives it: its wording, with no place and no past. */
export const blankNote = (part: Partial<NoteInput> & { name: string }): StagedNote => {
  const { shelfId: _shelf, pinned: _pinned, ...wording } = { ...emptyNote(), ...part };
  return { ...wording, shelf: null, pin: null, used: 0, lastUsed: 0, created: null, updated: null, former: [] };
};

/** What is wrong in words for the user; anything else is a fault of ours and goes on. */
export const reason = (error: unknown): string => {
  if (error instanceof ValidationError || error instanceof UserError || error instanceof BundleError)
    return error.message;
  throw error;
};

/** Lets other requests be answered in between: checking many notes is work without a pause of its own. */
export const breathe = () => new Promise((resolve) => setImmediate(resolve));

/** Said of a note whose cue is another one's by now. */
export const withoutCue = (cue: string, other: string): string =>
  `The cue “${cue}” belongs to “${other}” already; it comes without one.`;
