import { endOtherSessions } from '../../services/sessions';

/** Signs out everywhere else. */
export default ownerHandler(async (_event, { app, owner, session }) => ({
  ended: await endOtherSessions(app, owner, session),
}));
