/** Minutes Wren spent on the library in each of the last twelve weeks, the latest first. */
export const libraryMinutes = [2, 4, 1, 6, 3, 0, 5, 2, 7, 2, 4, 13];

/** What Wren typed in letters in the last weeks. */
export const typing = { characters: 11_480, minutes: 46 };

/** Uses older than so many days are not told one by one. */
export const TOLD_DAYS = 83;
