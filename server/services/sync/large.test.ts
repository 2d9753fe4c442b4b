import { describe, expect, it } from 'vitest';
import { MESSAGE_LIMIT } from '../../mail/mbox';
import { said } from '../../../tests/words';
import { app, dovecot, letter, list, mailboxOf, subjects, sync, withDovecot } from '../../../tests/synced';

withDovecot();

describe('a folder', () => {
  it('whose messages have the highest numbers there are (RFC 9051 2.3.1.1) is kept in step', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.append('INBOX', letter('First', address));
    await other.logout();
    dovecot.numberFrom(address, 4_294_967_290);
    const client = await dovecot.client(address);
    for (const subject of ['Second', 'Third', 'Fourth']) await client.append('INBOX', letter(subject, address));
    await client.mailboxOpen('INBOX');
    expect(await client.search({ all: true }, { uid: true })).toEqual([1, 4_294_967_290, 4_294_967_291, 4_294_967_292]);
    await sync(owner, id);
    expect((await subjects(owner, 'inbox')).sort()).toEqual(['First', 'Fourth', 'Second', 'Third']);
    await client.messageFlagsAdd('4294967291', ['\\Flagged'], { uid: true });
    await client.messageDelete('4294967290', { uid: true });
    await client.append('INBOX', letter('Fifth', address));
    await sync(owner, id);
    const now = (await list(owner, 'inbox')).map(({ subject, flagged }) => `${subject} ${flagged}`);
    expect(now.sort()).toEqual(['Fifth false', 'First false', 'Fourth false', 'Third true']);
    await client.logout();
  });

  it('with a message larger than what is kept brings its beginning, says so, and brings the others whole', async () => {
    const { owner, id, address, other } = await mailboxOf();
    const large = Buffer.concat([
      Buffer.from(letter('Large', address)),
      Buffer.alloc(MESSAGE_LIMIT + 1e6, 'Words.\r\n'),
    ]);
    await other.append('INBOX', letter('Before', address));
    await other.append('INBOX', large);
    await other.append('INBOX', letter('After', address));
    await sync(owner, id);
    const rows = await list(owner, 'inbox');
    const marked = rows.map(({ subject, broken }) => [subject, broken && said(broken)]);
    expect(marked.sort()).toEqual([
      ['After', null],
      ['Before', null],
      ['Large', expect.stringContaining('larger')],
    ]);
    const { raw } = await app.mail(owner).get(rows.find(({ subject }) => subject === 'Large')!.id);
    expect(raw.equals(large.subarray(0, MESSAGE_LIMIT))).toBe(true);
    // Looked at again, it is not fetched again.
    await sync(owner, id);
    expect(await subjects(owner, 'inbox')).toHaveLength(3);
    await other.logout();
  });
});
