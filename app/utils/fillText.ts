import type { Answer } from '../../core/blank/kind';
import type { BlankQuestion } from '../../core/blank/questions';

/** What was found for a question that nobody has answered: it waits to be confirmed. */
export const proposalOf = ({ control }: BlankQuestion, answer: Answer | undefined) =>
  answer === undefined ? control.proposals?.[0] : undefined;

/** What the field of a question shows. */
export const textOf = (question: BlankQuestion, answer: Answer | undefined): string =>
  question.state === 'edited' ? question.text : String(answer ?? proposalOf(question, answer)?.text ?? question.text);
