import { filesOfMessage } from '../../../services/files';

/** The files that came with a message, kept to go with another one. */
export default ownerHandler((_event, { app, owner, id }) => filesOfMessage(app, owner, id));
