import type { Node } from '@tiptap/pm/model';
import { escapeHtml, toHtml, type PictureSource } from '../note/html';
import { docOf, readHtml, type PictureOf } from '../note/read';
import { docFromText, emptyDoc, parseDoc, type DocJson } from '../note/schema';
import { toLine, toText } from '../note/text';
import { blanksFromBrackets } from './brackets';
import { fromMarkdown, toMarkdown } from './markdown';
import { proposedName } from './name';

export const SINGLE_FORMATS = ['md', 'html', 'txt'] as const;
export type SingleFormat = (typeof SINGLE_FORMATS)[number];

export interface SingleNote {
  name: string;
  subject: DocJson;
  body: DocJson;
}

const SUBJECT_LINE = /^\uFEFF?Subject:[ \t]*(.+?)[ \t]*(?:\r?\n){1,2}/i;

/** A note as one file. The subject, where there is one, stands in a line of its own above the body. */
export function writeSingle(
  format: SingleFormat,
  { name, subject, body }: { name: string; subject: Node; body: Node },
  source: PictureSource,
): string {
  const line = toLine(subject);
  if (format === 'html')
    return `<!doctype html>\n<html>\n<head>\n<meta charset="utf-8">\n<title>${escapeHtml(name)}</title>\n${
      line ? `<meta name="subject" content="${escapeHtml(line)}">\n` : ''
    }</head>\n<body>\n${toHtml(body, source)}\n</body>\n</html>\n`;
  const text = format === 'md' ? toMarkdown(body) : toText(body);
  return `${line ? `Subject: ${line}\n\n` : ''}${text}\n`;
}

const entity = (text: string) =>
  toText(parseDoc(docOf(readHtml(text).blocks)))
    .replace(/\s+/g, ' ')
    .trim();

/**
 * A file as a note: its subject from a line above the body or from the head of the page, its name from the title or the
 * name of the file. `[label]` becomes a blank.
 * @param fileName with its ending, which tells the format
 */
export function readSingle(fileName: string, content: string, picture?: PictureOf): SingleNote {
  const ending = /\.([a-z]+)$/i.exec(fileName)?.[1]?.toLowerCase() ?? 'txt';
  const fromFile = fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim();
  if (/^html?$/.test(ending)) {
    const title = entity(/<title[^>]*>([\s\S]*?)<\/title/i.exec(content)?.[1] ?? '');
    const subject = entity(/<meta\s+name="subject"\s+content="([^"]*)"/i.exec(content)?.[1] ?? '');
    const body = blanksFromBrackets(docOf(readHtml(content, picture).blocks));
    return { name: title || fromFile || proposedName(subject, toText(parseDoc(body))), subject: line(subject), body };
  }
  const head = SUBJECT_LINE.exec(content);
  const rest = content.slice(head?.[0].length ?? 0).replace(/^\uFEFF/, '');
  const body = blanksFromBrackets(
    /^(md|markdown)$/.test(ending) ? fromMarkdown(rest) : docFromText(rest.replace(/\s+$/, '')),
  );
  return { name: fromFile || proposedName(head?.[1] ?? '', rest), subject: line(head?.[1] ?? ''), body };
}

/** A subject as a document, its `[label]`s blanks. */
export function line(subject: string): DocJson {
  const text = subject.replace(/\s+/g, ' ').trim().slice(0, 900);
  return text ? blanksFromBrackets(docFromText(text)) : emptyDoc();
}
