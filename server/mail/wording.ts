import { createHash } from 'node:crypto';
import { partsOf, partsOfText } from '#core/message/own';
import { docOf, type ReadBlock } from '#core/reading/block';
import { readHtml } from '#core/reading/read';
import { MOST_NODES, parseDoc, type DocJson } from '#core/note/schema';
import { toText } from '#core/note/text';
import { pictureType } from './picture';
import { contentOf, parseMessage, type Derived } from './parse';

/** What is to be taken: a message whole, or a selected part of it as HTML or as text. */
export interface WordingOf {
  raw: Uint8Array;
  html?: string;
  text?: string;
  /** The account's own signatures, as plain text. */
  signatures: string[];
}

export interface WordingIn {
  derived: Omit<Derived, 'html' | 'text' | 'attachments'>;
  own: DocJson;
  /** The beginning of the wording as text. */
  text: string;
  signature: DocJson | null;
  quoted: DocJson | null;
  /** The pictures in the wording, by their digest. */
  pictures: { file: string; name: string; type: string; content: Uint8Array }[];
  /** What goes with the message beside its text; nothing for a part of it. */
  attachments: { name: string; type: string; content: Uint8Array }[];
  picturesLeft: number;
  cut: 'long' | 'deep' | null;
}

const orNull = (blocks: ReadBlock[]) => (blocks.length ? docOf(blocks) : null);

/** The part of a message a picture of its HTML stands for: by its Content-ID (RFC 2392), or by the address it is shown at. */
function partOf({ attachments }: Derived, src: string): Derived['attachments'][number] | undefined {
  if (/^cid:/i.test(src)) {
    const id = src.slice(4);
    return attachments.find(({ contentId }) => contentId === id || contentId === safely(id));
  }
  const shown = /\/api\/messages\/\w{1,40}\/attachments\/(\d{1,4})$/.exec(src.slice(-120));
  return shown ? attachments[Number(shown[1])] : undefined;
}

function safely(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

const dataPicture = (src: string): Buffer | null => {
  const head = /^data:image\/(?:png|jpe?g|gif|webp);base64,/i.exec(src.slice(0, 60));
  return head ? Buffer.from(src.slice(head[0].length), 'base64') : null;
};

/** More lines than this are no wording of a note. */
const LINES = MOST_NODES / 3;
/** So much of a letter is looked through for what is written again and again. */
const OWN = 20_000;

/** The beginning of what somebody wrote in a message, a paragraph a line, without the signature and the history. */
export async function ownTextIn(raw: Buffer, signatures: string[]): Promise<string> {
  const { html, text } = await parseMessage(raw);
  const blocks = html ? readHtml(html, () => null).blocks.slice(0, LINES) : null;
  const plain = () => partsOfText(text.split('\n').slice(0, LINES).join('\n'), signatures);
  const { own } = blocks ? partsOf(blocks, signatures, true) : plain();
  return toText(parseDoc(docOf(own))).slice(0, OWN);
}

/** What the bytes of a message, or a selected part of it, give for a note: its wording without the signature and the history. */
export async function wordingIn(raw: Buffer, { html, text, signatures }: Omit<WordingOf, 'raw'>): Promise<WordingIn> {
  const { html: whole, text: plain, attachments, ...derived } = await parseMessage(raw);
  const isPart = html !== undefined || text !== undefined;
  const found = new Map<string, WordingIn['pictures'][number]>();
  const picture = (src: string) => {
    const part = partOf({ attachments } as Derived, src);
    const content = part ? contentOf(raw, part) : dataPicture(src);
    if (!content || !pictureType(content)) return null;
    const file = createHash('sha256').update(content).digest('hex');
    found.set(file, { file, name: part?.name ?? 'picture', type: part?.type ?? '', content });
    return { file };
  };
  const source = html ?? (text === undefined ? whole : '');
  const read = source ? readHtml(source, picture) : null;
  const lines = (text ?? plain).split('\n');
  const blocks = read?.blocks.slice(0, LINES);
  const parts = blocks ? partsOf(blocks, signatures, true) : partsOfText(lines.slice(0, LINES).join('\n'), signatures);
  const isCut = (read?.blocks.length ?? lines.length) > LINES;
  const kept = { own: docOf(parts.own), signature: orNull(parts.signature), quoted: orNull(parts.quoted) };
  const named = new Set(JSON.stringify(kept).match(/[0-9a-f]{64}/g));
  return {
    derived,
    ...kept,
    text: toText(parseDoc(kept.own)).slice(0, 5000),
    pictures: [...found.values()].filter(({ file }) => named.has(file)),
    attachments: isPart
      ? []
      : attachments
          .filter(({ inline }) => !inline || !whole)
          .map((part) => ({ name: part.name, type: part.type, content: contentOf(raw, part) })),
    picturesLeft: read?.picturesLeft ?? 0,
    cut: read?.cut ?? (isCut ? 'long' : null),
  };
}
