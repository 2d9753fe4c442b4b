/** Where a link in a note may lead. Anything else (script, data) is not a link a client should get. */
const SAFE_LINK = /^(https?:|mailto:|tel:)/i;

/** Whether `href` may stand in a note or a message. */
export function isSafeLink(href: unknown): href is string {
  return typeof href === 'string' && SAFE_LINK.test(href.trim());
}

const DOMAIN = /^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)+(:\d+)?([/?#]\S*)?$/u;

/** What somebody typed or pasted as where a link leads, as it may stand in a note; null when it leads nowhere a link may. */
export function linkTo(typed: string): string | null {
  const text = typed.trim();
  if (isSafeLink(text)) return text;
  if (/^[^\s@<>]+@[^\s@<>]+\.[^\s@<>]+$/.test(text)) return `mailto:${text}`;
  return DOMAIN.test(text) ? `https://${text}` : null;
}
