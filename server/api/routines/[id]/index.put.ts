import { routineChangeSchema } from '#shared/schemas/routine';
import { changeRoutine } from '../../../services/routines';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeRoutine(app, owner, id, await bodyOf(event, routineChangeSchema)),
);
