import { importPartSchema } from '#shared/schemas/bundle';
import { putBackInImport } from '../../../../services/imports/import';

export default ownerHandler(async (event, { app, owner, id }) =>
  putBackInImport(
    app,
    owner,
    id,
    Number(getRouterParam(event, 'position')) || 0,
    await bodyOf(event, importPartSchema),
  ),
);
