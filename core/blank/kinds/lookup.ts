import { isDay } from '../../calendar/day';
import { formatDay, type DateFormat } from '../../calendar/format';
import { isSafeLink } from '../../note/link';
import { shownCell, storedCell, type Ways } from '../../lookup/cell';
import { keyOf, rowOf, type Column, type Lookup, type Row } from '../../lookup/lookup';
import { blankKey } from './key';
import { asText, isValue, lineOf, type BlankKind, type FillValue, type Outcome, type Scope } from './kind';
import { formatProblem, NO_DAYS_OFF } from './date';
import { phrase, type Phrase } from '../../text/phrase';

/** The options of a lookup's cell, as its node keeps them. */
export type LookupOptions = DateFormat & {
  /** Id of the lookup. */
  lookup: string;
  /** Id of the column whose cell stands here. */
  column: string;
  /**
   * Which row: `asked` at insertion, `fixed` in the note, the `same` that another blank chose, or the row of the `entry`
   * it stands in.
   */
  row: 'asked' | 'fixed' | 'same' | 'entry';
  /** The key of the fixed row, or the label of the blank that chose it. */
  of: string;
  hint: string;
};

/** How cells are written for the account. */
export const waysOf = ({ context, today }: Scope): Ways => ({
  locale: context.locale,
  currency: context.currency ?? 'EUR',
  today,
  off: context.daysOff ?? NO_DAYS_OFF,
});

/** The column with this id; undefined when the lookup has it no more. */
export const columnOf = (lookup: Lookup, id: string): Column | undefined =>
  lookup.columns.find((column) => column.id === id);

/** A cell as a value, formatted by its column's type; null when it is empty. */
export function cellValue(
  lookup: Lookup,
  columnId: string,
  row: Row,
  format: DateFormat,
  scope: Scope,
): FillValue | null {
  const column = columnOf(lookup, columnId);
  const stored = row[columnId] ?? '';
  if (!column || !stored) return null;
  const { currency, locale } = waysOf(scope);
  const text = shownCell(stored, column.type, { currency, locale });
  if (column.type === 'number' || column.type === 'money') {
    const number = Number(stored);
    if (!Number.isNaN(number))
      return {
        text,
        row,
        datum: column.type === 'money' ? { type: 'money', number, currency } : { type: 'number', number },
      };
  }
  if (column.type === 'date' && isDay(stored))
    return { text: formatDay(stored, format, locale), row, datum: { type: 'date', day: stored } };
  // Words that are no link stand as words: a letter with a link that may not be would not be kept.
  if (column.type === 'link' && isSafeLink(stored))
    return {
      text,
      row,
      datum: { type: 'text', text },
      content: [{ type: 'text', text, marks: [{ type: 'link', attrs: { href: stored } }] }],
    };
  return { text, row, datum: { type: 'text', text } };
}

const noLookup: Outcome = {
  problem: phrase('unread.lookupGone'),
  gone: true,
};

/** Why a row gives nothing for a column. */
function noCell(table: Lookup, columnId: string, row: Row): Phrase {
  const column = columnOf(table, columnId);
  return column
    ? phrase('unread.emptyCell', { key: keyOf(table, row), column: column.name, table: table.name })
    : phrase('unread.noColumn', { table: table.name });
}

/** The label of the blank that asks for the row, following blanks that take the same row from one another. */
function askerOf(options: LookupOptions, scope: Scope): string {
  let at = options;
  for (let steps = 0; at.row === 'same' && steps < 20; steps++) {
    const next = scope.blank(at.of);
    if (next?.kind !== 'lookup') return '';
    if (next.options.row === 'asked') return next.label;
    at = next.options as unknown as LookupOptions;
  }
  return '';
}

/** A cell of a lookup: of a row fixed in the note, asked at insertion, or chosen by another blank. */
export const lookup: BlankKind<LookupOptions> = {
  name: 'lookup',
  yields: ['text', 'number', 'money', 'date'],
  remembers: true,
  inWordings: true,
  defaults: { lookup: '', column: '', row: 'asked', of: '', hint: '', style: 'long', weekday: false, pattern: '' },
  check(options, note) {
    const { lookup: id, column, row, of } = options as unknown as LookupOptions;
    if (!id) return phrase('wrong.noLookup');
    const table = note.lookups?.[id];
    if (note.lookups && !table) return phrase('wrong.lookupGone');
    if (table && !columnOf(table, column)) return phrase('wrong.noColumn', { table: table.name });
    if (row === 'fixed' && !of) return phrase('wrong.noRowChosen');
    if (row === 'fixed' && table && !rowOf(table, of)) return phrase('wrong.noRow', { table: table.name, row: of });
    if (row === 'same') {
      const other = note.blank(of);
      if (!other) return phrase('wrong.rowOfNothing', { of });
      if (other.kind !== 'lookup' || other.options.lookup !== id) return phrase('wrong.rowOfOther', { of });
    }
    return formatProblem(options);
  },
  renamed: (options, is, label) => (options.row === 'same' && is(options.of) ? { ...options, of: label } : options),
  uses: ({ row, of }) => (row === 'same' && of ? [of] : []),
  known(options, scope) {
    const table = scope.context.lookups?.[options.lookup];
    if (!table) return noLookup;
    if (options.row === 'asked') return null;
    let row: Row | null = null;
    if (options.row === 'fixed') row = rowOf(table, options.of);
    else if (options.row === 'same') row = scope.outcome(options.of)?.row ?? null;
    if (!row)
      return options.row === 'fixed'
        ? { problem: phrase('unread.rowGone', { table: table.name, row: options.of }), gone: true }
        : null;
    const value = cellValue(table, options.column, row, options, scope);
    if (value) return value;
    return { problem: noCell(table, options.column, row), row };
  },
  answered(answer, options, scope) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const table = scope.context.lookups?.[options.lookup];
    // Without a row to look in, what is typed stands as it is.
    if (!table || options.row !== 'asked') {
      const type = (table && columnOf(table, options.column)?.type) ?? 'text';
      const stored = table && storedCell(typed, type, waysOf(scope));
      const row = isValue(this.known(options, scope)) ? undefined : scope.outcome(options.of)?.row;
      const value =
        stored && table
          ? cellValue(table, options.column, { [options.column]: stored }, options, scope)
          : asText(typed);
      return value && { ...value, row, ...(!table && { gone: true }) };
    }
    const row = rowOf(table, typed);
    if (!row) return { problem: phrase('unread.noRow', { table: table.name, row: typed }), gone: true };
    const value = cellValue(table, options.column, row, options, scope);
    if (value) return value;
    return { problem: noCell(table, options.column, row), row };
  },
  control(options, scope) {
    const table = scope.context.lookups?.[options.lookup];
    const hint = options.hint || (table ? phrase('hint.rowOf', { table: table.name }) : '');
    if (options.row === 'asked' && table) return { type: 'lookup', hint, lookup: table };
    if (options.row === 'same' && table) {
      const chosen = scope.outcome(options.of)?.row;
      const asks = askerOf(options, scope);
      if (!chosen && asks) return { type: 'lookup', hint, lookup: table, asks: blankKey(asks) };
    }
    return { type: 'text', hint: options.hint };
  },
};
