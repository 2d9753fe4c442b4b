import { keepingOf } from '../../services/keeping';
import { looksLikeMessage } from '../../mail/parse';
import { UserError } from '../../services/errors';
import { phrase } from '#core/text/phrase';

/** What the message in the body, an `.eml` file, gives for a note. Nothing is kept yet but its files. */
export default ownerHandler(async (event, { app, owner }) => {
  const raw = await rawBodyOf(event, 60_000_000, phrase('importing.messageTooLarge'));
  if (!looksLikeMessage(raw)) throw new UserError(phrase('importing.noMessage'));
  return keepingOf(app, owner, raw);
});
