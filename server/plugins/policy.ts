import { createHash } from 'node:crypto';

/** The page holds a script of its own with its settings; it is named by its digest, and no other written into a page runs. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (typeof response.body !== 'string') return;
    const digests = [
      ...response.body.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([^<]*(?:<(?!\/script)[^<]*)*)<\/script>/g),
    ].map(([, script]) => `'sha256-${createHash('sha256').update(script!).digest('base64')}'`);
    delete response.headers?.['x-powered-by'];
    setResponseHeader(event, 'Content-Security-Policy', contentPolicy(["script-src 'self'", ...digests].join(' ')));
  });
});
