import { fileUploadSchema } from '#shared/schemas/file';
import { keepFile } from '../../services/files';
import { phrase } from '#core/text/phrase';

export default ownerHandler(async (event, { app, owner }) => {
  const { use, name } = await queryOf(event, fileUploadSchema);
  const content = await rawBodyOf(event, 25_000_000, phrase('file.over25'));
  return keepFile(app, owner, use, { name, type: getHeader(event, 'content-type') ?? '', content });
});
