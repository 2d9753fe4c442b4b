import './words';
import { array, object, string, type InferType } from 'yup';

export const answerSearchSchema = object({
  /** Keys of blanks. */
  keys: array(string().required().max(500)).required().max(1000),
  address: string().defined().max(320).default(''),
});

export type AnswerSearch = InferType<typeof answerSearchSchema>;
