import { addressProblem } from '#core/message/address';
import { phrase } from '#core/text/phrase';
import { trimmed } from './text';

/** An address of the user's own. */
export const ownAddress = () =>
  trimmed()
    .required(phrase('invalid.noAddress'))
    .max(320, phrase('invalid.longAddress'))
    .test(
      'address',
      ({ value }) => phrase('invalid.badAddress', { problem: addressProblem(String(value)) ?? '' }),
      (value) => !value || !addressProblem(value),
    );
