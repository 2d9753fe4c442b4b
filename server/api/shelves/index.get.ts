import { readShelves } from '../../services/shelves';

export default ownerHandler((_event, { app, owner }) => readShelves(app, owner));
