import { rowOf, keyOf, type Lookup, type Row } from '../../lookup/lookup';
import { parseDoc, type DocJson } from '../../note/schema';
import type { BlankKind, FillValue, Scope } from './kind';
import { cellValue, columnOf, type LookupOptions } from './lookup';
import { phrase } from '../../text/phrase';

/** One column of a table of rows. */
export interface RowsColumn {
  title: string;
  /** A document of one paragraph: wording around blanks that take cells of the entry's row. */
  wording: DocJson;
}

/** The options of rows of a lookup, as its node keeps them. */
export type RowsOptions = {
  /** Id of the lookup. */
  lookup: string;
  form: 'table' | 'list' | 'sentence';
  /** For list and sentence: the wording of one entry. */
  entry: DocJson;
  /** For the table: its columns. */
  columns: RowsColumn[];
  /** Whether the columns have titles. */
  titles: boolean;
  /** As picked, or as they stand in the lookup. */
  order: 'picked' | 'lookup';
  hint: string;
};

const contentOf = (wording: DocJson): DocJson[] => wording.content?.[0]?.content ?? [];
const paragraph = (content: DocJson[]): DocJson => ({ type: 'paragraph', ...(content.length && { content }) });

/** The wording with the cells of one row in it. */
function entryOf(wording: DocJson, row: Row, table: Lookup, scope: Scope): DocJson[] {
  return contentOf(wording).flatMap((node): DocJson[] => {
    if (node.type !== 'blank') return [node];
    const { kind, options, label } = node.attrs as { kind: string; options: LookupOptions; label: string };
    if (kind !== 'lookup' || options.row !== 'entry') return [{ type: 'text', text: `[${label}]`, marks: node.marks }];
    const format = {
      style: options.style ?? 'long',
      weekday: options.weekday ?? false,
      pattern: options.pattern ?? '',
    };
    const value = cellValue(table, options.column, row, format, scope);
    if (!value) return [];
    const parts = value.content ?? [{ type: 'text', text: value.text }];
    return parts.map((part) => ({
      ...part,
      ...((part.marks || node.marks) && { marks: [...(node.marks ?? []), ...(part.marks ?? [])] }),
    }));
  });
}

function valueOf(picked: Row[], table: Lookup, options: RowsOptions, scope: Scope): FillValue {
  const rows = options.order === 'lookup' ? table.rows.filter((row) => picked.includes(row)) : picked;
  const text = rows.map((row) => keyOf(table, row)).join(', ');
  const base = {
    text,
    datum: { type: 'choice' as const, labels: rows.map((row) => keyOf(table, row)) },
    rows: { lookup: table, rows },
  };
  if (options.form === 'table') {
    const line = (type: string, cells: DocJson[][]): DocJson => ({
      type: 'tableRow',
      content: cells.map((content) => ({ type, content: [paragraph(content)] })),
    });
    const head = line(
      'tableHeader',
      options.columns.map(({ title }) => (title ? [{ type: 'text', text: title }] : [])),
    );
    const lines = rows.map((row) =>
      line(
        'tableCell',
        options.columns.map(({ wording }) => entryOf(wording, row, table, scope)),
      ),
    );
    return { ...base, blocks: [{ type: 'table', content: options.titles ? [head, ...lines] : lines }] };
  }
  const entries = rows.map((row) => entryOf(options.entry, row, table, scope));
  if (options.form === 'list')
    return {
      ...base,
      blocks: [
        { type: 'bulletList', content: entries.map((entry) => ({ type: 'listItem', content: [paragraph(entry)] })) },
      ],
    };
  const content = new Intl.ListFormat(scope.context.locale, { type: 'conjunction' })
    .formatToParts(entries.map((_, i) => String(i)))
    .flatMap((part): DocJson[] =>
      part.type === 'element' ? entries[Number(part.value)]! : [{ type: 'text', text: part.value }],
    );
  return { ...base, content };
}

interface Made {
  table: Lookup;
  asked: string;
  value: FillValue;
}
const made = new WeakMap<Row[], Made>();

/** The same rows picked of the same lookup give the same value, so that a large table is not made at every key press. */
function valueOnce(picked: Row[], table: Lookup, options: RowsOptions, scope: Scope): FillValue {
  const { locale, currency } = scope.context;
  const asked = JSON.stringify([options, picked.map((row) => keyOf(table, row)), locale, currency]);
  const before = made.get(table.rows);
  if (before?.table === table && before.asked === asked) return before.value;
  const value = valueOf(picked, table, options, scope);
  made.set(table.rows, { table, asked, value });
  return value;
}

/** Several rows of a lookup, each an entry with the note's own wording around its cells: a table, a list or a sentence. */
export const rows: BlankKind<RowsOptions> = {
  name: 'rows',
  yields: ['choice'],
  defaults: {
    lookup: '',
    form: 'table',
    entry: { type: 'doc', content: [{ type: 'paragraph' }] },
    columns: [],
    titles: true,
    order: 'lookup',
    hint: '',
  },
  check(options, note) {
    const { lookup: id, form, columns, entry } = options as unknown as RowsOptions;
    if (!id) return phrase('wrong.noLookup');
    const table = note.lookups?.[id];
    if (note.lookups && !table) return phrase('wrong.lookupGone');
    if (form === 'table' && !columns?.length) return phrase('wrong.noColumns');
    const wordings = form === 'table' ? columns.map(({ wording }) => wording) : [entry];
    try {
      for (const wording of wordings) {
        let gone = '';
        parseDoc(wording).descendants((node) => {
          if (node.type.name !== 'blank' || !table) return;
          const { kind, options: cell, label } = node.attrs as { kind: string; options: LookupOptions; label: string };
          if (kind !== 'lookup' || cell.row !== 'entry' || !columnOf(table, cell.column)) gone = label;
        });
        if (gone) return phrase('wrong.entryColumn', { label: gone, table: table!.name });
      }
    } catch {
      return phrase('wrong.wordingUnreadable');
    }
    if (form !== 'table' && !contentOf(entry).length) return phrase('wrong.emptyEntry');
    return null;
  },
  known: ({ lookup }, { context }) =>
    context.lookups?.[lookup] ? null : { problem: phrase('unread.lookupGoneRows'), gone: true },
  answered(answer, options, scope) {
    const table = scope.context.lookups?.[options.lookup];
    if (!table) return this.known(options, scope);
    const keys = (Array.isArray(answer) ? answer : [answer]).filter((key) => key.trim());
    if (!keys.length) return null;
    const found = keys.map((key) => rowOf(table, key));
    const missing = keys.filter((_, i) => !found[i]);
    if (missing.length)
      return { problem: phrase('unread.noRow', { table: table.name, row: missing.join('”, “') }), gone: true };
    return valueOnce(found as Row[], table, options, scope);
  },
  control({ lookup, hint }, { context }) {
    const table = context.lookups?.[lookup];
    return { type: 'rows', hint: hint || (table ? phrase('hint.rowsOf', { table: table.name }) : ''), lookup: table };
  },
  isBlock: ({ form }) => form !== 'sentence',
};
