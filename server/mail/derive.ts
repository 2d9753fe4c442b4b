import { createHash } from 'node:crypto';
import { codesIn } from '#core/hands/hands';
import { onlyAnswers } from '#core/hands/recognise';
import { partsOfText } from '#core/message/own';
import type { MessageThread } from '#core/message/thread';
import { greetedAs, type Greeted } from '#core/person/greeting';
import { docOf } from '#core/reading/block';
import { parseDoc } from '#core/note/schema';
import { toText } from '#core/note/text';
import { termsOf } from '#core/search/words';
import type { Phrase } from '#core/text/phrase';
import type { Signs } from '#core/waiting/reason';
import type { Undelivered } from '#core/waiting/report';
import { parseMessage } from './parse';

/** What is kept of a message beside its bytes: all of it can be worked out again from them. */
export interface Columns extends MessageThread {
  /** SHA-256 of the bytes, in hexadecimal. */
  digest: string;
  /** Milliseconds since 1970; null when there is no readable date. */
  sentAt: number | null;
  preview: string;
  /** How many files go with it. */
  attachments: number;
  signs: Signs;
  undelivered: Undelivered | null;
  /** How it greets the one person it is to. */
  greeted: Greeted | null;
  /** The code of the show of hands it answers, where it says nothing else; '' otherwise. */
  answers: string;
  broken: Phrase | null;
  /** Its words, folded, each once and with a space before it, and the beginning of its text: what it is found by, and where. */
  words: string;
  text: string;
}

/** So much of a text is searched, and so many words of it are known. */
const TEXT = 20_000;
const WORDS = 600;
/** No word that is looked for is longer. */
const WORD = 60;

function wordsIn(text: string): string {
  const found = new Set<string>();
  for (const term of termsOf(text)) {
    if (found.size >= WORDS) break;
    found.add(term.slice(0, WORD));
  }
  let all = '';
  for (const word of found) all += ` ${word}`;
  return all;
}

/** White space of any kind and length as one space each. A single space, which nearly all are, is left as it is. */
const inOneLine = (text: string): string => text.replace(/[^\S ]\s*| \s+/g, ' ').trim();

/** Few messages have a code in them; only these are told apart. */
function answersIn(text: string): string {
  if (!codesIn(text.slice(0, TEXT)).length) return '';
  return onlyAnswers(toText(parseDoc(docOf(partsOfText(text.slice(0, TEXT)).own)))) ?? '';
}

/** What is kept of a message beside its bytes. */
export async function columnsOf(raw: Buffer): Promise<Columns> {
  const message = await parseMessage(raw);
  const { from, to, cc, subject } = message;
  const text = inOneLine(message.text.slice(0, TEXT));
  const boxes = [...from, ...to.slice(0, 50), ...cc.slice(0, 50)].map(({ name, address }) => `${name} ${address}`);
  const files = message.attachments.filter((part) => !part.inline).map(({ name }) => name);
  return {
    messageId: message.messageId,
    inReplyTo: message.inReplyTo,
    references: message.references,
    from,
    replyTo: message.replyTo,
    to,
    cc,
    subject,
    sentAt: message.sentAt,
    preview: message.preview,
    signs: message.signs,
    undelivered: message.undelivered,
    broken: message.broken,
    text,
    words: wordsIn([subject, ...boxes, ...files, text].join('\n')),
    greeted: to.length === 1 ? greetedAs(message.text, to[0]!) : null,
    answers: answersIn(message.text),
    digest: createHash('sha256').update(raw).digest('hex'),
    attachments: files.length,
  };
}
