/** Whatever is asked under /api and is not there: an answer in words, not the page of the application. */
export default defineEventHandler(() => {
  throw createError({ statusCode: 404, message: 'There is nothing at this address.', data: { code: 'not-found' } });
});
