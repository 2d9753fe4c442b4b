import type { H3Event } from 'h3';

type User = NonNullable<Awaited<ReturnType<typeof getUserSession>>['user']>;

/** So many cookies are known, and for so long. */
const MOST = 1_000;
const KEPT_MS = 5 * 60_000;

const known = new Map<string, { user: User; until: number }>();

/**
 * Who a request comes from, by its sealed cookie; undefined for nobody. A cookie that was opened lately is not opened
 * again, which takes longer than most answers: it says the same as long as it is the same. Whether its session goes on is
 * for the database to say.
 */
export async function userOf(event: H3Event): Promise<User | undefined> {
  const cookie = getCookie(event, useRuntimeConfig().session.name ?? 'nuxt-session') ?? '';
  const before = known.get(cookie);
  if (before && before.until > Date.now()) return before.user;
  const { user } = await getUserSession(event);
  if (!user || !cookie) return user;
  if (known.size >= MOST) known.clear();
  known.set(cookie, { user, until: Date.now() + KEPT_MS });
  return user;
}
