import { addressKey, type Mailbox } from '../message/address';

/** Fields of a message that say by what and for whom it was made; '' where it has none. */
export interface Signs {
  /** Whether a list field (RFC 2919, RFC 2369) is there. */
  list: boolean;
  /** `Auto-Submitted` (RFC 3834 5). */
  autoSubmitted: string;
  precedence: string;
  /** `Return-Path`, where the server that delivered it wrote one. */
  returnPath: string;
  /** Whether it is a report about mail (RFC 6522). */
  report: boolean;
}

/**
 * Why a message waits: a `person` wrote it, or the user `asked` for it, or it was `undelivered`. Why it does not: it is the
 * user's `own`, a `report` about mail, from a `list`, written by a machine (`automatic`), sent to the user as a copy only
 * (`copied`), from a `sender` who is known to want no answer, from `before` the mailbox was connected, or an
 * answer to a show of hands that was `counted` and says nothing else.
 */
export const WAIT_REASONS = [
  'person',
  'asked',
  'undelivered',
  'own',
  'report',
  'list',
  'automatic',
  'copied',
  'sender',
  'before',
  'counted',
] as const;
/** One of {@link WAIT_REASONS}. */
export type WaitReason = (typeof WAIT_REASONS)[number];

/** Local parts that nobody reads (common practice, no source), in the languages of mail. */
const NOBODY =
  /^(?:(?:do[._-]?)?no[nt]?[._-]?reply|no[._-]?responder?|nao[._-]?responda?|ne[._-]?pas[._-]?repondre|(?:bitte[._-]?)?nicht[._-]?antworten|keine[._-]?antwort|nie[._-]?odpowiadaj|mailer-daemon|postmaster|bounces?|auto-?(?:mailer|reply|confirm)|notifications?|listserv|majordomo)(?:[._+=-].{0,200})?$/;

/** Whether an address is one that nobody reads. */
export function isNobody(address: string): boolean {
  const key = addressKey(address);
  return NOBODY.test(key.slice(0, Math.max(0, key.lastIndexOf('@'))));
}

/**
 * Why a message waits for an answer or does not, as far as it tells by itself; who had the last word is another matter.
 * Lists by RFC 2919 and 2369, machines by RFC 3834 (5, and 2 for the empty return path), `Precedence` and addresses nobody
 * reads by common practice.
 * @param own the keys of the user's addresses
 * @param learnt what the user said of this sender before: that they wait (`true`), or never (`false`)
 * @param isBefore whether it came before the mailbox was connected
 */
export function waitReason(
  { from, to, cc, signs }: { from: Mailbox[]; to: Mailbox[]; cc: Mailbox[]; signs: Signs },
  own: ReadonlySet<string>,
  { learnt, isBefore }: { learnt?: boolean; isBefore: boolean },
): WaitReason {
  const isOwn = ({ address }: Mailbox) => own.has(addressKey(address));
  if (from.some(isOwn)) return 'own';
  if (signs.report) return 'report';
  const fromIt = learnt === undefined ? ofItself() : learnt ? 'person' : 'sender';
  return fromIt === 'person' && isBefore ? 'before' : fromIt;

  function ofItself(): WaitReason {
    const precedence = signs.precedence.trim().toLowerCase();
    if (signs.list || precedence === 'list' || precedence === 'bulk' || precedence === 'junk') return 'list';
    const isMachine =
      (signs.autoSubmitted !== '' && !/^\s*no\s*(?:$|[;(])/i.test(signs.autoSubmitted)) ||
      precedence === 'auto_reply' ||
      /^\s*<\s*>\s*$/.test(signs.returnPath) ||
      from.some(({ address }) => isNobody(address));
    if (isMachine) return 'automatic';
    return !to.some(isOwn) && cc.some(isOwn) ? 'copied' : 'person';
  }
}
