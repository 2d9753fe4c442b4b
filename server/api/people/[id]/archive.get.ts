import { personArchive } from '../../../services/peopleFiles';

/** All that is known of somebody, with the messages, as a ZIP file. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const { name, stream } = await personArchive(app, owner, id);
  setResponseHeaders(event, {
    'Content-Type': 'application/zip',
    'Content-Disposition': attached(name),
    'Cache-Control': 'no-store',
  });
  return sendStream(event, stream);
});
