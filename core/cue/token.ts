/** Scripts written without spaces between words: a word of theirs may begin anywhere. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
const OPENING = /[([{"'«„“”‘’‚‹¿¡—–「『【（]/u;
const ENDING = /^[\s.,;:!?…)\]}»”"’。、，．！？：；）」』】]$/u;

/** No more of a line than this is looked at, in UTF-16 units: a cue has at most 32 characters. */
export const LOOKED_AT = 80;

/** Whether a sign ends a word that is being typed: a space, or punctuation that does not stand inside words. */
export const isEnding = (sign: string): boolean => ENDING.test(sign);

/** What stands at the end of a line since its last space, and where a word may begin in it. */
export interface Token {
  text: string;
  /** Positions in `text`, the earliest first: its beginning, behind signs that open, and anywhere in scripts without spaces. */
  starts: number[];
}

/**
 * The token that ends where the caret stands.
 * @param before what stands before the caret in its line; more than {@link LOOKED_AT} is not looked at
 * @returns null where nothing may change by itself: in an address, a link, or a line quoted with `>`
 */
export function tokenBefore(before: string): Token | null {
  if (/^\s{0,3}>/.test(before)) return null;
  const line = before.slice(-LOOKED_AT);
  const text = /\S*$/.exec(line)![0];
  if (!text || /@|:\/\/|^www\./i.test(text)) return null;
  const starts: number[] = [];
  // A token that is cut off begins somewhere else.
  let isOpen = text.length < line.length || line.length === before.length;
  let at = 0;
  for (const sign of text) {
    if (isOpen || UNSPACED.test(sign) || (at > 0 && UNSPACED.test(text[at - 1]!))) starts.push(at);
    isOpen &&= OPENING.test(sign);
    at += sign.length;
  }
  return { text, starts };
}
