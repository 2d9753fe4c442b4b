import { messageListSchema } from '#shared/schemas/message';
import { readMessageList } from '../../services/messages';

export default ownerHandler(async (event, { app, owner }) =>
  readMessageList(app, owner, await queryOf(event, messageListSchema)),
);
