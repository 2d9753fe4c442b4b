/**
 * Of several things asked for one after the other, tells whether one is the last: each call takes down that something is asked
 * for, and answers with what says whether nothing else was since.
 */
export function lastAsked(): () => () => boolean {
  let asked = 0;
  return () => {
    const number = ++asked;
    return () => number === asked;
  };
}
