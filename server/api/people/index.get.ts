import { object, string } from 'yup';
import { readPerson, suggestPeople } from '../../services/people';

const schema = object({ address: string().max(320), find: string().max(200) });

/** The person with an address, or those whose name or address holds what was typed; without either, the latest. */
export default ownerHandler(async (event, { app, owner }) => {
  const { address, find } = await queryOf(event, schema);
  if (address) {
    const person = await readPerson(app, owner, address);
    return person ? [person] : [];
  }
  return suggestPeople(app, owner, find?.trim() ?? '');
});
