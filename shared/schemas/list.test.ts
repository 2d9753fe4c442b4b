/// <reference types="vite/client" />
import { describe, expect, it } from 'vitest';
import { ValidationError, type Schema } from 'yup';
import { fieldProblems } from './problems';
import { isId, longList, withoutExcess } from './list';

/** Every schema there is, by the file and the name it is exported with. */
const files = import.meta.glob<Record<string, unknown>>(['./*.ts', '!./*.test.ts'], { eager: true });
const SCHEMAS = Object.entries(files).flatMap(([file, exports]) =>
  Object.entries(exports).flatMap(([name, value]) =>
    typeof value === 'object' && value !== null && '__isYupSchema__' in value
      ? [[`${file} ${name}`, value as unknown as Schema] as [string, Schema]]
      : [],
  ),
);

/** The lists of a schema that have no limit, by their paths. */
function endless(schema: Schema, path = ''): string[] {
  const { fields = {}, innerType } = schema as unknown as { fields?: Record<string, Schema>; innerType?: Schema };
  const isEndless = schema.type === 'array' && !schema.tests.some(({ OPTIONS }) => OPTIONS?.name === 'max');
  return [
    ...(isEndless ? [path] : []),
    ...(innerType ? endless(innerType, `${path}[]`) : []),
    ...Object.entries(fields).flatMap(([name, of]) => endless(of, `${path}.${name}`)),
  ];
}

describe('lists that come from elsewhere', () => {
  it.each(SCHEMAS)('of %s have a limit each', (_, schema) => {
    expect(endless(schema)).toEqual([]);
  });

  it.each([
    './hands.ts handsSchema',
    './lookup.ts lookupSchema',
    './draft.ts draftSchema',
    './settings.ts settingsSchema',
  ])('of %s that are far too long cost no more than those that are one too long, and say so briefly', async (name) => {
    const schema = new Map(SCHEMAS).get(name)!;
    const { fields } = schema as unknown as { fields: Record<string, Schema> };
    const lists = Object.entries(fields).filter(([, of]) => of.type === 'array');
    expect(lists.length).toBeGreaterThan(0);
    const value = Object.fromEntries(lists.map(([list]) => [list, Array.from({ length: 100_000 }, () => '')]));
    const checked = withoutExcess(schema, value) as Record<string, unknown[]>;
    for (const [list] of lists) expect([list, checked[list]!.length <= 5_001]).toEqual([list, true]);
    const error = await schema.validate(checked, { abortEarly: false, stripUnknown: true }).catch((one) => one);
    expect(error).toBeInstanceOf(ValidationError);
    expect(JSON.stringify(fieldProblems(error)).length).toBeLessThan(20_000);
  });

  it('of thousands are checked as one', () => {
    const ids = longList(isId, 3);
    expect(ids.isValidSync(['a', 'b', 'c'])).toBe(true);
    for (const bad of [['a', 'b', 'c', 'd'], ['a', ''], ['a', 1], 'a', null, Array(100).fill('a')])
      expect(ids.isValidSync(bad)).toBe(false);
  });
});
