import type { Draft } from '#shared/types/wire';
import type { Person } from '#shared/types/person';
import { answerTo } from '#core/blank/kinds/kind';
import type { BlankQuestion, DraftQuestion } from '#core/blank/questions';

/** What was answered before for the questions of a draft, and keeping an answer with the person. */
export function useKnownAnswers(
  draft: Readonly<Ref<Draft | null>>,
  questions: Readonly<Ref<DraftQuestion[]>>,
  around: { person: () => Person | null | undefined; kept(person: Person): void; problem(words: string): void },
) {
  const { person } = around;
  const before = shallowRef<Record<string, string[]>>({});
  const to = computed(() => draft.value?.to[0]);
  const asking = computed(() => {
    const keys = questions.value.flatMap((question) => (question.type === 'blank' ? [question.key] : []));
    return JSON.stringify({ keys: [...new Set(keys)].sort(), address: to.value?.address ?? '' });
  });
  watch(asking, async (wanted) => {
    const body = JSON.parse(wanted) as { keys: string[] };
    if (!body.keys.length) return;
    // Only a help: without it everything still works.
    const found = await api<Record<string, string[]>>('/answers/search', { method: 'POST', body }).catch(() => null);
    if (found && wanted === asking.value) before.value = found;
  });

  /** What the person is called who a fact can be kept with; empty for nobody. */
  const keepWith = computed(() =>
    to.value ? person()?.firstName || person()?.fullName || to.value.name || to.value.address : '',
  );

  /** Keeps an answer with the person, so that it fills itself the next time. Null when there is nothing to keep. */
  async function keepFact({ insertion, key, control }: BlankQuestion): Promise<Person | null> {
    const value = String(answerTo(draft.value?.fills[insertion]?.answers, key) ?? '').trim();
    const field = control.personField;
    if (!to.value || !field || !value) return null;
    const known = person() ?? (await api<Person>('/people', { method: 'POST', body: to.value }));
    return (await keepWithPerson(known, field, value)).person;
  }

  const keep = (question: BlankQuestion) =>
    keepFact(question)
      .then((kept) => kept && around.kept(kept))
      .catch((error) => around.problem(messageOf(error)));

  return { before, keepWith, keep };
}
