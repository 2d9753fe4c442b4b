import { answerSearchSchema } from '#shared/schemas/answers';
import { readAnswersGiven } from '../../services/answers';

/** What was answered before for some blanks. Asked with a body, since a letter may hold many blanks. */
export default ownerHandler(async (event, { app, owner }) =>
  readAnswersGiven(app, owner, await bodyOf(event, answerSearchSchema)),
);
