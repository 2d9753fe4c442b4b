import { isOn } from '#shared/utils/setting';
import { phrase } from '#core/text/phrase';

/** What a browser must not do with any answer of ours. The page itself names its own scripts (plugins/policy.ts). */
export default defineEventHandler((event) => {
  setResponseHeaders(event, {
    'X-Content-Type-Options': 'nosniff',
    'X-Frame-Options': 'SAMEORIGIN',
    'Referrer-Policy': 'no-referrer',
    'Content-Security-Policy': contentPolicy("script-src 'self'"),
  });
  if (isOn(useRuntimeConfig().tls)) setResponseHeader(event, 'Strict-Transport-Security', 'max-age=31536000');
  if (event.path.startsWith('/api/'))
    setResponseHeaders(event, { 'Cache-Control': 'no-store', 'X-Build': useRuntimeConfig().app.buildId });
  // A form on another site cannot set this; together with SameSite=Lax it keeps strangers from writing.
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(event.method);
  const origin = getHeader(event, 'origin');
  if (writes && origin && hostOf(origin) !== getRequestHost(event, { xForwardedHost: isOn(useRuntimeConfig().tls) })) {
    throw errorAnswer(403, phrase('error.otherSite'), { code: 'other-site' });
  }
});

/** The host of an origin; empty for `null` and whatever else is none. */
function hostOf(origin: string): string {
  try {
    return new URL(origin).host;
  } catch {
    return '';
  }
}
