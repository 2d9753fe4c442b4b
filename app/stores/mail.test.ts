import { beforeEach, describe, expect, it } from 'vitest';
import type { MessageRow } from '#shared/types/wire';
import { openInterface } from '../../tests/interface';
import { useMailStore } from './mail';

let isAway: boolean;
/** Lets the change that is being asked for fail. */
let fail: () => void;

beforeEach(() => {
  isAway = false;
  openInterface(async (path) => {
    if (path === '/messages') return { rows: [{ id: 'a', flagged: false, seen: false }], total: 1, next: '' };
    if (isAway) await new Promise((_, reject) => (fail = () => reject(new Error('away'))));
    return {};
  });
});

const first = (mail: ReturnType<typeof useMailStore>): Partial<MessageRow> | undefined => mail.rows[0];

describe('a message changed in the list', () => {
  it('shows it at once, and is as it was where the change could not be made', async () => {
    const mail = useMailStore();
    await mail.refresh();
    expect(await mail.change('a', { flagged: true })).toEqual({});
    expect(first(mail)).toMatchObject({ flagged: true });
    isAway = true;
    const changing = mail.change('a', { flagged: false });
    expect(first(mail)).toMatchObject({ flagged: false });
    isAway = false;
    // What was changed meanwhile stays.
    await mail.change('a', { seen: true });
    fail();
    await expect(changing).rejects.toThrow('away');
    expect(first(mail)).toMatchObject({ flagged: true, seen: true });
  });
});
