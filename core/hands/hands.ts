/** A question with options, put to a few people. */
export interface Hands {
  /** What tells its answers from other mail: `H-` and six signs. */
  code: string;
  question: string;
  options: string[];
  /** Whether several of them may be chosen. */
  several: boolean;
}

/** A question has at least so many options, and at most. */
export const FEWEST_OPTIONS = 2;
/** The most options of a question. */
export const MOST_OPTIONS = 10;
/** The longest option, in UTF-16 units. */
export const LONGEST_OPTION = 100;

/** Signs that are not taken for one another when read. */
const SIGNS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const LENGTH = 6;

/** A code of random bytes, of which at least six are needed: one of 2^30. */
export const codeOf = (bytes: Uint8Array): string =>
  `H-${Array.from(bytes.subarray(0, LENGTH), (byte) => SIGNS[byte % SIGNS.length]).join('')}`;

const CODE = /(?<![A-Z0-9])H-[2-9A-HJ-NP-Z]{6}(?![A-Z0-9])/gi;

/** The codes in a text, in capitals, each once. */
export const codesIn = (text: string): string[] => [
  ...new Set([...text.matchAll(CODE)].map(([code]) => code.toUpperCase())),
];
