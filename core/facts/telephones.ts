import type { Stretch } from './times';

/** Telephone numbers as they are written: figures in groups, nine to fifteen of them (ITU-T E.164). */
const TELEPHONE =
  /(?<![\p{L}\p{N}.,/:#-])(?:\+\d{1,3}|\(0\d{1,5}\)|0\d{1,5})(?:[ .\-/]?\(?\d{2,5}\)?){1,5}(?![\p{N}]|[.,]\d|\p{L})/gu;

/** The telephone numbers named in a text, in reading order. */
export function telephonesInText(text: string): Stretch[] {
  return [...text.matchAll(TELEPHONE)].flatMap((match): Stretch[] => {
    const figures = match[0].replace(/\D/g, '').length;
    return figures >= 9 && figures <= 15
      ? [{ from: match.index, to: match.index + match[0].length, text: match[0] }]
      : [];
  });
}
