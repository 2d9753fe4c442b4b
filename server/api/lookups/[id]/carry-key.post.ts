import { keyChangeSchema } from '#shared/schemas/lookup';
import { carryKey } from '../../../services/lookups';

/** Carries a changed key through the notes that name it. */
export default ownerHandler(async (event, { app, owner, id }) => ({
  changed: await carryKey(app, owner, id, await bodyOf(event, keyChangeSchema)),
}));
