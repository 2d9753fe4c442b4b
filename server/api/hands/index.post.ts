import { handsSchema } from '#shared/schemas/hands';
import { makeHands } from '../../services/hands';

export default ownerHandler(async (event, { app, owner }) => makeHands(app, owner, await bodyOf(event, handsSchema)));
