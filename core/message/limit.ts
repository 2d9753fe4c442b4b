/** So many characters of a text are searched for dates, amounts, numbers and marks: some fifteen pages. */
export const FINDER_LIMIT = 50_000;
