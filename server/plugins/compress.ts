import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

/** Below this a compressed answer is hardly smaller, in characters. */
const WORTH = 4_000;
const compress = promisify(gzip);

/** Long answers in JSON are compressed on their way, off the thread that answers requests (RFC 9110, section 8.4). */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const { body } = response;
    if (typeof body !== 'object' || body === null) return;
    if (!Array.isArray(body) && Object.getPrototypeOf(body) !== Object.prototype) return;
    if (event.method === 'HEAD' || !/\bgzip\b/.test(getHeader(event, 'accept-encoding') ?? '')) return;
    const json = JSON.stringify(body);
    if (json.length < WORTH) return;
    setResponseHeaders(event, {
      'Content-Type': 'application/json',
      'Content-Encoding': 'gzip',
      Vary: 'Accept-Encoding',
    });
    response.body = await compress(json, { level: 4 });
  });
});
