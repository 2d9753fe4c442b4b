import { readHands } from '../../../services/hands';

export default ownerHandler((_event, { app, owner, id }) => readHands(app, owner, id));
