import { personSchema } from '#shared/schemas/person';
import { changePerson } from '../../../services/people';

export default ownerHandler(async (event, { app, owner, id }) =>
  changePerson(app, owner, id, await bodyOf(event, personSchema)),
);
