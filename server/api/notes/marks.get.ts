import { noteMarksSchema } from '#shared/schemas/note';
import { readNoteMarks } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) =>
  readNoteMarks(app, owner, (await queryOf(event, noteMarksSchema)).known),
);
