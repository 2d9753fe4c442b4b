import type { Arrival } from '#shared/types/wire';
import { contentOf, parseMessage } from './parse';

/** A message as those who get it will see it, read from the bytes that leave: its pictures stand in its HTML. */
export async function arrivalIn(raw: Buffer): Promise<Arrival> {
  const { html, text, subject, to, cc, attachments } = await parseMessage(raw);
  let shown = html;
  for (const part of attachments.filter(({ contentId, type }) => contentId && /^image\//.test(type))) {
    const source = `data:${part.type};base64,${contentOf(raw, part).toString('base64')}`;
    shown = shown.replaceAll(`"cid:${encodeURIComponent(part.contentId)}"`, `"${source}"`);
    shown = shown.replaceAll(`"cid:${part.contentId}"`, `"${source}"`);
  }
  return {
    html: shown,
    text,
    subject,
    to,
    cc,
    files: attachments.filter(({ inline }) => !inline).map(({ name, type, size }) => ({ name, type, size })),
    size: raw.length,
    htmlSize: Buffer.byteLength(html),
  };
}
