import { lookPeopleSchema } from '#shared/schemas/person';
import { lookPeople } from '../../services/look';

export default ownerHandler(async (event, { app, owner }) => {
  const { address } = await queryOf(event, lookPeopleSchema);
  return lookPeople(app, owner, address);
});
