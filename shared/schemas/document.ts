import './words';
import { mixed, array, number, object, string } from 'yup';
import { wordingText } from '../../core/blank/blanks';
import { DocumentError, FILE, parseDoc, type DocJson } from '../../core/note/schema';
import { toLine } from '../../core/note/text';
import { trimmed } from './text';

/** The longest document taken, as JSON text, in characters. */
export const DOCUMENT_LIMIT = 4_000_000;

/** A body: any document of the note schema. */
export const bodyDoc = mixed<DocJson>({
  check: (value): value is DocJson => typeof value === 'object' && value !== null,
})
  .required('The wording is missing.')
  .test('document', function (value) {
    if (JSON.stringify(value).length > DOCUMENT_LIMIT) {
      return this.createError({ message: 'This text is too long to keep as one piece.' });
    }
    try {
      // What its blanks may become is read too, since everything after this relies on it.
      wordingText(parseDoc(value));
      return true;
    } catch (error) {
      const message = error instanceof DocumentError ? error.message : 'This wording could not be read.';
      return this.createError({ message });
    }
  });

/** A subject: one paragraph, and no longer than a subject line may be (RFC 5322 2.1.1: 998 characters). */
export const lineDoc = bodyDoc.clone().test('line', 'A subject is one line of at most 900 characters.', (value) => {
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
  .max(500, 'A message to more than 500 people is not a one-to-one message.')
  .required();

/** Files that go with a note or a draft, named by their content. */
export const attachments = array(
  object({
    file: string().required().matches(FILE, 'This is not a file that is kept here.'),
    name: trimmed().required('A file needs a name.').max(200, 'The name of a file has at most 200 characters.'),
    type: string().defined().max(100).default('application/octet-stream'),
    size: number().integer().min(0).required(),
  }),
)
  .required()
  .max(50, 'At most 50 attachments.')
  .default([]);
