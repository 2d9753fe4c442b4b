import type { Handling } from '../schemas/draft';

/** Nothing but what is usual once a message has left. It stands here so that the Desk needs no schema to be there. */
export const NO_HANDLING: Handling = { importance: '', again: '', why: '', filed: '', done: null };
