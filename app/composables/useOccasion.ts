import type { Draft } from '#shared/types/wire';
import { addressKey } from '#core/message/address';
import { kindWords } from '#core/search/habit';

/** What is written at the moment: to whom, about what, and in answer to which message. */
export function useOccasion(draft: Ref<Draft | null>, about: () => string | undefined) {
  const person = computed(() => addressKey(draft.value?.to[0]?.address ?? ''));
  const words = computed(() => kindWords(about() ?? draft.value?.subjectText ?? ''));
  return {
    occasion: computed(() => ({ person: person.value, words: words.value })),
    /** The message it answers; null for none. */
    answers: computed(() => answersOf(draft.value)),
  };
}
