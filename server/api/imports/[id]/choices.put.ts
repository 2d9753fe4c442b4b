import { importChoicesSchema } from '#shared/schemas/bundle';
import { chooseForImport } from '../../../services/imports/import';

export default ownerHandler(async (event, { app, owner, id }) =>
  chooseForImport(app, owner, id, (await bodyOf(event, importChoicesSchema, 3_000_000)).choices),
);
