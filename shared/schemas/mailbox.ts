import './words';
import { boolean, number, object, string, type InferType } from 'yup';
import { ownAddress } from './address';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

/** How a line to a server is made safe: TLS from the first byte, TLS asked for on an open line, or none (loopback alone). */
export const SECURITY = ['tls', 'starttls', 'none'] as const;

const serverShape = {
  host: trimmed()
    .required(phrase('invalid.mailHost'))
    .max(253)
    .matches(/^[\p{L}\p{N}._:-]*$/u, phrase('invalid.mailHost')),
  port: number().integer().min(1).max(65535).required(),
  security: string().oneOf(SECURITY).required(),
  user: trimmed().required(phrase('invalid.mailUser')).max(320),
  /** A certificate (PEM) that the user trusts although nobody known has signed it; '' for none. */
  certificate: string().defined().max(20_000).default(''),
};
export const mailServerSchema = object(serverShape);
export type MailServer = InferType<typeof mailServerSchema>;

const address = ownAddress();

/** A mailbox of one's own, as it is connected. Passwords left empty stay what they are. */
export const mailboxSchema = object({
  name: trimmed().max(200).defined().default(''),
  address,
  receiving: mailServerSchema,
  sending: mailServerSchema,
  password: string().max(1000).defined().default(''),
  /** Where sending has a password of its own. */
  sendingPassword: string().max(1000).defined().default(''),
  keepDays: number().integer().min(0).max(36_500).required().default(0),
  /** How many days before it is connected messages wait for an answer. */
  waitDays: number().integer().min(0).max(365).required().default(0),
  version: number().integer().min(1),
});
export type MailboxInput = InferType<typeof mailboxSchema>;

export const proposalSchema = object({ address });
/** What a folder is for, as the user says. */
export const folderChangeSchema = object({
  role: string()
    .oneOf(['inbox', 'sent', 'archive', 'trash', 'junk', 'own', 'none'] as const)
    .required(),
});
export type FolderChange = InferType<typeof folderChangeSchema>;

export const removalSchema = object({ keepMessages: boolean().default(true) });
export const pausedSchema = object({ paused: boolean().required() });
