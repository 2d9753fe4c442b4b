import { noteCopySchema } from '#shared/schemas/note';
import { copyNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) =>
  copyNotes(app, owner, await bodyOf(event, noteCopySchema)),
);
