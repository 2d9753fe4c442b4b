import type { Answer } from '#core/blank/kinds/kind';
import type { BlankQuestion, DraftQuestion } from '#core/blank/questions';
import type { Fact, FactKind } from '#core/facts/facts';
import { useAccountStore } from '~/stores/account';
import { useKnowingStore } from '~/stores/knowing';

/** The kinds of blank that take a fact, and those that may where they are called so. */
const FITS: Record<FactKind, string[]> = {
  day: ['date'],
  time: ['time'],
  amount: ['money', 'number'],
  telephone: [],
  address: [],
  reference: [],
};

/** What a message states as a blank takes it, and as it is written there. */
export interface Stated {
  answer: string;
  text: string;
}

/** Where the facts of the message that is answered go in its letter: into the blanks that take them. */
export function useFactBlanks(
  answers: () => string | null,
  questions: Readonly<Ref<DraftQuestion[]>>,
  answer: (question: BlankQuestion, value: Answer) => void,
) {
  const account = useAccountStore();
  const knowing = useKnowingStore();
  const facts = () => (knowing.message?.id === answers() ? knowing.facts : []);

  const isCalledSo = (label: string, { kind, called }: Fact) => {
    const words = label.toLowerCase();
    const names = [t(`knowing.factKind.${kind}`), t(`knowing.alsoCalled.${kind}`), called];
    return names.some((name) => name && words.includes(name.toLowerCase()));
  };
  const takes = (question: Pick<BlankQuestion, 'kind' | 'label'>, fact: Fact) =>
    FITS[fact.kind].includes(question.kind) ||
    (['text', 'person'].includes(question.kind) && isCalledSo(question.label, fact));
  /** A fact as an answer: a day in figures, an amount as figures are written here. */
  const answerOf = ({ kind, value }: Fact) =>
    kind === 'amount'
      ? Number(value).toLocaleString(account.settings!.locale, { useGrouping: false, maximumFractionDigits: 2 })
      : value;
  const blanks = () =>
    questions.value.filter((one): one is BlankQuestion => one.type === 'blank' && one.state !== 'edited');

  /** The blank a fact goes into: the first open one that takes it, else the first open one of text. */
  const blankFor = (fact: Fact): BlankQuestion | undefined => {
    const open = blanks().filter(({ state, waits }) => state === 'open' && !waits);
    return open.find((one) => takes(one, fact)) ?? open.find(({ kind }) => kind === 'text');
  };

  // As long as the same is asked, the lists stay the same objects: the fill list is drawn anew at every key otherwise.
  const asked = computed(() => JSON.stringify(blanks().map(({ key, kind, label }) => ({ key, kind, label }))));
  const inMessage = computed<Record<string, Stated[]>>(() => {
    const all = facts();
    if (!all.length) return {};
    const questions = JSON.parse(asked.value) as Pick<BlankQuestion, 'key' | 'kind' | 'label'>[];
    return Object.fromEntries(
      questions.map((one) => {
        const stated = all.filter((fact) => takes(one, fact));
        const texts = new Map(stated.map((fact) => [answerOf(fact), fact.text.replace(/\s+/g, ' ')]));
        return [one.key, [...texts].map(([answer, text]) => ({ answer, text }))];
      }),
    );
  });

  return {
    /** What the message states that a blank takes, by the key of the blank. */
    inMessage,
    /** What the blank is called that a fact goes into; empty where there is none. */
    labelFor: (fact: Fact) => blankFor(fact)?.label ?? '',
    take(fact: Fact): void {
      const question = blankFor(fact);
      if (question) answer(question, answerOf(fact));
    },
  };
}
