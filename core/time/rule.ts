/** How time saved is worked out. The user sees each of these and can change it. */
export interface TimeRule {
  /** Words a minute one types; 0 for as measured, or the published mean while too little was typed. */
  wordsPerMinute: number;
  /** Seconds it takes to find the wording by hand: in an old message, a file, the head. */
  find: number;
  /** Seconds it takes to put a note in. */
  put: number;
}

/** The mean of 168,000 people: Dhakal, Feit, Kristensson and Oulasvirta, "Observations on Typing from 136 Million Keystrokes", 2018 (from memory). */
export const MEAN_WORDS_PER_MINUTE = 52;
/** Signs in a word, as typing tests count. */
export const WORD = 5;
/** So much typing has to be measured before it says anything. */
export const ENOUGH_TYPED = 2_000;

/**
 * By the keystroke-level model of Card, Moran and Newell (1980; operator times from memory): finding by hand is three decisions of
 * 1.35 s, two ways with the pointer of 1.1 s with a press of 0.2 s each, and the hand to the mouse and back, 0.4 s each;
 * putting a note in is one decision and six keys of 0.28 s.
 */
export const USUAL_RULE: TimeRule = { wordsPerMinute: 0, find: 7.5, put: 3 };

/** How fast the user types, and whether that was measured, chosen, or is the mean. */
export function typingSpeed(
  { wordsPerMinute }: TimeRule,
  { characters, milliseconds }: { characters: number; milliseconds: number },
): { wordsPerMinute: number; from: 'chosen' | 'measured' | 'mean' } {
  if (wordsPerMinute > 0) return { wordsPerMinute, from: 'chosen' };
  if (characters >= ENOUGH_TYPED && milliseconds > 0)
    return { wordsPerMinute: characters / WORD / (milliseconds / 60_000), from: 'measured' };
  return { wordsPerMinute: MEAN_WORDS_PER_MINUTE, from: 'mean' };
}

/** Seconds saved by uses of notes that put in so many signs together; never less than none. */
export function secondsSaved(
  { uses, characters }: { uses: number; characters: number },
  wordsPerMinute: number,
  { find, put }: TimeRule,
): number {
  return Math.max(0, (characters / WORD / wordsPerMinute) * 60 + uses * (find - put));
}

/** A number of minutes as it is said: in hours and minutes, whole ones, both of one sign and never -0. */
export function hoursAndMinutes(minutes: number): { hours: number; minutes: number } {
  const whole = Math.round(minutes);
  return { hours: Math.trunc(whole / 60) || 0, minutes: whole % 60 || 0 };
}
