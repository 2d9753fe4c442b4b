import type { Node } from '@tiptap/pm/model';
import { fold } from '../text/fold';
import { emptyDoc, isEmptyDoc, parseDoc, schema, type DocJson } from './schema';
import { toText } from './text';

/** What stands under a message, for one of the capacities somebody writes in. */
export interface Signature {
  id: string;
  name: string;
  body: DocJson;
}

/** The signatures of an account, and which of them goes under new messages and under answers; empty for none. */
export interface Signatures {
  signatures: Signature[];
  signatureNew: string;
  signatureAnswer: string;
}

/**
 * The signature that goes under a message.
 * @param chosen the one chosen for it: its id, empty for none, null where it is as usual
 */
export function signatureFor(
  { signatures, signatureNew, signatureAnswer }: Signatures,
  { mode, signature: chosen }: { mode: string; signature: string | null },
): Signature | null {
  const usual = mode === 'new' ? signatureNew : signatureAnswer;
  const of = (id: string) => signatures.find((one) => one.id === id) ?? null;
  // One that is gone since leaves the usual one.
  return chosen === '' ? null : (chosen && of(chosen)) || of(usual);
}

/** Own data as an earlier version wrote them, with one signature, as they are now; others as they are. */
export function withSignatures<T extends object>(data: T): T {
  const { signature: body, ...others } = data as { signature?: DocJson; signatures?: unknown };
  if (!body || others.signatures) return data;
  const id = 'first';
  return {
    ...others,
    signatures: [{ id, name: 'Signature', body }],
    signatureNew: id,
    signatureAnswer: id,
  } as unknown as T;
}

/** The document of a signature; an empty one for none. */
export const signatureDoc = (signature: Signature | null): DocJson => signature?.body ?? emptyDoc();

/** The texts of all signatures in which something is written, as they are told apart from the wording above them. */
export const signatureTexts = ({ signatures }: Pick<Signatures, 'signatures'>): string[] =>
  signatures.filter(({ body }) => !isEmptyDoc(body)).map(({ body }) => toText(parseDoc(body)).trim());

/**
 * A note's document without one of the account's own signatures at its end, and without the `-- ` line above it
 * (RFC 3676 section 4.3), so that a message has one signature. Only a whole match at the very end is cut; a name alone in
 * the text stays.
 */
export function withoutSignatures(doc: Node, { signatures }: Pick<Signatures, 'signatures'>): Node {
  return signatures.reduce((rest, { body }) => withoutSignature(rest, parseDoc(body)), doc);
}

function withoutSignature(doc: Node, signature: Node): Node {
  const wanted = fold(toText(signature));
  if (!wanted) return doc;
  const blocks: Node[] = [];
  doc.forEach((block) => blocks.push(block));
  for (let from = blocks.length - 1; from >= 0; from--) {
    const tail = fold(toText(schema.node('doc', null, blocks.slice(from))));
    if (tail.length > wanted.length + 3) break;
    if (tail === wanted || tail === `-- ${wanted}` || tail === `--${wanted}`) {
      let end = from;
      const isRule = (node: Node) => /^--\s*$/.test(node.textContent);
      while (end > 0 && (blocks[end - 1]!.content.size === 0 || isRule(blocks[end - 1]!))) end--;
      return schema.node('doc', null, end > 0 ? blocks.slice(0, end) : [schema.node('paragraph')]);
    }
  }
  return doc;
}
