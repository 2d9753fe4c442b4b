import type { ErrorData } from '#shared/types/wire';

/** An error whose message is meant for the user. `status` is the HTTP status it answers with. */
export class UserError extends Error {
  override name = 'UserError';
  constructor(
    message: string,
    readonly status = 422,
    readonly data: ErrorData = { code: 'invalid' },
  ) {
    super(message);
  }
}

/** Something that is not there, or not this account's: both answer alike, so that nothing can be guessed. */
export function notFound(what: string): UserError {
  return new UserError(`This ${what} is not there any more.`, 404, { code: 'not-found' });
}

/** A write that started from older content than what is stored. Carries the newer content. */
export function stale(what: string, current: unknown): UserError {
  return new UserError(`This ${what} was changed in another window. Nothing was overwritten.`, 409, {
    code: 'stale',
    current,
  });
}
