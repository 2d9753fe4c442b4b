import { boolean, number, object, string, type InferType } from 'yup';
import { bodyDoc, lineDoc } from './document';

export const noteSchema = object({
  name: string().trim().required('A note needs a name.').max(200, 'A name has at most 200 characters.'),
  subject: lineDoc,
  body: bodyDoc,
  pinned: boolean().default(false),
});

export const noteChangeSchema = noteSchema.shape({ version: number().integer().required() });

export type NoteInput = InferType<typeof noteSchema>;
export type NoteChange = InferType<typeof noteChangeSchema>;
