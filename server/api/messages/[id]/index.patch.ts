import { messageChangeSchema } from '#shared/schemas/message';
import { changeMessage } from '../../../services/messages';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeMessage(app, owner, id, await bodyOf(event, messageChangeSchema)),
);
