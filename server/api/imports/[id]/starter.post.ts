import { starterBundle } from '../../../../starter/bundle';
import { readIntoImport } from '../../../services/imports/import';

/** Reads the starter set into the import, to be looked over like any other file. */
export default ownerHandler((_event, { app, owner, id }) =>
  readIntoImport(app, owner, id, 'starter set.json', Buffer.from(starterBundle())),
);
