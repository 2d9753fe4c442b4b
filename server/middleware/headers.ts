/** What a browser must not do with any answer of ours. Messages are shown in a sandbox with a stricter policy inside. */
export default defineEventHandler((event) => {
  setResponseHeaders(event, {
    'X-Content-Type-Options': 'nosniff',
    'X-Frame-Options': 'SAMEORIGIN',
    'Referrer-Policy': 'no-referrer',
    'Content-Security-Policy':
      "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; " +
      "img-src 'self' data: blob: http: https:; font-src 'self' data:; connect-src 'self'; worker-src 'self' blob:; " +
      "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'self'",
  });
  // A form on another site cannot set this; together with SameSite=Lax it keeps strangers from writing.
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(event.method);
  const origin = getHeader(event, 'origin');
  if (writes && origin && new URL(origin).host !== getRequestHost(event)) {
    throw createError({ statusCode: 403, message: 'This request came from another site.' });
  }
});
