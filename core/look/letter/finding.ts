import type { Phrase } from '../../text/phrase';

/** What the last look looks for. */
export const CHECKS = [
  'no-recipient',
  'bad-address',
  'own-address',
  'near-address',
  'open-blank',
  'open-mark',
  'fact-changed',
  'no-subject',
  'nothing-written',
  'question-open',
  'other-greeting',
  'other-name',
  'wrong-weekday',
  'past-day',
  'subject-differs',
  'file-missing',
  'file-unsaid',
  'signature-missing',
  'signature-twice',
  'two-greetings',
  'two-closings',
  'same-note',
  'other-link',
  'dead-link',
  'picture-unnamed',
  'too-large',
  'word-twice',
  'slip',
  'meant-for-one',
  'meant-for-all',
] as const;

/** The name of a check. */
export type CheckName = (typeof CHECKS)[number];

/** Without these nothing can be sent, whoever wants it. */
export const NEEDED: readonly CheckName[] = ['no-recipient', 'bad-address'];

/** What holds a message back unless the settings say otherwise. */
export const HOLDING: readonly CheckName[] = [...NEEDED, 'open-blank', 'open-mark', 'fact-changed'];

/** Where in a draft something was seen. */
export interface LookPlace {
  part: 'to' | 'cc' | 'bcc' | 'subject' | 'body' | 'attachments' | 'signature';
  /** Position in the document of the part; absent for recipients and what stands beside the letter. */
  pos?: number;
  /** Where it ends, when it is a stretch of text. */
  to?: number;
}

/** What puts a finding right, with one key. */
export type Mend =
  /** Other text in its place; none takes it out. */
  | { type: 'text'; text: string }
  /** Another address for the recipient. */
  | { type: 'address'; address: string }
  /** A file to be chosen. */
  | { type: 'attach' };

/** Something the last look sees. */
export interface Finding {
  kind: CheckName;
  /** It holds the message back. */
  stop: boolean;
  words: Phrase;
  place: LookPlace;
  /** What it is about: the mark, the word, the address. With the kind it tells one finding from another. */
  about: string;
  mend?: Mend;
  /** The open blank that is meant. */
  blank?: { insertion: string; label: string };
}

/** What silences a finding for one message. */
export const findingKey = ({ kind, about }: Pick<Finding, 'kind' | 'about'>): string =>
  `${kind}|${about}`.slice(0, 200);

/** What a user does not want to hear of a check: for somebody, or, with no address, always. */
export interface Silence {
  kind: CheckName;
  /** As `addressKey` has it; empty for everybody. */
  person: string;
}
