/** Where a link in a note may lead. Anything else (script, data) is not a link a client should get. */
const SAFE_LINK = /^(https?:|mailto:|tel:)/i;

/** Whether `href` may stand in a note or a message. */
export function isSafeLink(href: unknown): href is string {
  return typeof href === 'string' && SAFE_LINK.test(href.trim());
}
