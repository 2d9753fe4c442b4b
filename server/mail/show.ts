import type { Message } from '#shared/types/wire';
import { splitQuoted } from '#core/message/quote';
import { contentOf, parseMessage } from './parse';
import { pictureType } from './picture';
import { sanitiseHtml } from './sanitise';
import { allOf, phrase } from '#core/text/phrase';

/** What of a message is shown beside its row in the list. */
export type Shown = Pick<Message, 'cc' | 'replyTo' | 'html' | 'text' | 'remotePictures' | 'attachmentList' | 'broken'>;

const REMARKS = {
  long: phrase('message.endNotShown'),
  deep: phrase('message.asText'),
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
    broken: allOf([derived.broken, cut ? REMARKS[cut] : null]),
  };
}

/** A picture inside a quoted message, by the Content-ID its text names it by. */
export interface QuotedPicture {
  contentId: string;
  name: string;
  type: string;
  content: Uint8Array;
}

/** So many bytes of pictures go along with a quotation; of more none do, since the answer would not travel. */
const QUOTED_BYTES = 5_000_000;

/** The message as it is quoted in an answer: its own text, and its HTML with the pictures that came with it. */
export async function quotedOf(raw: Buffer): Promise<{ html: string; text: string; pictures: QuotedPicture[] }> {
  const { html, text, attachments } = await parseMessage(raw);
  const within = attachments
    .filter(({ contentId, inline }) => contentId && inline)
    .map((part) => ({ contentId: part.contentId, name: part.name, content: contentOf(raw, part) }))
    .flatMap((part) => {
      const type = pictureType(part.content);
      return type ? [{ ...part, type }] : [];
    });
  const fits = within.reduce((sum, { content }) => sum + content.length, 0) <= QUOTED_BYTES;
  const used = new Set<string>();
  const clean = sanitiseHtml(html, {
    pictures: false,
    partUrl(contentId) {
      if (!fits || !within.some((part) => part.contentId === contentId)) return null;
      used.add(contentId);
      return `cid:${encodeURIComponent(contentId)}`;
    },
  });
  return { html: clean.html, text, pictures: within.filter(({ contentId }) => used.has(contentId)) };
}
