import { describe, expect, it } from 'vitest';
import { splitName } from './name';

describe('splitting a name', () => {
  it.each([
    ['Ada Marsh', 'Ada', 'Marsh'],
    ['Marsh, Ada', 'Ada', 'Marsh'],
    ['"Ada Marsh"', 'Ada', 'Marsh'],
    ['Ada Marsh (Workshop)', 'Ada', 'Marsh'],
    ['Dr Hana Sorensen', 'Hana', 'Sorensen'],
    ['Prof. Dr. Ada Marsh PhD', 'Ada', 'Marsh'],
    ['Ada Marsh, PhD', 'Ada', 'Marsh'],
    ['Ludo van der Berg', 'Ludo', 'van der Berg'],
    ['Mary Jane Watson', 'Mary', 'Watson'],
    ['Ada', 'Ada', ''],
    ['Mrs Okafor', '', 'Okafor'],
    ['棚部 ゆき', 'ゆき', '棚部'],
    ['棚部ゆき', '', ''],
    ['Олена Коваль', 'Олена', 'Коваль'],
    ['ליאור בן־עמי', 'ליאור', 'בן־עמי'],
    ['info@firm.example', '', ''],
    ['', '', ''],
  ])('%s', (display, firstName, lastName) => {
    const { firstName: first, lastName: last } = splitName(display);
    expect([first, last]).toEqual([firstName, lastName]);
  });
});
