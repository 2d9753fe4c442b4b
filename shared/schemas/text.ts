import './words';
import { string } from 'yup';
import { phrase } from '#core/text/phrase';

/** A text without the spaces around it. Only a text is one: nothing else is turned into words. */
export const trimmed = () =>
  string()
    .typeError(phrase('invalid.noText'))
    .transform((_value, original) => (typeof original === 'string' ? original.trim() : original));

/** Whether a value is an object with named fields. */
export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
