import { isDay } from '../../calendar/day';
import { formatDay, type DateFormat } from '../../calendar/format';
import { isSafeLink } from '../../note/link';
import { shownCell, storedCell, type Ways } from '../../lookup/cell';
import { keyOf, rowOf, type Column, type Lookup, type Row } from '../../lookup/lookup';
import { blankKey } from '../key';
import { asText, isValue, lineOf, type BlankKind, type FillValue, type Outcome, type Scope } from '../kind';
import { formatProblem, NO_DAYS_OFF } from './date';

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

export const waysOf = ({ context, today }: Scope): Ways => ({
  locale: context.locale,
  currency: context.currency ?? 'EUR',
  today,
  off: context.daysOff ?? NO_DAYS_OFF,
});

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
  problem: 'The lookup this blank draws on is gone. Type the words, or choose another on the bench.',
  gone: true,
};

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
  title: 'Lookup',
  defaults: { lookup: '', column: '', row: 'asked', of: '', hint: '', style: 'long', weekday: false, pattern: '' },
  check(options, note) {
    const { lookup: id, column, row, of } = options as unknown as LookupOptions;
    if (!id) return 'choose the lookup it draws on.';
    const table = note.lookups?.[id];
    if (note.lookups && !table) return 'the lookup it draws on is gone.';
    if (table && !columnOf(table, column)) return `"${table.name}" has no such column any more.`;
    if (row === 'fixed' && !of) return 'choose the row it takes.';
    if (row === 'fixed' && table && !rowOf(table, of)) return `"${table.name}" has no row "${of}".`;
    if (row === 'same') {
      const other = note.blank(of);
      if (!other) return `it takes the row chosen for "${of}", and there is no such blank.`;
      if (other.kind !== 'lookup' || other.options.lookup !== id) return `"${of}" chooses no row of the same lookup.`;
    }
    return formatProblem(options);
  },
  uses: ({ row, of }) => (row === 'same' && of ? [of] : []),
  known(options, scope) {
    const table = scope.context.lookups?.[options.lookup];
    if (!table) return noLookup;
    if (options.row === 'asked') return null;
    let row: Row | null = null;
    if (options.row === 'entry') row = scope.entry;
    else if (options.row === 'fixed') row = rowOf(table, options.of);
    else row = scope.outcome(options.of)?.row ?? null;
    if (!row)
      return options.row === 'fixed'
        ? { problem: `"${table.name}" has no row "${options.of}" any more.`, gone: true }
        : null;
    const value = cellValue(table, options.column, row, options, scope);
    if (value) return value;
    const column = columnOf(table, options.column);
    if (options.row === 'entry') return { text: '' };
    return { problem: `${keyOf(table, row)} has no ${column?.name ?? 'such column'} in "${table.name}".`, row };
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
      return value && { ...value, row };
    }
    const row = rowOf(table, typed);
    if (!row) return { problem: `"${table.name}" has no row "${typed}".`, gone: true };
    const value = cellValue(table, options.column, row, options, scope);
    if (value) return value;
    return {
      problem: `${keyOf(table, row)} has no ${columnOf(table, options.column)?.name ?? 'such column'} in "${table.name}".`,
      row,
    };
  },
  control(options, scope) {
    const table = scope.context.lookups?.[options.lookup];
    const hint = options.hint || (table ? `a row of ${table.name}` : '');
    if (options.row === 'asked' && table) return { type: 'lookup', hint, lookup: table };
    if (options.row === 'same' && table) {
      const chosen = scope.outcome(options.of)?.row;
      const asks = askerOf(options, scope);
      if (!chosen && asks) return { type: 'lookup', hint, lookup: table, asks: blankKey(asks) };
    }
    return { type: 'text', hint: options.hint };
  },
};
