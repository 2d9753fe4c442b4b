import './words';
import { array, mixed, number, object, string, type InferType } from 'yup';
import { COLUMN_TYPES, keyProblems, type Column, type ColumnType, type Row } from '../../core/lookup/lookup';
import { blankKey } from '../../core/blank/key';
import { isRecord, trimmed } from './text';

export const ROW_LIMIT = 50_000;

const column = object({
  id: string().required().max(40),
  name: trimmed().required('A column needs a name.').max(100, 'A column name has at most 100 characters.'),
  type: mixed<ColumnType>().oneOf(COLUMN_TYPES, 'This is not a type of column.').required(),
});

function isRows(value: unknown): value is Row[] {
  return (
    Array.isArray(value) &&
    value.every((row) => isRecord(row) && Object.values(row).every((cell) => typeof cell === 'string'))
  );
}

const list = (rows: number[]) => {
  const shown = rows.slice(0, 5).map((row) => row + 1);
  return `row${rows.length === 1 ? '' : 's'} ${shown.join(', ')}${rows.length > 5 ? ` and ${rows.length - 5} more` : ''}`;
};

export const lookupSchema = object({
  name: trimmed().required('A lookup needs a name.').max(100, 'A name has at most 100 characters.'),
  columns: array(column)
    .required()
    .min(1, 'A lookup needs a column.')
    .max(100, 'A lookup has at most 100 columns.')
    .test('distinct', 'Two columns have the same name.', (columns) => {
      if (!Array.isArray(columns)) return true;
      const names = (columns ?? []).map(({ name }) => blankKey(name ?? ''));
      const ids = new Set((columns ?? []).map(({ id }) => id));
      return new Set(names).size === names.length && ids.size === names.length;
    }),
  keyColumn: string().required(),
  rows: mixed<Row[]>((value): value is Row[] => isRows(value))
    .required()
    .test(
      'count',
      `A lookup has at most ${ROW_LIMIT.toLocaleString('en')} rows.`,
      (rows) => (rows?.length ?? 0) <= ROW_LIMIT,
    )
    .test('cells', 'A cell has at most 5,000 characters.', (rows) =>
      (rows ?? []).every((row) => Object.values(row).every((cell) => cell.length <= 5000)),
    ),
}).test('keys', function (lookup) {
  // Said already, where it belongs.
  if (!Array.isArray(lookup.columns) || !lookup.columns.length || !isRows(lookup.rows)) return true;
  const key = lookup.columns.find(({ id }) => id === lookup.keyColumn);
  if (!key) return this.createError({ path: 'keyColumn', message: 'Choose the column that names the rows.' });
  const [problem] = keyProblems(lookup.rows ?? [], lookup.keyColumn);
  if (!problem) return true;
  const message =
    problem.kind === 'empty'
      ? `There is no ${key.name} in ${list(problem.rows)}. Every row needs one.`
      : `The ${key.name} "${problem.key}" stands in ${list(problem.rows)}. Each may stand once.`;
  return this.createError({ path: 'rows', message });
});

export const lookupChangeSchema = lookupSchema.shape({ version: number().integer().required() });

/** A row's key that was changed, to be carried through the notes that name it. */
export const keyChangeSchema = object({
  from: string().required().max(5000),
  to: trimmed().required('The new key is empty.').max(5000),
});

export type LookupInput = Omit<InferType<typeof lookupSchema>, 'columns'> & { columns: Column[] };
export type LookupChange = LookupInput & { version: number };
export type KeyChange = InferType<typeof keyChangeSchema>;
