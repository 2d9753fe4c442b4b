import { readAnswer } from '../../../services/drafts';

/** The answer begun to this message; null when there is none. */
export default ownerHandler(async (_event, { app, owner, id }) => ({ draft: await readAnswer(app, owner, id) }));
