import './words';
import { array, mixed, number, object, string, type InferType } from 'yup';
import { COLUMN_TYPES, keyProblems, type Column, type ColumnType, type Row } from '#core/lookup/lookup';
import { blankKey } from '#core/blank/kinds/key';
import { isRecord, trimmed } from './text';
import { phrase } from '#core/text/phrase';

export const ROW_LIMIT = 50_000;
/** So many cells a lookup has at most, in all its rows. */
export const CELL_LIMIT = 250_000;

const column = object({
  id: string().required().max(40),
  name: trimmed().required(phrase('invalid.columnUnnamed')).max(100, phrase('invalid.longColumnName')),
  type: mixed<ColumnType>().oneOf(COLUMN_TYPES, phrase('invalid.columnType')).required(),
});

function isRows(value: unknown): value is Row[] {
  return (
    Array.isArray(value) &&
    value.length <= ROW_LIMIT + 1 &&
    value.every((row) => isRecord(row) && Object.values(row).every((cell) => typeof cell === 'string'))
  );
}

const list = (rows: number[]) => {
  const shown = rows.slice(0, 5).map((row) => row + 1);
  const list = shown.join(', ');
  return rows.length > 5
    ? phrase('invalid.rowsAndMore', { list, more: rows.length - 5 })
    : phrase('invalid.rows', { list, count: rows.length });
};

export const lookupSchema = object({
  name: trimmed().required(phrase('invalid.lookupUnnamed')).max(100, phrase('invalid.longName100')),
  columns: array(column)
    .required()
    .min(1, phrase('invalid.noColumns'))
    .max(100, phrase('invalid.manyColumns'))
    .test('distinct', phrase('invalid.columnsAlike'), (columns) => {
      if (!Array.isArray(columns)) return true;
      const names = (columns ?? []).map(({ name }) => blankKey(name ?? ''));
      const ids = new Set((columns ?? []).map(({ id }) => id));
      return new Set(names).size === names.length && ids.size === names.length;
    }),
  keyColumn: string().required(),
  rows: mixed<Row[]>((value): value is Row[] => isRows(value))
    .required()
    .test('count', phrase('invalid.manyRows', { most: ROW_LIMIT }), (rows) => (rows?.length ?? 0) <= ROW_LIMIT)
    .test('size', phrase('invalid.manyCells', { most: CELL_LIMIT }), (rows) => {
      let cells = 0;
      for (const row of rows ?? []) cells += Object.keys(row).length;
      return cells <= CELL_LIMIT;
    })
    .test('cells', phrase('invalid.longCell'), (rows) =>
      (rows ?? []).every((row) => Object.values(row).every((cell) => cell.length <= 5000)),
    ),
}).test('keys', function (lookup) {
  // Said already, where it belongs.
  if (!Array.isArray(lookup.columns) || !lookup.columns.length || !isRows(lookup.rows)) return true;
  const key = lookup.columns.find(({ id }) => id === lookup.keyColumn);
  if (!key) return this.createError({ path: 'keyColumn', message: phrase('invalid.noKeyColumn') });
  const [problem] = keyProblems(lookup.rows ?? [], lookup.keyColumn);
  if (!problem) return true;
  const message =
    problem.kind === 'empty'
      ? phrase('invalid.keyMissing', { column: key.name, rows: list(problem.rows) })
      : phrase('invalid.keyTwice', { column: key.name, key: problem.key, rows: list(problem.rows) });
  return this.createError({ path: 'rows', message });
});

export const lookupChangeSchema = lookupSchema.shape({ version: number().integer().required() });

/** A row's key that was changed, to be carried through the notes that name it. */
export const keyChangeSchema = object({
  from: string().required().max(5000),
  to: trimmed().required(phrase('invalid.emptyKey')).max(5000),
});

export type LookupInput = Omit<InferType<typeof lookupSchema>, 'columns'> & { columns: Column[] };
export type LookupChange = LookupInput & { version: number };
export type KeyChange = InferType<typeof keyChangeSchema>;
