import { starterBundle } from '../../../../starter/bundle';
import { readIntoImport } from '../../../services/imports/import';

/** Reads the starter set into the import, to be looked over like any other file. */
export default ownerHandler((_event, { app, owner, id }) =>
  readIntoImport(app, owner, id, { name: 'starter set.json', of: 'notes' }, Buffer.from(starterBundle())),
);
