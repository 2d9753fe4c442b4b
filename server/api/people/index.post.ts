import { newPersonSchema } from '#shared/schemas/person';
import { meetByAddress } from '../../services/people';

export default ownerHandler(async (event, { app, owner }) =>
  meetByAddress(app, owner, await bodyOf(event, newPersonSchema)),
);
