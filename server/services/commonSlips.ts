import { isSlipWord, type Slip } from '#core/slip/table';

/**
 * The common misspellings of a published list that mean one ordinary word each and are none themselves.
 * @param list lines like `recieve->receive`
 * @param words ordinary words of the language, the most common first
 */
export function commonSlipsOf(list: string[], words: string[]): Slip[] {
  const known = new Set(words.map((word) => word.toLowerCase()));
  return list.flatMap((line) => {
    const [slip = '', meant = ''] = line.split('->');
    const isSure = isSlipWord(slip) && isSlipWord(meant) && known.has(meant) && !known.has(slip) && slip.length > 2;
    return isSure ? [{ slip, meant }] : [];
  });
}
