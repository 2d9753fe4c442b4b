import { arrivalOf } from '../../../services/arrival';

/** How the draft will arrive, from the very bytes that would leave. */
export default ownerHandler((_event, { app, owner, id }) => arrivalOf(app, owner, id));
