import { handsVerdictSchema } from '#shared/schemas/hands';
import { judgeAnswer } from '../../../../services/hands';

export default ownerHandler(async (event, { app, owner, id }) =>
  judgeAnswer(app, owner, id, getRouterParam(event, 'answer')!, await bodyOf(event, handsVerdictSchema)),
);
