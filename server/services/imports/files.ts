import { blanksFromBrackets } from '../../../core/library/brackets';
import { readSingle } from '../../../core/library/single';
import { notesOfTable } from '../../../core/library/table';
import { decode, readTable } from '../../../core/lookup/csv';
import { looksLikeMessage } from '../../mail/parse';
import type { Application } from '../application';
import { UserError } from '../errors';
import { keepingOf } from '../keeping';
import { blankNote, type Fresh, type StagedNote } from './brought';
import { readBundle } from './bundle';

/**
 * What a file of any kind brings.
 * @throws UserError when it is empty or of a kind that holds no notes
 */
export async function readFile(app: Application, owner: string, name: string, content: Buffer): Promise<Fresh[]> {
  if (!content.length) throw new UserError('This file is empty.');
  const ending = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (ending === 'eml' || (ending === '' && looksLikeMessage(content))) {
    if (!looksLikeMessage(content)) throw new UserError('This file is no message.');
    const {
      name: noteName,
      subject,
      body,
      cc,
      attachments,
      signature,
      quoted,
      remarks,
    } = await keepingOf(app, owner, content);
    const all = {
      name: noteName || name,
      cc,
      attachments,
      subject: blanksFromBrackets(subject),
      body: blanksFromBrackets(body),
    };
    const note: StagedNote = { ...blankNote(all), left: { signature, quoted }, remarks };
    return [{ kind: 'note', name: all.name, content: note }];
  }
  if (content.includes(0) && !/^(csv|txt|tsv)$/.test(ending))
    throw new UserError('This is no kind of file that holds notes: a bundle, .eml, CSV, Markdown, HTML or text.');
  const { text } = decode(content);
  if (ending === 'json' || text.slice(0, 200).includes('"jar-note-bundle"')) return readBundle(app, owner, text);
  if (ending === 'csv' || ending === 'tsv') {
    const { notes, problems } = notesOfTable(readTable(text).cells);
    const shelves = [...new Set(notes.map(({ shelf }) => shelf).filter(Boolean))];
    return [
      ...shelves.flatMap(shelfItems).filter((item, i, all) => all.findIndex((other) => other.name === item.name) === i),
      ...notes.map(({ shelf, ...note }): Fresh => ({
        kind: 'note',
        name: note.name,
        content: { ...blankNote(note), shelf: shelf ? shelfPath(shelf) : null },
      })),
      ...problems.map(({ line, message }): Fresh => ({
        kind: 'problem',
        name: `Line ${line}`,
        content: null,
        problem: message,
      })),
    ];
  }
  if (!/^(md|markdown|html?|txt|text|)$/.test(ending))
    throw new UserError('This is no kind of file that holds notes: a bundle, .eml, CSV, Markdown, HTML or text.');
  const note = readSingle(name, text);
  return [{ kind: 'note', name: note.name, content: blankNote(note) }];
}

const shelfPath = (path: string) =>
  path
    .split('/')
    .map((part) => part.trim())
    .filter(Boolean)
    .join('/')
    .slice(0, 90);

/** The shelves of a path such as `Care/Winter`, each after the one around it. */
function shelfItems(path: string): Fresh[] {
  const parts = shelfPath(path).split('/');
  return parts.map((name, i) => {
    const key = parts.slice(0, i + 1).join('/');
    return {
      kind: 'shelf',
      name: key,
      content: { key, name, description: '', inside: i ? parts.slice(0, i).join('/') : null },
    };
  });
}
