import { apartSchema } from '#shared/schemas/person';
import { takeApart } from '../../../services/people';

export default ownerHandler(async (event, { app, owner, id }) => {
  const { part } = await bodyOf(event, apartSchema);
  return takeApart(app, owner, id, part);
});
