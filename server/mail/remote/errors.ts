import { phrase, type Phrase } from '#core/text/phrase';
import { UserError } from '../../services/errors';

/** What kept a server from being used. */
export type RemoteFault =
  | 'name'
  | 'refused'
  | 'silent'
  | 'other-protocol'
  | 'no-tls'
  | 'no-starttls'
  | 'open-line'
  | 'certificate'
  | 'password'
  | 'needs-tls'
  | 'folder'
  | 'full'
  | 'declined'
  | 'not-allowed'
  | 'busy'
  | 'dropped'
  | 'cut';

/** Faults that go by themselves, so that trying again makes sense. The others need the user. */
const PASSING = new Set<RemoteFault>(['name', 'refused', 'silent', 'other-protocol', 'full', 'busy', 'dropped', 'cut']);

/** A server of somebody else's could not be used; says why in words, and whether trying again makes sense. */
export class RemoteError extends UserError {
  override name = 'RemoteError';
  readonly again: boolean;
  constructor(
    readonly fault: RemoteFault,
    words: Phrase,
  ) {
    super(words, 422, { code: `mail-${fault}` });
    this.again = PASSING.has(fault);
  }
}

/** The server that was asked, as it is named to the user. */
export interface Asked {
  host: string;
  port: number;
  /** The one certificate it may show, where that was looked at. */
  certificate?: string;
}

/** What Node and OpenSSL say of a certificate that is not trusted. */
const CERTIFICATE =
  /^(CERT_|DEPTH_ZERO_SELF_SIGNED_CERT|SELF_SIGNED_CERT_IN_CHAIN|UNABLE_TO_|ERR_TLS_CERT_ALTNAME_INVALID|ERR_TLS_CERT|HOSTNAME_MISMATCH|INVALID_CA|PATH_LENGTH_EXCEEDED)/;
const BAD_TLS = /^(EPROTO$|ERR_SSL_)/;

interface Cause extends Error {
  code?: string;
  /** What the network said, where a library has a code of its own for it. */
  originalCode?: string;
  command?: string;
  response?: unknown;
  responseCode?: number;
  responseText?: string;
  serverResponseCode?: string;
  authenticationFailed?: boolean;
  mailboxMissing?: boolean;
  tlsFailed?: boolean;
  _err?: Cause;
}

/** An error of a mail library or of the network in the words of the product. */
export function remoteError(cause: unknown, { host, port, certificate }: Asked): RemoteError {
  if (cause instanceof RemoteError) return cause;
  const error = cause as Cause;
  const code = String(error._err?.code ?? error.originalCode ?? error.code ?? '');
  // A port is a name, not a quantity.
  const at = { host, port: String(port) };
  const said = saidBy(error);
  const make = (fault: RemoteFault, params: Record<string, string | number> = at) =>
    new RemoteError(fault, phrase(`mailbox.fault.${fault}`, params));
  // Names cannot be asked after, which mostly is for want of a connection.
  if (code === 'EAI_AGAIN' || /EAI_AGAIN/.test(error.message)) return make('silent');
  if (code === 'ENOTFOUND' || code === 'EDNS') return make('name');
  if (code === 'ECONNREFUSED') return make('refused');
  if (CERTIFICATE.test(code)) {
    const wrong = code === 'CERT_HAS_EXPIRED' ? 'expired' : certificate ? 'changed' : 'certificate';
    return new RemoteError('certificate', phrase(`mailbox.fault.${wrong}`, at));
  }
  // RFC 5321 4.2.1 and RFC 4954 6 for SMTP; RFC 5530 3 for IMAP: what is so now may be otherwise soon.
  const isForNow = (error.responseCode ?? 0) >= 400 && (error.responseCode ?? 0) < 500;
  if (isForNow || /^(UNAVAILABLE|INUSE|LIMIT)$/.test(error.serverResponseCode ?? ''))
    return make('busy', { ...at, said: said || String(error.responseCode ?? error.serverResponseCode) });
  const needsTls = /PRIVACYREQUIRED|LOGINDISABLED|cleartext|plaintext auth|login is disabled/i;
  if (needsTls.test([error.serverResponseCode, said, error.message].join(' '))) return make('needs-tls');
  if (error.authenticationFailed || error.responseCode === 535 || code === 'EAUTH' || code === 'ENOAUTH')
    return make('password', { ...at, said: said || '535' });
  // Before anything the greeting says is looked at: a mail server of another kind names STARTTLS in it.
  if (code === 'EPROTOCOL' && !error.responseCode) return make('other-protocol');
  if (BAD_TLS.test(code)) return make('no-tls');
  if (error.tlsFailed || code === 'ETLS' || /STARTTLS/i.test(error.message)) return make('no-starttls');
  if (error.mailboxMissing || /^(NONEXISTENT|TRYCREATE)$/.test(error.serverResponseCode ?? ''))
    return make('folder', { ...at, said });
  if (/^ClosedAfterConnect/.test(code)) return said ? make('busy', { ...at, said }) : make('dropped');
  if (error.serverResponseCode === 'OVERQUOTA' || /quota|over ?quota|disk full/i.test(said)) return make('full');
  if (/^(CONNECT_TIMEOUT|GREETING_TIMEOUT|ETIMEDOUT|EHOSTUNREACH|ENETUNREACH)$/.test(code)) return make('silent');
  if (
    /^(UnexpectedTag|MissingTag|InvalidResponse|ParserError|LineTooLarge|LiteralTooLarge|ResponseTooLarge|TooMany)/.test(
      code,
    )
  )
    return make('other-protocol');
  if (said) return make('declined', { ...at, said });
  return make('cut', { ...at });
}

/** What the server said, without its codes. */
function saidBy({ responseText, response }: Cause): string {
  const text = responseText ?? (typeof response === 'string' ? response : '');
  return text
    .replace(/^\d{3}[ -]/, '')
    .replace(/^(\[[^\]]*\]|\d\.\d{1,3}\.\d{1,3})\s*/, '')
    .trim()
    .slice(0, 300);
}
