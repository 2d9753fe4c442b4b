import { mailSearchSchema } from '#shared/schemas/message';
import { findMessages } from '../../services/messages';

export default ownerHandler(async (event, { app, owner }) =>
  findMessages(app, owner, await queryOf(event, mailSearchSchema)),
);
