import type { Message } from '#shared/types/wire';
import { splitQuoted } from '../../core/message/quote';
import { parseMessage } from './parse';
import { sanitiseHtml } from './sanitise';

/** What of a message is shown beside its row in the list. */
export type Shown = Pick<Message, 'cc' | 'replyTo' | 'html' | 'text' | 'remotePictures' | 'attachmentList' | 'broken'>;

const REMARKS = {
  long: 'Its end is not shown, since it is very long.',
  deep: 'It is shown as plain text, since it is built in too many layers.',
};

/** A message made ready to be shown: its HTML sanitised, pictures from elsewhere only when asked for. */
export async function shownOf(raw: Buffer, { id, pictures }: { id: string; pictures: boolean }): Promise<Shown> {
  const derived = await parseMessage(raw);
  const { html, remotePictures, cut } = sanitiseHtml(derived.html, {
    pictures,
    partUrl(contentId) {
      const index = derived.attachments.findIndex((part) => part.contentId === contentId);
      return index < 0 ? null : `/api/messages/${id}/attachments/${index}`;
    },
  });
  return {
    cc: derived.cc,
    replyTo: derived.replyTo,
    html,
    text: splitQuoted(derived.text),
    remotePictures,
    attachmentList: derived.attachments
      .map(({ name, type, size, inline }, index) => ({ index, name, type, size, inline }))
      .filter((part) => !part.inline || !derived.html)
      .map(({ inline: _, ...part }) => part),
    broken: [derived.broken, cut ? REMARKS[cut] : ''].filter(Boolean).join(' '),
  };
}

/** The message as it is quoted in an answer: its own text, and its HTML without pictures, since they belong to it. */
export async function quotedOf(raw: Buffer): Promise<{ html: string; text: string }> {
  const { html, text } = await parseMessage(raw);
  return { html: sanitiseHtml(html, { pictures: false, partUrl: () => null }).html, text };
}
