import { noteListSchema } from '#shared/schemas/note';
import { readNotes, readSomeNotes } from '../../services/notes';

export default ownerHandler(async (event, { app, owner }) => {
  const part = await queryOf(event, noteListSchema);
  return part.within === 'all' ? readNotes(app, owner) : readSomeNotes(app, owner, part);
});
