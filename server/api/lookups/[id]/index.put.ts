import { lookupChangeSchema, type LookupChange } from '#shared/schemas/lookup';
import { changeLookup } from '../../../services/lookups';

export default ownerHandler(async (event, { app, owner, id }) =>
  changeLookup(app, owner, id, (await bodyOf(event, lookupChangeSchema, TABLE_BYTES)) as LookupChange),
);
