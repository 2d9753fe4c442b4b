import { object, string } from 'yup';
import { readPersonMessages } from '../../../services/people';

const schema = object({ after: string().max(26).defined().default('') });

/** What passed between the user and somebody, the newest first. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const { after } = await queryOf(event, schema);
  return readPersonMessages(app, owner, id, after);
});
