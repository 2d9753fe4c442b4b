import { importFileSchema, IMPORT_LIMIT } from '#shared/schemas/bundle';
import { fileSize } from '../../../../core/number/size';
import { readIntoImport } from '../../../services/imports/import';

/** Reads the file in the body into the import. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const { name } = await queryOf(event, importFileSchema);
  const content = await rawBodyOf(
    event,
    IMPORT_LIMIT,
    `“${name}” is larger than ${fileSize(IMPORT_LIMIT)} and was not read. A library this large comes in parts, a shelf at a time.`,
  );
  return readIntoImport(app, owner, id, name, content);
});
