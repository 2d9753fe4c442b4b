import type { ErrorData } from '#shared/types/wire';
import { phrase, type Phrase } from '#core/text/phrase';

/** An error that is to be said to the user. `status` is the HTTP status it answers with. */
export class UserError extends Error {
  override name = 'UserError';
  constructor(
    readonly phrase: Phrase,
    readonly status = 422,
    readonly data: Omit<ErrorData, 'words'> = { code: 'invalid' },
  ) {
    super(phrase.code);
  }
}

/** What may not be there, or may have been changed meanwhile. */
type Thing =
  | 'account'
  | 'answer'
  | 'hands'
  | 'attachment'
  | 'draft'
  | 'file'
  | 'folder'
  | 'import'
  | 'importItem'
  | 'lookup'
  | 'mailbox'
  | 'message'
  | 'note'
  | 'page'
  | 'person'
  | 'routine'
  | 'settings'
  | 'shelf'
  | 'wording';

/** Something that is not there, or not this account's: both answer alike, so that nothing can be guessed. */
export function notFound(what: Thing): UserError {
  return new UserError(phrase(`error.gone.${what}`), 404, { code: 'not-found' });
}

/** A write that started from older content than what is stored. Carries the newer content. */
export function stale(what: Thing, current: unknown): UserError {
  return new UserError(phrase(`error.stale.${what}`), 409, {
    code: 'stale',
    current,
  });
}

/**
 * What was written from `version`, as it was read back. Where another window has written since, its content is no answer to
 * this one, which would go on from it unseen and write over it.
 * @throws UserError with what is newer
 */
export function asWritten<T extends { version: number }>(what: Thing, version: number, readBack: T): T {
  if (readBack.version !== version + 1) throw stale(what, readBack);
  return readBack;
}
