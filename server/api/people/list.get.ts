import { peopleQuery } from '#shared/schemas/person';
import { readPeople } from '../../services/people';

export default ownerHandler(async (event, { app, owner }) => readPeople(app, owner, await queryOf(event, peopleQuery)));
