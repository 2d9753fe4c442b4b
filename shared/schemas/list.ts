import { array, mixed, object, type AnyObject, type MixedSchema, type Schema } from 'yup';
import { phrase } from '#core/text/phrase';
import { isRecord } from './text';

/** Whether a value can be the id of something. */
export const isId = (value: unknown): value is string =>
  typeof value === 'string' && value !== '' && value.length <= 26;

/**
 * A list of thousands, whose items are looked at by one plain check: a schema for each takes tens of microseconds, which
 * others would wait for.
 */
export const longList = <T>(
  isItem: (value: unknown) => value is T,
  most: number,
): MixedSchema<T[], AnyObject, undefined, ''> =>
  mixed<T[]>({
    type: 'list',
    check: (value): value is T[] => Array.isArray(value) && value.length <= most + 1 && value.every(isItem),
  })
    .required()
    .test('most', phrase('invalid.tooMany', { max: most }), (list) => (list?.length ?? 0) <= most);

/** How many items a list may have by its schema. */
const mostOf = (schema: Schema): number =>
  Number(
    schema.tests.map(({ OPTIONS }) => (OPTIONS?.name === 'max' ? OPTIONS.params?.max : undefined)).find(Boolean),
  ) || Infinity;

/**
 * A value as it is to be checked: a list that is longer than its schema allows ends one behind that. So it is found to be
 * too long, and nobody waits while a hundred thousand items are looked at one by one.
 */
export function withoutExcess(schema: Schema, value: unknown): unknown {
  if (schema.type === 'array' && Array.isArray(value)) {
    const { innerType } = schema as ReturnType<typeof array>;
    const list = value.slice(0, mostOf(schema) + 1);
    return innerType ? list.map((item) => withoutExcess(innerType as Schema, item)) : list;
  }
  if (schema.type === 'object' && isRecord(value)) {
    const fields = Object.entries((schema as ReturnType<typeof object>).fields);
    const checked = fields.filter(([name]) => Object.hasOwn(value, name));
    return {
      ...value,
      ...Object.fromEntries(checked.map(([name, of]) => [name, withoutExcess(of as Schema, value[name])])),
    };
  }
  return value;
}
