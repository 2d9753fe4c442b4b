import { diff3Merge } from 'node-diff3';
import { schema, type DocJson } from '../note/schema';

/** A stretch of paragraphs: agreed, or written in two ways since both started. */
export type MergePart =
  { kind: 'agreed'; blocks: DocJson[] } | { kind: 'two'; mine: DocJson[]; theirs: DocJson[]; base: DocJson[] };

/** A block as it is compared: what an editor leaves out or writes of defaults does not make two wordings. */
const written = (block: DocJson): string => JSON.stringify(schema.nodeFromJSON(block).toJSON());

/**
 * Two changes of one document put together by paragraph (the diff3 of Khanna, Kunal and Pierce 2007, as the package
 * `node-diff3` has it): what only one side changed is taken from that side.
 */
export function mergeDocs(base: DocJson, mine: DocJson, theirs: DocJson): MergePart[] {
  const byText = new Map<string, DocJson>();
  const lines = (doc: DocJson) =>
    (doc.content ?? []).map((block) => {
      const key = written(block);
      if (!byText.has(key)) byText.set(key, block);
      return key;
    });
  const blocks = (keys: string[]) => keys.map((key) => byText.get(key)!);
  return diff3Merge(lines(mine), lines(base), lines(theirs), { excludeFalseConflicts: true }).flatMap(
    ({ ok, conflict }): MergePart[] => {
      if (ok) return ok.length ? [{ kind: 'agreed', blocks: blocks(ok) }] : [];
      return conflict
        ? [{ kind: 'two', mine: blocks(conflict.a), base: blocks(conflict.o), theirs: blocks(conflict.b) }]
        : [];
    },
  );
}

/** The document that comes of it, with the choice for each part written in two ways, in order. */
export function merged(parts: MergePart[], choices: ('mine' | 'theirs' | 'both')[]): DocJson {
  let at = 0;
  const content = parts.flatMap((part) => {
    if (part.kind === 'agreed') return part.blocks;
    const choice = choices[at++] ?? 'both';
    return choice === 'mine' ? part.mine : choice === 'theirs' ? part.theirs : [...part.mine, ...part.theirs];
  });
  return { type: 'doc', content: content.length ? content : [{ type: 'paragraph' }] };
}

/**
 * A change made from `base` put onto what the document is `now`; where both wrote something else, the change stands.
 */
export function carriedOver(base: DocJson, changed: DocJson, now: DocJson): DocJson {
  const parts = mergeDocs(base, changed, now);
  return merged(
    parts,
    parts.filter(({ kind }) => kind === 'two').map(() => 'mine'),
  );
}
