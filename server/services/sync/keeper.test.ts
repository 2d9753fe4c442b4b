import { beforeAll, describe, expect, it, vi } from 'vitest';
import { newAccount, openTestApplication } from '../../../tests/application';
import { newId } from '../../db/id';
import { insertMailbox } from '../../db/repositories/mailboxes';
import type { RemoteMailbox } from '../../mail/ports';
import type { Application } from '../application';
import { sealPasswords } from '../passwords';
import { Keeper } from './keeper';

let app: Application;
beforeAll(async () => {
  app = await openTestApplication();
});

/** A mailbox that is never asked for anything but its folders and news. */
async function mailbox() {
  const { id: owner, address } = await newAccount(app);
  const id = newId();
  const server = { host: '127.0.0.1', port: 993, security: 'tls' as const, user: address, certificate: '' };
  const secrets = sealPasswords(app, { owner, id }, { receiving: 'x', sending: 'x' });
  await insertMailbox(
    app.db,
    owner,
    id,
    { name: 'M', address, receiving: server, sending: server, secrets, keepDays: 0 },
    0,
  );
  return { owner, id };
}

const empty = (news: RemoteMailbox['news']): RemoteMailbox =>
  ({ folders: async () => [], close: async () => {}, news }) as unknown as RemoteMailbox;

describe('a mailbox that is woken while it is being brought into step', () => {
  it('does not wait for news before it has looked again', async () => {
    const { id } = await mailbox();
    const waited: boolean[] = [];
    let keeper: Keeper | null = null;
    const woken: Application = {
      ...app,
      now() {
        if (!waited.length) keeper?.wake(id);
        return Date.now();
      },
      openRemote: async () =>
        empty(async (_ms, calledOff) => {
          waited.push(calledOff.aborted);
          await new Promise((resolve) => setTimeout(resolve, 20));
        }),
    };
    keeper = new Keeper(woken);
    keeper.start();
    await vi.waitFor(() => expect(waited.length).toBeGreaterThan(1));
    await keeper.stop();
    expect(waited.slice(0, 2)).toEqual([true, false]);
  });
});

describe('looking after many mailboxes', () => {
  it('takes as many questions as looking after one', async () => {
    const keeper = new Keeper({
      ...app,
      openRemote: async () => empty((ms, off) => new Promise((end) => off.addEventListener('abort', () => end()))),
    });
    let asked = 0;
    app.db.on('query', () => asked++);
    for (let i = 0; i < 12; i++) await mailbox();
    keeper.start();
    await vi.waitFor(async () =>
      expect(await app.db('mailboxes').where({ state: 'ready' }).count('* as n')).toMatchObject([{ n: 13 }]),
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
    asked = 0;
    keeper.wake('nobody');
    await vi.waitFor(() => expect(asked).toBeGreaterThan(1));
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(asked).toBeLessThan(8);
    await keeper.stop();
  });
});
