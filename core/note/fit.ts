import { Fragment, type Node, type Schema } from '@tiptap/pm/model';
import type { DocJson } from './schema';

/**
 * A fragment for a document of another schema that knows the same nodes or fewer: an editor's, or a subject's, which
 * takes no formatting and no line break. Marks and pictures it does not know are dropped; a line break becomes a space.
 */
export function fit(content: Fragment, schema: Schema): Fragment {
  if (!content.firstChild || content.firstChild.type.schema === schema) return content;
  const one = (json: DocJson): DocJson[] => {
    if (json.type === 'picture' && !schema.nodes.picture) return [];
    const marks = json.marks?.filter(({ type }) => schema.marks[type]);
    if (json.type === 'hardBreak' && !schema.nodes.hardBreak)
      return [{ type: 'text', text: ' ', ...(marks && { marks }) }];
    return [{ ...json, ...(marks && { marks }), ...(json.content && { content: json.content.flatMap(one) }) }];
  };
  return Fragment.fromJSON(schema, (content.toJSON() as DocJson[]).flatMap(one));
}

/** A document as JSON that fits another schema. */
export function fitDoc(doc: Node, schema: Schema): DocJson {
  return { type: 'doc', content: fit(doc.content, schema).toJSON() as DocJson[] };
}
