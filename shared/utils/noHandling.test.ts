import { expect, it } from 'vitest';
import { handlingSchema } from '../schemas/draft';
import { NO_HANDLING } from './noHandling';

it('what is usual is what the schema says where nothing is said', () => {
  expect(NO_HANDLING).toEqual(handlingSchema.getDefault());
});
