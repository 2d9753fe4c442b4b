import './words';
import { mixed, array, number, object, string } from 'yup';
import { wordingText } from '#core/blank/blanks';
import { countNodes, DocumentError, FILE, MOST_NODES, parseDoc, type DocJson } from '#core/note/schema';
import { toLine } from '#core/note/text';
import { trimmed } from './text';
import { phrase } from '#core/text/phrase';

/** The longest document taken, as JSON text, in characters. */
export const DOCUMENT_LIMIT = 4_000_000;

/** A body: any document of the note schema. */
export const bodyDoc = mixed<DocJson>({
  check: (value): value is DocJson => typeof value === 'object' && value !== null,
})
  .required(phrase('invalid.noWording'))
  .test('document', function (value) {
    if (JSON.stringify(value).length > DOCUMENT_LIMIT) {
      return this.createError({ message: phrase('invalid.longWording') });
    }
    if (countNodes(value) > MOST_NODES) {
      return this.createError({ message: phrase('invalid.manyPieces', { most: MOST_NODES }) });
    }
    try {
      // What its blanks may become is read too, since everything after this relies on it.
      wordingText(parseDoc(value));
      return true;
    } catch (error) {
      const message = error instanceof DocumentError ? error.phrase : phrase('document.unreadable');
      return this.createError({ message });
    }
  });

/** A subject: one paragraph, and no longer than a subject line may be (RFC 5322 2.1.1: 998 characters). */
export const lineDoc = bodyDoc.clone().test('line', phrase('invalid.longSubject'), (value) => {
  if (!value) return false;
  try {
    const doc = parseDoc(value);
    return doc.childCount === 1 && doc.child(0).type.name === 'paragraph' && toLine(doc).length <= 900;
  } catch {
    return false;
  }
});

/** Recipients as typed: kept even while they are no addresses yet, since a draft loses nothing. */
export const mailboxes = array(
  object({ name: string().defined().max(500).default(''), address: string().required().max(1000) }),
)
  .max(500, phrase('invalid.manyRecipients'))
  .required();

/** Files that go with a note or a draft, named by their content. */
export const attachments = array(
  object({
    file: string()
      .required()
      .matches(FILE, { message: phrase('invalid.noSuchFile') }),
    name: trimmed().required(phrase('invalid.fileUnnamed')).max(200, phrase('invalid.longFileName')),
    type: string().defined().max(100).default('application/octet-stream'),
    size: number().integer().min(0).required(),
  }),
)
  .required()
  .max(50, phrase('invalid.manyAttachments'))
  .default([]);
