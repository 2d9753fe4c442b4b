import { describe, expect, it } from 'vitest';
import { app, dovecot, letter, list, mailboxOf, subjects, sync, withDovecot } from '../../../tests/synced';
import { countActs } from '../../db/repositories/acts';
import { phrase } from '#core/text/phrase';
import { toColumn } from '../../db/phraseColumn';
import type { MessageRow } from '#shared/types/wire';

withDovecot();

describe('what is done here and on another server', () => {
  it('takes flags over both ways, and what is still to be done here counts for more', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.append('INBOX', letter('One', address));
    await sync(owner, id);
    const [{ id: message }] = (await list(owner, 'inbox')) as [MessageRow];
    await app.mail(owner).change(message, { seen: true, flagged: true, answered: true, done: true });
    await other.mailboxOpen('INBOX');
    await other.messageFlagsAdd('1', ['$Forwarded']);
    await sync(owner, id);
    const flags = async () =>
      [...((await other.fetchOne('1', { flags: true })) as { flags: Set<string> }).flags].sort();
    await other.noop();
    expect(await flags()).toEqual(expect.arrayContaining(['$Forwarded', '\\Answered', '\\Flagged', '\\Seen']));
    await sync(owner, id);
    expect(await app.mail(owner).row(message)).toMatchObject({
      seen: true,
      flagged: true,
      replied: true,
      forwarded: true,
    });
    await other.messageFlagsRemove('1', ['\\Seen', '\\Flagged']);
    await sync(owner, id);
    expect(await app.mail(owner).row(message)).toMatchObject({ seen: false, flagged: false, replied: true });
    await other.logout();
  });

  it('moves both ways, and back', async () => {
    const { owner, id, address, other } = await mailboxOf();
    for (const subject of ['One', 'Two', 'Three']) await other.append('INBOX', letter(subject, address));
    await other.mailboxCreate('Clients');
    await sync(owner, id);
    const found = await list(owner, 'inbox');
    const [one, two, three] = ['One', 'Two', 'Three'].map((subject) => found.find((row) => row.subject === subject));
    // There is no folder for the archive yet: it is made.
    await app.mail(owner).change(one!.id, { folder: 'archive' });
    await app.mail(owner).change(two!.id, { folder: 'trash' });
    await app.mail(owner).change(two!.id, { folder: 'inbox' });
    expect((await subjects(owner, 'inbox')).sort()).toEqual(['Three', 'Two']);
    expect(await subjects(owner, 'archive')).toEqual(['One']);
    await other.mailboxOpen('INBOX');
    await other.messageMove(String(((await other.search({ subject: 'Three' })) as number[])[0]), 'Clients');
    await sync(owner, id);
    expect(await subjects(owner, 'inbox')).toEqual(['Two']);
    expect(await subjects(owner, 'archive')).toEqual(['One']);
    expect((await app.mail(owner).row(three!.id)).folder).toBe('own');
    await other.mailboxClose();
    const counts: Record<string, number | undefined> = {};
    for (const path of ['INBOX', 'Archive', 'Trash', 'Clients'])
      counts[path] = ((await other.status(path, { messages: true })) as { messages?: number }).messages;
    expect(counts).toEqual({ INBOX: 1, Archive: 1, Trash: 0, Clients: 1 });
    await sync(owner, id);
    expect(await subjects(owner, 'inbox')).toEqual(['Two']);
    await other.logout();
  });

  it('deletes for good what is in the trash, and nothing else, and puts it back as it was', async () => {
    const { owner, id, address, other } = await mailboxOf();
    for (const subject of ['Kept', 'Deleted', 'Back'])
      await other.append('INBOX', letter(subject, address), ['\\Flagged', '\\Seen']);
    // Marked by another program, and to be deleted by that one only.
    await other.append('Trash', letter('Marked', address), ['\\Deleted']);
    await sync(owner, id);
    const mail = app.mail(owner);
    const idOf = new Map((await list(owner, 'inbox')).map((row) => [row.subject, row.id]));
    await expect(mail.change(idOf.get('Kept')!, { folder: 'gone' })).rejects.toMatchObject({ status: 422 });
    for (const subject of ['Deleted', 'Back']) await mail.change(idOf.get(subject)!, { folder: 'trash' });
    await sync(owner, id);
    for (const subject of ['Deleted', 'Back']) await mail.change(idOf.get(subject)!, { folder: 'gone' });
    expect(await subjects(owner, 'trash')).toEqual(['Marked']);
    const there = async () => {
      await other.mailboxOpen('Trash', { readOnly: true });
      const found: string[] = [];
      for await (const { envelope, flags } of other.fetch('1:*', { envelope: true, flags: true }))
        found.push(`${envelope!.subject} ${[...flags!].filter((flag) => flag !== '\\Recent').sort()}`);
      await other.mailboxClose();
      return found;
    };
    await sync(owner, id);
    expect(await there()).toEqual(['Marked \\Deleted']);
    expect(await subjects(owner, 'trash')).toEqual(['Marked']);
    await mail.change(idOf.get('Back')!, { folder: 'trash' });
    expect((await subjects(owner, 'trash')).sort()).toEqual(['Back', 'Marked']);
    await sync(owner, id);
    expect(await there()).toEqual(['Marked \\Deleted', 'Back \\Flagged,\\Seen']);
    // What is not whole here could not be put back.
    await app
      .db('messages')
      .where({ id: idOf.get('Back') })
      .update({ broken: toColumn(phrase('message.tooLarge')) });
    await expect(mail.change(idOf.get('Back')!, { folder: 'gone' })).rejects.toMatchObject({ status: 422 });
    await app
      .db('messages')
      .where({ id: idOf.get('Back') })
      .update({ broken: '' });
    // Both before the server hears of either.
    await mail.change(idOf.get('Back')!, { folder: 'gone' });
    await mail.change(idOf.get('Back')!, { folder: 'inbox' });
    await sync(owner, id);
    expect(await there()).toEqual(['Marked \\Deleted']);
    expect((await subjects(owner, 'inbox')).sort()).toEqual(['Back', 'Kept']);
    await sync(owner, id);
    expect((await subjects(owner, 'inbox')).sort()).toEqual(['Back', 'Kept']);
    await other.logout();
  });

  it('keeps what is done while the server is away, and does it once it is back', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.append('INBOX', letter('One', address));
    await sync(owner, id);
    await other.logout();
    await dovecot.pause();
    const [{ id: message }] = (await list(owner, 'inbox')) as [MessageRow];
    await expect(sync(owner, id)).rejects.toMatchObject({ fault: 'refused', again: true });
    await app.mail(owner).change(message, { folder: 'trash', seen: true });
    await app
      .mail(owner)
      .keepSent(id, Buffer.from(letter('Reply', 'ines@client.example', { from: address })), app.now());
    expect((await countActs(app.db, owner)).get(id)).toBe(3);
    await dovecot.restart();
    await sync(owner, id);
    expect((await countActs(app.db, owner)).get(id)).toBeUndefined();
    expect(await subjects(owner, 'trash')).toEqual(['One']);
    expect(await subjects(owner, 'sent')).toEqual(['Reply']);
    await sync(owner, id);
    expect(await subjects(owner, 'sent')).toEqual(['Reply']);
  });

  it('makes the copy of what was sent once, and not where the server has made one', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await sync(owner, id);
    const sent = (subject: string) => letter(subject, 'ines@client.example', { from: address });
    const [mine, theirs] = [sent('Mine'), sent('Theirs')];
    await app.mail(owner).keepSent(id, Buffer.from(mine), app.now());
    await app.mail(owner).keepSent(id, Buffer.from(mine), app.now());
    await app.mail(owner).keepSent(id, Buffer.from(theirs), app.now());
    // A server that keeps what it sends may write a line of its own above it.
    await other.append('Sent', `Received: by mail.example\r\n${theirs}`);
    await sync(owner, id);
    expect(((await other.status('Sent', { messages: true })) as { messages?: number }).messages).toBe(2);
    await sync(owner, id);
    expect((await subjects(owner, 'sent')).sort()).toEqual(['Mine', 'Theirs']);
    await other.logout();
  });
});
