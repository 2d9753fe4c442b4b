import { lookupSchema, type LookupInput } from '#shared/schemas/lookup';
import { keepLookup } from '../../services/lookups';

export default ownerHandler(async (event, { app, owner }) =>
  keepLookup(app, owner, (await bodyOf(event, lookupSchema, TABLE_BYTES)) as LookupInput),
);
