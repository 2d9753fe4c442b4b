import { sentLetterSchema } from '#shared/schemas/message';
import { writtenBefore } from '../../services/keeping';

export default ownerHandler(async (event, { app, owner }) => ({
  letters: await writtenBefore(app, owner, await bodyOf(event, sentLetterSchema)),
}));
