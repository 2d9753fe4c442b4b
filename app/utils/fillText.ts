import type { Answer } from '#core/blank/kinds/kind';
import { blankKey } from '#core/blank/kinds/key';
import type { BlankQuestion, DraftQuestion } from '#core/blank/questions';
import type { Phrase } from '#core/text/phrase';

/** What was found for a question that nobody has answered: it waits to be confirmed. */
export const proposalOf = ({ control }: BlankQuestion, answer: Answer | undefined) =>
  answer === undefined ? control.proposals?.[0] : undefined;

/** What the field of a question shows. */
export const textOf = (question: BlankQuestion, answer: Answer | undefined): string =>
  question.state === 'edited' ? question.text : String(answer ?? proposalOf(question, answer)?.text ?? question.text);

/** How the value of a filled place came about, by what the place remembers of its blank; null when it was given as it is. */
export function workingOf(filled: string, questions: DraftQuestion[]): Phrase | null {
  const { insertion, label } = JSON.parse(filled) as { insertion: string; label: string };
  const key = blankKey(label);
  const question = questions.find((q) => q.type === 'blank' && q.insertion === insertion && q.key === key);
  return question?.type === 'blank' ? question.working : null;
}
