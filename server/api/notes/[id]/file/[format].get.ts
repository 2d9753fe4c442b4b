import { noteFileSchema } from '#shared/schemas/note';
import { noteFile } from '../../../../services/bundles';

export default ownerHandler(async (event, { app, owner, id }) => {
  const { format } = await noteFileSchema.validate({ format: getRouterParam(event, 'format') });
  const { name, type, content } = await noteFile(app, owner, id, format);
  setResponseHeaders(event, {
    'Content-Type': type,
    'Content-Disposition': attached(name.replace(/[/\\]/g, '-')),
    'Content-Security-Policy': "default-src 'none'; sandbox",
    'Cache-Control': 'no-store',
  });
  return content;
});
