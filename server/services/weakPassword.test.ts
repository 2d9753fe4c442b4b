import { expect, it } from 'vitest';
import { passwordProblem } from './weakPassword';

const own = { name: 'Wren Halloway', address: 'wren@halloway.example' };

it.each(['aaaaaaaaaa', '1234567890', ' '.repeat(10), 'qwertyuiop', 'password123', 'iloveyou123', 'x'.repeat(500)])(
  'a password that is tried first is refused: %o',
  (password) => expect(passwordProblem(password, own)?.code).toBe('invalid.commonPassword'),
);

it.each(['wren@halloway.example', 'Wren Halloway', 'halloway2024', 'wrenhalloway1'])(
  'a password of one’s own name and address is refused: %o',
  (password) => expect(passwordProblem(password, own)?.code).toBe('invalid.ownDataPassword'),
);

it.each(['a long password', 'kd83nalsd01', 'wren likes oat biscuits', 'пианино на берегу', '鋼琴調音師的筆記本'])(
  'any other is taken: %o',
  (password) => expect(passwordProblem(password, own)).toBeNull(),
);
