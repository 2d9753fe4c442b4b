import { readImportItem } from '../../../../services/imports/import';

export default ownerHandler((event, { app, owner, id }) =>
  readImportItem(app, owner, id, Number(getRouterParam(event, 'position')) || 0),
);
