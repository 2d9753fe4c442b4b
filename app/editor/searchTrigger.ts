/** What opens the note search in a letter. */
export const SEARCH_TRIGGER = ',,';
