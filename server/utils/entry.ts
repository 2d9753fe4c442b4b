import { createHmac, timingSafeEqual } from 'node:crypto';
import type { H3Event } from 'h3';
import { addressKey } from '#core/message/address';
import type { Application } from '../services/application';
import { beginSession } from '../services/sessions';

const COOKIE = 'jar-note-known';
const YEAR_S = 365 * 86_400;

const isBehindTls = () => Boolean(useRuntimeConfig().tls);

/** What this installation says of an address to a browser that was signed in with it; nobody else can say it. */
const mark = (address: string) =>
  createHmac('sha256', useRuntimeConfig().session.password)
    .update(`known:${addressKey(address)}`)
    .digest('hex')
    .slice(0, 40);

/**
 * Where a try to sign in comes from: the browser that was signed in with this address before, or the network address. So
 * tries of strangers do not keep the owner out.
 */
export function tryOrigin(event: H3Event, address: string): string {
  const shown = Buffer.from(getCookie(event, COOKIE) ?? '');
  const known = Buffer.from(mark(address));
  if (shown.length === known.length && timingSafeEqual(shown, known)) return 'known browser';
  return (getRequestIP(event, { xForwardedFor: isBehindTls() }) ?? 'unknown').replace(/[^\x20-\x7e]/g, '').slice(0, 64);
}

/** Signs the browser in: a session on the server, its id in a sealed cookie. */
export async function enter(event: H3Event, app: Application, account: { id: string; address: string }): Promise<void> {
  const session = await beginSession(app, account.id, getHeader(event, 'user-agent') ?? '');
  await setUserSession(event, { user: { id: account.id, session } });
  setCookie(event, COOKIE, mark(account.address), {
    httpOnly: true,
    sameSite: 'lax',
    secure: isBehindTls(),
    maxAge: YEAR_S,
    path: '/api/account',
  });
}
