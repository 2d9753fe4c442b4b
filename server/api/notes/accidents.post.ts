import { cueQuestionSchema } from '#shared/schemas/note';
import { accidentsOf } from '../../services/cues';

export default ownerHandler(async (event, { app, owner }) =>
  accidentsOf(app, owner, await bodyOf(event, cueQuestionSchema)),
);
