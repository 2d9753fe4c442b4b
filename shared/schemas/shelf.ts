import './words';
import { number, object, string, type InferType } from 'yup';
import { trimmed } from './text';

export const shelfSchema = object({
  name: trimmed().required('A shelf needs a name.').max(100, 'A name has at most 100 characters.'),
  description: trimmed().defined().max(500, 'A description has at most 500 characters.').default(''),
  parentId: string().nullable().max(26).default(null),
  /** Its place among its neighbours; without one it comes last. */
  position: number().integer().min(0).max(100_000).nullable().default(null),
});

export const shelfChangeSchema = shelfSchema.shape({ version: number().integer().required() });

export type ShelfInput = InferType<typeof shelfSchema>;
export type ShelfChange = InferType<typeof shelfChangeSchema>;
