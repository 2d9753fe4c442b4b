import { expect, it } from 'vitest';
import { app, letter, list, mailboxOf, subjects, sync, withDovecot } from '../../../tests/synced';
import { said } from '../../../tests/words';
import { readSenders } from '../mailboxes';

withDovecot(`
mail_plugins = quota
protocol imap {
  mail_plugins = quota imap_quota
}
plugin {
  quota = maildir:User quota
  quota_rule = *:storage=40K
}
`);

it('a full mailbox keeps nothing from being read and done, and has the copy of what was sent once there is room', async () => {
  const { owner, id, address, other } = await mailboxOf();
  await other.append('INBOX', letter('Large', address) + 'Words.\r\n'.repeat(4_000));
  await other.append('INBOX', letter('Small', address));
  await sync(owner, id);
  const sent = letter('Reply', 'ines@client.example') + 'Words.\r\n'.repeat(2_000);
  await app.mail(owner).keepSent(id, Buffer.from(sent), app.now());
  await sync(owner, id);
  // Nothing fits in there; it is here all the same, and what is to be done says why it is not done.
  expect(await subjects(owner, 'sent')).toEqual(['Reply']);
  expect((await other.status('Sent', { messages: true })) as object).toMatchObject({ messages: 0 });
  const told = await readSenders(app, owner);
  expect(told.map(({ problem }) => problem && said(problem))).toEqual([expect.stringContaining('is full')]);

  // It is emptied from here, though that comes behind what does not fit.
  const [large] = (await list(owner, 'inbox')).filter(({ subject }) => subject === 'Large');
  for (const folder of ['trash', 'gone']) await app.mail(owner).change(large!.id, { folder });
  await sync(owner, id);
  expect((await other.status('INBOX', { messages: true })) as object).toMatchObject({ messages: 1 });
  await app.db('acts').where({ owner }).update({ next_try_at: 0 });
  await sync(owner, id);
  await sync(owner, id);
  expect((await other.status('Sent', { messages: true })) as object).toMatchObject({ messages: 1 });
  expect((await app.mail(owner).row(large!.id)).folder).toBe('gone');
  expect(await app.db('acts').where({ owner })).toEqual([]);
  await other.logout();
});
