import { expect, it } from 'vitest';
import { isOn } from './setting';

it.each([
  ['yes', true],
  ['YES', true],
  ['1', true],
  [true, true],
  ['no', false],
  ['No', false],
  ['off', false],
  ['false', false],
  ['0', false],
  [' ', false],
  ['', false],
  [undefined, false],
  [false, false],
])('a setting of %o is %o', (setting, on) => expect(isOn(setting)).toBe(on));
