import { shelfSchema } from '#shared/schemas/shelf';
import { makeShelf } from '../../services/shelves';

export default ownerHandler(async (event, { app, owner }) => makeShelf(app, owner, await bodyOf(event, shelfSchema)));
