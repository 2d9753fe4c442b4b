import type { Message, MessagePage } from '#shared/types/wire';
import type { MessageChange, MessageList } from '#shared/schemas/message';
import { splitQuoted } from '../../core/message/quote';
import { looksLikeMessage, parseMessage } from '../mail/parse';
import { readMessages } from '../mail/mbox';
import { sanitiseHtml } from '../mail/sanitise';
import type { ImportProgress } from '#shared/types/wire';
import type { Application } from './application';
import { notFound } from './errors';

export function readMessageList(app: Application, owner: string, query: MessageList): Promise<MessagePage> {
  return app.mailbox(owner).list(query);
}

/** A message opened: parsed anew from its bytes, its HTML sanitised, pictures from elsewhere only when asked for. */
export async function openMessage(app: Application, owner: string, id: string, pictures: boolean): Promise<Message> {
  const { raw, ...row } = await app.mailbox(owner).get(id);
  const derived = await parseMessage(raw);
  const { html, remotePictures } = sanitiseHtml(derived.html, {
    pictures,
    partUrl(contentId) {
      const index = derived.attachments.findIndex((part) => part.contentId === contentId);
      return index < 0 ? null : `/api/messages/${id}/attachments/${index}`;
    },
  });
  return {
    ...row,
    cc: derived.cc,
    replyTo: derived.replyTo,
    html,
    text: splitQuoted(derived.text),
    remotePictures,
    attachmentList: derived.attachments
      .map(({ name, type, content, inline }, index) => ({ index, name, type, size: content.length, inline }))
      .filter((part) => !part.inline || !derived.html)
      .map(({ inline: _, ...part }) => part),
  };
}

export async function openAttachment(app: Application, owner: string, id: string, index: number) {
  const { raw } = await app.mailbox(owner).get(id);
  const part = (await parseMessage(raw)).attachments[index];
  if (!part) throw notFound('attachment');
  return part;
}

export async function changeMessage(app: Application, owner: string, id: string, change: MessageChange): Promise<void> {
  const mailbox = app.mailbox(owner);
  await mailbox.setFlags(id, { seen: change.seen, answered: change.answered });
  if (change.folder) await mailbox.move(id, change.folder);
}

/**
 * Reads an `.eml` or mbox file into the inbox, telling how far it is. Each message is stored by itself: one that is
 * broken comes in marked, one already there is counted and left, and what was stored stays when the reading is stopped.
 */
export async function* importMessages(
  app: Application,
  owner: string,
  source: AsyncIterable<Uint8Array>,
): AsyncGenerator<ImportProgress> {
  const mailbox = app.mailbox(owner);
  const progress: ImportProgress = { bytes: 0, added: 0, known: 0, broken: 0, done: false, problem: '' };
  let passedOver = 0;
  let told = app.now();
  for await (const { raw, bytes } of readMessages(source)) {
    progress.bytes = bytes;
    if (looksLikeMessage(raw)) {
      const { added, broken } = await mailbox.append('inbox', raw);
      if (added) progress.added++;
      else progress.known++;
      if (added && broken) progress.broken++;
    } else passedOver++;
    if (app.now() - told > 150) {
      told = app.now();
      yield { ...progress };
    }
  }
  if (passedOver) {
    const none = progress.added + progress.known === 0;
    progress.problem = none
      ? 'There is no message in this file.'
      : `${passedOver} parts of the file are no messages and were passed over.`;
  }
  yield { ...progress, done: true };
}
