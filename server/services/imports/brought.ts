import { ValidationError } from 'yup';
import type { BundleNote, LeftPart } from '#shared/schemas/bundle';
import { firstProblem } from '#shared/schemas/problems';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import { BundleError } from '#core/library/bundle';
import { DocumentError, type DocJson } from '#core/note/schema';
import type { StagedItem } from '../../db/repositories/imports';
import { UserError } from '../errors';
import { noteFault } from '../fault';
import { allOf, phrase, type Phrase } from '#core/text/phrase';

/** A thing of a file, before it is compared with what is in the library. */
export type Fresh = Pick<StagedItem, 'kind' | 'name' | 'content'> & { problem?: Phrase | null };

/** What is kept of a note until it is taken: the note, where it stood, and what was left out of the message it was. */
export type StagedNote = BundleNote & {
  /** What routines of its bundle call it. */
  key?: string;
  left?: { signature: DocJson | null; quoted: DocJson | null };
  /** What of it was put back. */
  back?: LeftPart[];
  /** What could not be taken along. */
  remarks?: Phrase[];
};

/** The body of a note with what was put back into it. */
export function bodyOf({ body, left, back = [] }: StagedNote): DocJson {
  const parts = (['signature', 'quoted'] as const).filter((part) => back.includes(part) && left?.[part]);
  return parts.length
    ? {
        ...body,
        content: [...(body.content ?? []), ...parts.flatMap((part) => [EMPTY_LINE, ...left![part]!.content!])],
      }
    : body;
}

const EMPTY_LINE: DocJson = { type: 'paragraph' };

/** A note as a file of another kind than a bundle gives it: its wording, with no place and no past. */
export const blankNote = (part: Partial<NoteInput> & { name: string }): StagedNote => {
  const { shelfId: _shelf, pinned: _pinned, ...wording } = { ...emptyNote(), ...part };
  return { ...wording, shelf: null, pin: null, used: 0, lastUsed: 0, created: null, updated: null, former: [] };
};

/** What is to be said of an error. What nobody foresaw is noted for us, and keeps nothing else of the import out. */
export const reason = (error: unknown): Phrase => {
  if (error instanceof ValidationError) return firstProblem(error);
  if (error instanceof UserError || error instanceof BundleError || error instanceof DocumentError) return error.phrase;
  noteFault('Import', error);
  return phrase('importing.unreadable');
};

/** Lets other requests be answered in between: checking many notes is work without a pause of its own. */
export const breathe = () => new Promise((resolve) => setImmediate(resolve));

/** What is said of a note that does not come quite as it stood. @param other the note that has its cue by now */
export function remarksOn({ cue, remarks = [] }: StagedNote, other: string | undefined): Phrase | null {
  const taken = cue && other !== undefined ? [phrase('importing.cueTaken', { cue, other })] : [];
  return allOf([...remarks, ...taken]);
}
