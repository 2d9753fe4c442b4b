import { routineSchema } from '#shared/schemas/routine';
import { makeRoutine } from '../../services/routines';

export default ownerHandler(async (event, { app, owner }) =>
  makeRoutine(app, owner, await bodyOf(event, routineSchema)),
);
