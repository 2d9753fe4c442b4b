import { beforeAll, describe, expect, it } from 'vitest';
import { newAccount, openTestApplication } from '../../tests/application';
import type { Application } from './application';
import { SeenSessions } from './seenSessions';
import { beginSession, endOtherSessions, endSession, seeSession } from './sessions';

let app: Application;
let owner: string;
let asked = 0;
beforeAll(async () => {
  app = await openTestApplication();
  owner = (await newAccount(app)).id;
  app.db.on('query', ({ sql }: { sql: string }) => (asked += Number(/select .* from `sessions`/.test(sql))));
});

describe('a session', () => {
  it('is asked for once where a page asks for many things at once', async () => {
    const id = await beginSession(app, owner, 'here');
    asked = 0;
    const seen = await Promise.all(Array.from({ length: 10 }, () => seeSession(app, owner, id)));
    expect([seen, asked]).toEqual([Array(10).fill(true), 1]);
    await seeSession({ ...app, now: () => Date.now() + 1_500 }, owner, id);
    expect(asked).toBe(2);
  });

  it('opens nothing from the moment it is ended, by itself or with the others', async () => {
    const [here, there] = [await beginSession(app, owner, 'here'), await beginSession(app, owner, 'there')];
    expect([await seeSession(app, owner, here), await seeSession(app, owner, there)]).toEqual([true, true]);
    await endOtherSessions(app, owner, here);
    expect([await seeSession(app, owner, here), await seeSession(app, owner, there)]).toEqual([true, false]);
    await endSession(app, owner, here);
    expect(await seeSession(app, owner, here)).toBe(false);
  });

  it('that was just being asked for when it ended is not believed afterwards', async () => {
    const sessions = new SeenSessions();
    let answer = (_: boolean) => {};
    const before = sessions.goesOn('one', 0, () => new Promise<boolean>((resolve) => (answer = resolve)));
    sessions.forget();
    answer(true);
    await before;
    expect(await sessions.goesOn('one', 0, async () => false)).toBe(false);
  });

  it('whose question failed is asked for again; of one account it is never another’s', async () => {
    const sessions = new SeenSessions();
    await expect(sessions.goesOn('one', 0, () => Promise.reject(new Error('gone')))).rejects.toThrow('gone');
    expect(await sessions.goesOn('one', 0, async () => true)).toBe(true);
    const id = await beginSession(app, owner, 'here');
    expect(await seeSession(app, owner, id)).toBe(true);
    expect(await seeSession(app, (await newAccount(app)).id, id)).toBe(false);
  });
});
