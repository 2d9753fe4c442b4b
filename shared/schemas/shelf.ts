import './words';
import { number, object, string, type InferType } from 'yup';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

export const shelfSchema = object({
  name: trimmed().required(phrase('invalid.shelfUnnamed')).max(100, phrase('invalid.longName100')),
  description: trimmed().defined().max(500, phrase('invalid.longDescription')).default(''),
  parentId: string().nullable().max(26).default(null),
  /** Its place among its neighbours; without one it comes last. */
  position: number().integer().min(0).max(100_000).nullable().default(null),
});

export const shelfChangeSchema = shelfSchema.shape({ version: number().integer().required() });

export type ShelfInput = InferType<typeof shelfSchema>;
export type ShelfChange = InferType<typeof shelfChangeSchema>;
