import { keepSchema } from '#shared/schemas/message';
import { keepingOfMessage } from '../../../services/keeping';

/** What a message gives for a note. Nothing is kept yet but its files. */
export default ownerHandler(async (event, { app, owner, id }) =>
  keepingOfMessage(app, owner, id, await bodyOf(event, keepSchema, DOCUMENT_BYTES)),
);
