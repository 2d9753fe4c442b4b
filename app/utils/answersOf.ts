import type { Draft } from '#shared/types/wire';

/** The message a draft answers; null for a new one, or one that passes a message on. */
export const answersOf = (draft: Pick<Draft, 'mode' | 'originalId'> | null): string | null =>
  draft && (draft.mode === 'reply' || draft.mode === 'reply-all') ? draft.originalId : null;
