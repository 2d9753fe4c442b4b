import type { Node } from '@tiptap/pm/model';
import { DomUtils } from 'htmlparser2';
import { parseHtml } from '../reading/htmlTree';
import { escapeHtml } from '../note/escape';
import { toHtml, type PictureSource } from '../note/html';
import { docOf } from '../reading/block';
import { readHtml, type PictureOf } from '../reading/read';
import { docFromText, emptyDoc, parseDoc, type DocJson } from '../note/schema';
import { toLine, toText } from '../note/text';
import { blanksFromBrackets } from './brackets';
import { fromMarkdown, toMarkdown } from './markdown';
import { proposedName } from './name';

/** The kinds of file that hold one note, by their endings. */
export const SINGLE_FORMATS = ['md', 'html', 'txt'] as const;
/** One of {@link SINGLE_FORMATS}. */
export type SingleFormat = (typeof SINGLE_FORMATS)[number];

/** A note as one file holds it. */
export interface SingleNote {
  name: string;
  subject: DocJson;
  body: DocJson;
  /** Whether the file was too long or too deeply built to come as it stood. */
  cut?: boolean;
}

/** The longest subject that is looked for above a body (RFC 5322 2.1.1). */
const SUBJECT_LENGTH = 998;

/** The subject in a line of its own above the body, and what comes behind it. */
function subjectAbove(content: string): { subject: string; rest: string } {
  const text = content.replace(/^\uFEFF/, '');
  const end = text.slice(0, SUBJECT_LENGTH + 20).search(/\r?\n/);
  const first = end < 0 ? '' : text.slice(0, end);
  if (!/^subject:/i.test(first) || !first.slice(8).trim()) return { subject: '', rest: text };
  return { subject: first.slice(8).trim(), rest: text.slice(end).replace(/^(\r?\n){1,2}/, '') };
}

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
    const { title, subject } = headOf(content);
    const { blocks, cut } = readHtml(content, picture);
    const body = blanksFromBrackets(docOf(blocks));
    return {
      cut: cut !== null,
      name: title || fromFile || proposedName(subject, toText(parseDoc(body))),
      subject: line(subject),
      body,
    };
  }
  const { subject, rest } = subjectAbove(content);
  const body = blanksFromBrackets(/^(md|markdown)$/.test(ending) ? fromMarkdown(rest) : docFromText(rest.trimEnd()));
  return { name: fromFile || proposedName(subject, rest), subject: line(subject), body };
}

/** The title of a page, and the subject in its head as {@link writeSingle} writes it. */
function headOf(html: string): { title: string; subject: string } {
  const { nodes } = parseHtml(html);
  const [title] = DomUtils.getElementsByTagName('title', nodes, true, 1);
  const meta = DomUtils.findOne(({ name, attribs }) => name === 'meta' && attribs.name === 'subject', nodes);
  const said = (text: string) => text.replace(/\s+/g, ' ').trim().slice(0, SUBJECT_LENGTH);
  return {
    title: said(title ? DomUtils.textContent(title) : '').slice(0, 200),
    subject: said(meta?.attribs.content ?? ''),
  };
}

/** A subject as a document, its `[label]`s blanks. */
export function line(subject: string): DocJson {
  const text = subject.replace(/\s+/g, ' ').trim().slice(0, 900);
  return text ? blanksFromBrackets(docFromText(text)) : emptyDoc();
}
