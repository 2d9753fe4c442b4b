import { phrase } from '#core/text/phrase';

/** Whatever is asked under /api and is not there: an answer in words, not the page of the application. */
export default defineEventHandler(() => {
  throw errorAnswer(404, phrase('error.noRoute'), { code: 'not-found' });
});
