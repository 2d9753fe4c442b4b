import { handsChangeSchema } from '#shared/schemas/hands';
import { changeHands } from '../../../services/hands';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeHands(app, owner, id, await bodyOf(event, handsChangeSchema)),
);
