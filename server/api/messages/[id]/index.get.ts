import { openMessage } from '../../../services/messages';

export default ownerHandler((_event, { app, owner, id }) => openMessage(app, owner, id, false));
