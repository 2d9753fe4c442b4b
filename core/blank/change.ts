import type { Transform } from '@tiptap/pm/transform';
import type { DocJson } from '../note/schema';
import { blankKey } from './kinds/key';
import type { BlankDef } from './kinds/kind';
import { kindOf, optionsOf } from './kinds/registry';

/**
 * Changes a blank of a note wherever it stands, in wordings of other blanks too: the same label is the same question. What
 * refers to it by its label follows a new one: other blanks, passages and parts of a line that depend on it.
 * @param tr of the subject or the body; call it for each
 */
export function changeBlank(tr: Transform, label: string, part: Partial<BlankDef>): void {
  const key = blankKey(label);
  const renamed = part.label !== undefined && blankKey(part.label) !== key ? part.label : null;
  const is = (other: unknown) => typeof other === 'string' && blankKey(other) === key;

  const inWording = (json: DocJson): DocJson => {
    const content = json.content?.map(inWording);
    const attrs = json.type === 'blank' ? changed(json.attrs as unknown as BlankDef) : json.attrs;
    return { ...json, ...(content && { content }), ...(attrs && { attrs: { ...json.attrs, ...attrs } }) };
  };
  const changed = (blank: BlankDef): BlankDef => {
    const kind = kindOf(blank.kind);
    let options = optionsOf(blank);
    if (renamed) options = kind.renamed?.(options, is, renamed) ?? options;
    options = kind.mapWordings?.(options, inWording) ?? options;
    const same = JSON.stringify(options) === JSON.stringify(optionsOf(blank));
    return { ...blank, ...(!same && { options }), ...(is(blank.label) && part) };
  };

  tr.doc.descendants((node, pos) => {
    if (node.type.name === 'blank') {
      const blank = node.attrs as BlankDef;
      const next = changed(blank);
      if (JSON.stringify(next) !== JSON.stringify(blank)) tr.setNodeMarkup(pos, null, { ...next }, node.marks);
    }
    if (!renamed) return;
    if (node.type.name === 'passage' && is(node.attrs.when?.blank))
      tr.setNodeMarkup(pos, null, { ...node.attrs, when: { ...node.attrs.when, blank: renamed } });
    for (const mark of node.marks) {
      if (mark.type.name !== 'stretch' || !is(mark.attrs.when?.blank)) continue;
      const attrs = { ...mark.attrs, when: { ...mark.attrs.when, blank: renamed } };
      const end = pos + node.nodeSize;
      tr.removeMark(pos, end, mark).addMark(pos, end, mark.type.create(attrs));
    }
  });
}
