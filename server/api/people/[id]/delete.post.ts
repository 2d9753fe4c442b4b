import { deletionSchema } from '#shared/schemas/person';
import { readPersonPage, removePerson } from '../../../services/people';
import { phrase } from '#core/text/phrase';

/** Deletes somebody and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner, id }) => {
  await readPersonPage(app, owner, id);
  const broken = { done: 0, total: 0, finished: true, problem: phrase('person.notDeleted') };
  return progressLines(event, removePerson(app, owner, id, await bodyOf(event, deletionSchema)), broken);
});
