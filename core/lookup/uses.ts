import type { Node } from '@tiptap/pm/model';
import type { DocJson } from '../note/schema';
import { fold } from '../text/fold';

/** What a note takes from a lookup. */
export interface Uses {
  /** Ids of columns. */
  columns: string[];
  /** Keys of rows fixed in the note. */
  keys: string[];
}

type Options = Record<string, unknown>;

function walk(value: unknown, visit: (options: Options) => void): void {
  if (Array.isArray(value)) for (const part of value) walk(part, visit);
  else if (value && typeof value === 'object') {
    visit(value as Options);
    for (const part of Object.values(value)) walk(part, visit);
  }
}

/** The ids of the lookups that documents, blanks or fills name. */
export function lookupsIn(...sources: unknown[]): Set<string> {
  const ids = new Set<string>();
  walk(sources, ({ lookup }) => {
    if (typeof lookup === 'string' && lookup) ids.add(lookup);
  });
  return ids;
}

/** What the documents of a note take from a lookup, inside wordings too; null when nothing. */
export function usesInNote(docs: Node[], lookup: string): Uses | null {
  const columns = new Set<string>();
  const keys = new Set<string>();
  let used = false;
  walk(
    docs.map((doc) => doc.toJSON()),
    (options) => {
      if (options.lookup !== lookup) return;
      used = true;
      if (typeof options.column === 'string' && options.column) columns.add(options.column);
      if (options.row === 'fixed' && typeof options.of === 'string') keys.add(options.of);
    },
  );
  return used ? { columns: [...columns], keys: [...keys] } : null;
}

/** A document in which a fixed row goes by its new key; the same document when it names no such row. */
export function withKeyChanged(doc: DocJson, lookup: string, from: string, to: string): DocJson {
  let changed = false;
  const copy = structuredClone(doc);
  walk(copy, (options) => {
    if (options.lookup !== lookup || options.row !== 'fixed' || typeof options.of !== 'string') return;
    if (fold(options.of) !== fold(from) || options.of === to) return;
    options.of = to;
    changed = true;
  });
  return changed ? copy : doc;
}
