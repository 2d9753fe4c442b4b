import { importFileSchema, IMPORT_LIMIT } from '#shared/schemas/bundle';
import { fileSize } from '#core/number/size';
import { readIntoImport } from '../../../services/imports/import';
import { phrase } from '#core/text/phrase';

/** Reads the file in the body into the import. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const file = await queryOf(event, importFileSchema);
  const content = await rawBodyOf(
    event,
    IMPORT_LIMIT,
    phrase('importing.tooLarge', { name: file.name, limit: fileSize(IMPORT_LIMIT) }),
  );
  return readIntoImport(app, owner, id, file, content);
});
