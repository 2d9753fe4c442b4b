import { settingsSchema } from '#shared/schemas/settings';
import { changeSettings } from '../../services/accounts';

export default ownerHandler(async (event, { app, owner }) =>
  changeSettings(app, owner, await bodyOf(event, settingsSchema, DOCUMENT_BYTES)),
);
