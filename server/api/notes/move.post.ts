import { noteMoveSchema } from '#shared/schemas/note';
import { moveNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) =>
  moveNotes(app, owner, (await bodyOf(event, noteMoveSchema, 3_000_000)).places),
);
