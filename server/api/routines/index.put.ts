import { routineOrderSchema } from '#shared/schemas/routine';
import { sortRoutines } from '../../services/routines';

/** Puts the routines into an order. */
export default ownerHandler(async (event, { app, owner }) =>
  sortRoutines(app, owner, (await bodyOf(event, routineOrderSchema)).ids),
);
