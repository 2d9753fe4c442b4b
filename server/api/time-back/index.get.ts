import { timeBackSchema } from '#shared/schemas/knowing';
import { readTimeBack } from '../../services/timeBack';

export default ownerHandler(async (event, { app, owner }) =>
  readTimeBack(app, owner, await queryOf(event, timeBackSchema)),
);
