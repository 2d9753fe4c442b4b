import { shelfChangeSchema } from '#shared/schemas/shelf';
import { changeShelf } from '../../../services/shelves';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeShelf(app, owner, id, await bodyOf(event, shelfChangeSchema)),
);
