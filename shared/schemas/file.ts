import { object, string } from 'yup';

export const fileUploadSchema = object({
  use: string().oneOf(['picture', 'attachment']).required(),
  name: string().trim().required('A file needs a name.').max(500, 'The name of this file is too long.'),
});
