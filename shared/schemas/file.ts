import './words';
import { object, string } from 'yup';
import { trimmed } from './text';

export const fileUploadSchema = object({
  use: string().oneOf(['picture', 'attachment']).required(),
  name: trimmed().required('A file needs a name.').max(500, 'The name of this file is too long.'),
});
