import { bundleRequestSchema } from '#shared/schemas/bundle';
import { makeBundle } from '../../services/bundles';

export default ownerHandler(async (event, { app, owner }) => {
  const bundle = await makeBundle(app, owner, await bodyOf(event, bundleRequestSchema));
  setResponseHeaders(event, { 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-store' });
  return bundle;
});
