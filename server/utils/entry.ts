import { createHmac, timingSafeEqual } from 'node:crypto';
import type { H3Event } from 'h3';
import { addressKey } from '#core/message/address';
import { isOn } from '#shared/utils/setting';
import type { Origin } from '../services/accounts';
import type { Application } from '../services/application';
import { clientAddress, networkOf } from './clientAddress';
import { beginSession } from '../services/sessions';

const COOKIE = 'jar-note-known';
const YEAR_S = 365 * 86_400;

const isBehindTls = () => isOn(useRuntimeConfig().tls);

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
export function tryOrigin(event: H3Event, address: string): Origin {
  const { proxies, triesPerHour } = useRuntimeConfig();
  const trusted = String(proxies) === '' ? Number(isBehindTls()) : Number(proxies) || 0;
  const forwarded = getHeader(event, 'x-forwarded-for') ?? '';
  const network = networkOf(clientAddress(event.node.req.socket.remoteAddress ?? 'unknown', forwarded, trusted));
  const shown = Buffer.from(getCookie(event, COOKIE) ?? '');
  const known = Buffer.from(mark(address));
  const isKnown = shown.length === known.length && timingSafeEqual(shown, known);
  return { network, isKnown, name: isKnown ? 'known browser' : network, most: Number(triesPerHour) || TRIES_PER_HOUR };
}

/** So many tries to sign in, and as many new accounts, may come from one network within an hour. */
const TRIES_PER_HOUR = 50;

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
