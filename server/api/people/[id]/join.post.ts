import { joinSchema } from '#shared/schemas/person';
import { joinPeople } from '../../../services/people';

export default ownerHandler(async (event, { app, owner, id }) =>
  joinPeople(app, owner, id, await bodyOf(event, joinSchema)),
);
