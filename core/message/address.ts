import { phrase, type Phrase } from '../text/phrase';

/** One recipient or sender: a display name, which may be empty, and an address. */
export interface Mailbox {
  name: string;
  address: string;
}

const ATOM = /^[\p{L}\p{N}!#$%&'*+/=?^_`{|}~-]+(\.[\p{L}\p{N}!#$%&'*+/=?^_`{|}~-]+)*$/u;
const QUOTED = /^"(?:[^"\\\r\n]|\\[^\r\n])*"$/;
const LABEL = /^[\p{L}\p{N}](?:[\p{L}\p{N}-]{0,61}[\p{L}\p{N}])?$/u;

/**
 * What is wrong with an address; null when it can be one. RFC 5321 4.1.2 (dot-string, quoted-string,
 * domain), 4.5.3.1 (64 octets before the @, 256 for the whole path with its brackets) and RFC 6531 for letters beyond ASCII. Whether somebody reads
 * mail there only the sending shows.
 */
export function addressProblem(address: string): Phrase | null {
  const at = address.lastIndexOf('@');
  if (at < 0) return phrase('address.noAt');
  const local = address.slice(0, at);
  const domain = address.slice(at + 1);
  if (!local) return phrase('address.noLocal');
  if (!domain) return phrase('address.noDomain');
  if (byteLength(address) > 254) return phrase('address.tooLong');
  if (byteLength(local) > 64) return phrase('address.longLocal');
  if (!ATOM.test(local) && !QUOTED.test(local)) return phrase('address.badLocal');
  if (/^\[[0-9a-f.:]+\]$/i.test(domain) || /^\[IPv6:[0-9a-f:.]+\]$/i.test(domain)) return null;
  const labels = domain.split('.');
  if (labels.length < 2) return phrase('address.noDot');
  if (!labels.every((label) => LABEL.test(label))) return phrase('address.badDomain');
  return null;
}

function byteLength(text: string): number {
  return new TextEncoder().encode(text).length;
}

/**
 * An address without what RFC 5322 lets stand inside it: comments (3.2.2), white space around dots, and the route of
 * old messages (4.4). A quoted local part is left as it is.
 */
export function bareAddress(address: string): string {
  let out = '';
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < address.length; i++) {
    const char = address[i]!;
    if (char === '\\' && (quoted || depth)) {
      if (!depth) out += char + (address[i + 1] ?? '');
      i++;
    } else if (char === '"' && !depth) {
      quoted = !quoted;
      out += char;
    } else if (char === '(' && !quoted) depth++;
    else if (char === ')' && !quoted && depth) depth--;
    else if (!depth && (quoted || !/\s/.test(char))) out += char;
  }
  return out.replace(/^@[^:]*:(?=.+@)/, '');
}

/** The address as it is compared: the domain without case (RFC 5321 2.4), and in practice the local part too. */
export function addressKey(address: string): string {
  return address.trim().normalize('NFC').toLowerCase();
}

/** One mailbox as it is shown and typed: `Ada Marsh <ada@x.example>`, the name quoted where it has to be. */
export function formatMailbox({ name, address }: Mailbox): string {
  if (!name) return address;
  const plain = /^[\p{L}\p{N}\p{M} !#$%&'*+/=?^_`{|}~-]+$/u.test(name);
  return `${plain ? name : `"${name.replace(/["\\]/g, '\\$&')}"`} <${address}>`;
}
