import { folderChangeSchema } from '#shared/schemas/mailbox';
import { changeFolder } from '../../../services/mailboxes';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeFolder(app, owner, id, await bodyOf(event, folderChangeSchema)),
);
