import './words';
import { object, string } from 'yup';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

export const fileUploadSchema = object({
  use: string().oneOf(['picture', 'attachment']).required(),
  name: trimmed().required(phrase('invalid.fileUnnamed')).max(500, phrase('invalid.longThisFileName')),
});
