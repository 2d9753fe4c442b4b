import { peopleFileQuery } from '#shared/schemas/person';
import { peopleFile } from '../../services/peopleFiles';

/** People as a file. */
export default ownerHandler(async (event, { app, owner }) => {
  const { name, type, content } = await peopleFile(app, owner, await queryOf(event, peopleFileQuery));
  setResponseHeaders(event, {
    'Content-Type': type,
    'Content-Disposition': attached(name),
    'Cache-Control': 'no-store',
  });
  return content;
});
