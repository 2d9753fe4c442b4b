import { restoreRoutine } from '../../../services/routines';

export default ownerHandler((_event, { app, owner, id }) => restoreRoutine(app, owner, id));
