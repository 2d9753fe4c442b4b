import './words';
import { array, object, string } from 'yup';
import { blankKey } from '../../core/blank/key';
import { trimmed } from './text';

/** Fields of the user's own, of themselves or of a person: each name once. */
export const ownFields = array(
  object({
    name: trimmed().required('A field needs a name.').max(60, 'A field name has at most 60 characters.'),
    value: string().defined().max(2000, 'A field holds at most 2000 characters.').default(''),
  }),
)
  .max(100, 'At most 100 fields.')
  .test('distinct', 'Two fields have the same name.', (fields) => {
    const keys = (fields ?? []).map((field) => blankKey(field.name ?? ''));
    return new Set(keys).size === keys.length;
  })
  .default([]);
