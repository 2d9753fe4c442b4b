import type { Phrase } from '#core/text/phrase';
import { say } from '../app/utils/words';

/** What a phrase says in English; '' for none. */
export const said = (words: Phrase | string | null | undefined): string => (words ? say(words) : '');

/** What an error says that was thrown or rejected with. */
export const saidBy = (error: unknown): string => said((error as { phrase?: Phrase }).phrase);
