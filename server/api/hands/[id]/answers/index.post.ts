import { handsAnswerSchema } from '#shared/schemas/hands';
import { putAnswer } from '../../../../services/hands';

export default ownerHandler(async (event, { app, owner, id }) =>
  putAnswer(app, owner, id, await bodyOf(event, handsAnswerSchema)),
);
