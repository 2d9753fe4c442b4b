import './words';
import { array, object, string } from 'yup';
import { blankKey } from '#core/blank/kinds/key';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

/** Fields of the user's own, of themselves or of a person: each name once. */
export const ownFields = array(
  object({
    name: trimmed().required(phrase('invalid.fieldUnnamed')).max(60, phrase('invalid.longFieldName')),
    value: string().defined().max(2000, phrase('invalid.longField')).default(''),
  }),
)
  .max(100, phrase('invalid.manyFields'))
  .test('distinct', phrase('invalid.fieldsAlike'), (fields) => {
    const keys = (fields ?? []).map((field) => blankKey(field.name ?? ''));
    return new Set(keys).size === keys.length;
  })
  .default([]);
