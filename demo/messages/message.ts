import type { PersonKey } from '../people';

/** A message of the demo mailbox. Days and hours are relative to the day the demo is loaded. */
export interface DemoMessage {
  key: string;
  from: PersonKey | 'wren';
  /** Whom it goes to; Wren when absent. */
  to?: PersonKey[];
  cc?: PersonKey[];
  daysAgo: number;
  at: string;
  subject: string;
  text: string;
  html?: string;
  /** Only HTML, without a plain text part. */
  htmlOnly?: boolean;
  attachments?: { name: string; type: string; content: string; encoding?: 'base64'; cid?: string }[];
  /** The message it answers; the text is quoted under it. */
  answers?: string;
  replyTo?: PersonKey;
  answered?: boolean;
  folder?: 'inbox' | 'sent' | 'archive' | 'trash';
}
