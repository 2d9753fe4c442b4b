import { keepingOf } from '../../services/keeping';
import { looksLikeMessage } from '../../mail/parse';
import { UserError } from '../../services/errors';

/** What the message in the body, an `.eml` file, gives for a note. Nothing is kept yet but its files. */
export default ownerHandler(async (event, { app, owner }) => {
  const raw = await rawBodyOf(event, 60_000_000, 'This message is larger than 60 MB and was not read.');
  if (!looksLikeMessage(raw)) throw new UserError('This file is no message.');
  return keepingOf(app, owner, raw);
});
