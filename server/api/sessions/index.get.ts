import { readSessions } from '../../services/sessions';

export default ownerHandler((_event, { app, owner, session }) => readSessions(app, owner, session));
