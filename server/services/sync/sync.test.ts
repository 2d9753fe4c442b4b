import { describe, expect, it } from 'vitest';
import { app, letter, list, mailboxOf, subjects, sync, withDovecot } from '../../../tests/synced';
import { RFC3464, RFC5322, RFC6532 } from '../../../tests/messages';
import { said } from '../../../tests/words';
import { foldersOf } from '../../db/repositories/folders';
import { mailboxById } from '../../db/repositories/mailboxes';
import type { RemoteMailbox } from '../../mail/ports';
import { beginDraft, readDraft } from '../drafts';
import { tidyUp } from '../tidy';
import { syncSession } from './session';
import { Syncer } from './syncer';

withDovecot();

const withoutId = (raw: Buffer) => raw.toString('latin1').replace(/^Message-ID *:.*\r\n/im, '');

describe('a mailbox on another server', () => {
  it('comes here with its folders, its flags and its bytes', async () => {
    const { owner, id, address, other } = await mailboxOf({ connectedAt: 0 });
    const raw = letter('One', address);
    await other.append('INBOX', raw, [], new Date('2026-11-26T08:00:00Z'));
    await other.append('INBOX', letter('Two', address), ['\\Seen', '\\Answered', '\\Flagged', '$Forwarded']);
    await other.append('Sent', letter('Mine', 'ines@client.example', { from: address }), ['\\Seen']);
    await other.mailboxCreate('Clients/Schools');
    await other.append('Clients/Schools', letter('School', address));
    await sync(owner, id);
    const rows = await list(owner, 'inbox');
    expect(rows.map(({ subject }) => subject)).toEqual(['Two', 'One']);
    expect(rows[0]).toMatchObject({
      seen: true,
      replied: true,
      answered: true,
      flagged: true,
      forwarded: true,
      waits: false,
    });
    expect(rows[1]).toMatchObject({
      seen: false,
      replied: false,
      waits: true,
      receivedAt: Date.parse('2026-11-26T08:00:00Z'),
    });
    expect((await app.mail(owner).get(rows[1]!.id)).raw.toString()).toBe(raw);
    expect(await subjects(owner, 'sent')).toEqual(['Mine']);
    await other.logout();
  });

  it('brings what the standards give as examples here to the byte, and back', async () => {
    const { owner, id, other } = await mailboxOf({ connectedAt: 0 });
    const all = [...Object.values(RFC5322), RFC3464, RFC6532];
    for (const raw of all) await other.append('INBOX', raw);
    await sync(owner, id);
    const rows = await list(owner, 'inbox');
    const here = await Promise.all(rows.map(async (row) => (await app.mail(owner).get(row.id)).raw.toString('latin1')));
    expect(here.sort()).toEqual(all.map((raw) => raw.toString('latin1')).sort());
    // What is kept here goes into a folder of the server as it is. A copy with the same Message-ID would be taken for one.
    const sent = all.map((raw, i) =>
      Buffer.concat([Buffer.from(`Message-ID: <sent${i}@x.example>\r\n`), Buffer.from(withoutId(raw), 'latin1')]),
    );
    for (const raw of sent) await app.mail(owner).keepSent(id, raw, Date.now());
    await sync(owner, id);
    await other.mailboxOpen('Sent');
    const there: string[] = [];
    for await (const { source } of other.fetch('1:*', { source: true })) there.push(source!.toString('latin1'));
    expect(there.sort()).toEqual(sent.map((raw) => raw.toString('latin1')).sort());
    await other.logout();
  });

  it('does not let wait what came before it was connected, nor lists and machines, nor what was answered elsewhere', async () => {
    const { owner, id, address, other } = await mailboxOf({ connectedAt: Date.parse('2026-11-20T00:00:00Z') });
    await other.append('INBOX', letter('Old', address), [], new Date('2026-11-01T08:00:00Z'));
    await other.append('INBOX', letter('News', address, { more: 'List-Id: <n.x.example>\r\n' }));
    await other.append('INBOX', letter('Away', address, { more: 'Auto-Submitted: auto-replied\r\n' }));
    await other.append('INBOX', letter('Order', address, { from: 'no-reply@shop.example' }));
    await other.append('INBOX', letter('Question', address), [], new Date('2026-11-25T08:00:00Z'));
    const asked = letter('Answered', address);
    await other.append('INBOX', asked, [], new Date('2026-11-25T09:00:00Z'));
    const named = /<[^>]+@client.example>(?=\r\n)/.exec(asked.slice(asked.indexOf('Message-ID')))![0];
    const answer = letter('Re: Answered', 'ines@client.example', { from: address, more: `In-Reply-To: ${named}\r\n` });
    await other.append('Sent', answer, [], new Date('2026-11-25T10:00:00Z'));
    await sync(owner, id);
    expect(await subjects(owner, 'inbox', true)).toEqual(['Question']);
    const reasons = Object.fromEntries((await list(owner, 'inbox')).map(({ subject, reason }) => [subject, reason]));
    expect(reasons).toEqual({
      ...{ Old: 'before', News: 'list', Away: 'automatic', Order: 'automatic' },
      ...{ Question: 'person', Answered: 'person' },
    });
    // What the user says of a message or its sender counts for more.
    const news = (await list(owner, 'inbox')).find(({ subject }) => subject === 'News')!;
    await app.mail(owner).change(news.id, { done: false });
    expect(await subjects(owner, 'inbox', true)).toContain('News');
    await app.mail(owner).change(news.id, { done: true });
    expect(await subjects(owner, 'inbox', true)).not.toContain('News');
    const order = (await list(owner, 'inbox')).find(({ subject }) => subject === 'Order')!;
    await app.mail(owner).change(order.id, { senderWaits: true });
    await other.append('INBOX', letter('Order 2', address, { from: 'no-reply@shop.example' }));
    await sync(owner, id);
    expect(await subjects(owner, 'inbox', true)).toEqual(expect.arrayContaining(['Order', 'Order 2']));
    await app.mail(owner).change(order.id, { senderWaits: false });
    await other.append('INBOX', letter('Order 3', address, { from: 'no-reply@shop.example' }));
    await sync(owner, id);
    expect(await subjects(owner, 'inbox', true)).not.toContain('Order 3');
    await other.logout();
  });

  it('has a report of failed delivery go to the message it is about, which waits again with the reason', async () => {
    const { owner, id, address, other } = await mailboxOf();
    const sent = letter('Estimate', 'ines@client.example', { from: address });
    await other.append('Sent', sent);
    await sync(owner, id);
    expect(await subjects(owner, 'inbox', true)).toEqual([]);
    const named = /<\d+@client.example>/.exec(sent)![0];
    const report = (about: string) =>
      [
        `From: MAILER-DAEMON@mail.example\r\nTo: ${address}\r\nSubject: Undelivered\r\nMessage-ID: <about-${about.slice(1)}`,
        'MIME-Version: 1.0\r\nContent-Type: multipart/report; report-type=delivery-status; boundary=b\r\n',
        '--b\r\nContent-Type: text/plain\r\n\r\nSorry.\r\n--b\r\nContent-Type: message/delivery-status\r\n',
        'Reporting-MTA: dns; mail.example\r\n',
        'Final-Recipient: rfc822; ines@client.example\r\nAction: failed\r\nStatus: 5.1.1\r\nDiagnostic-Code: smtp; 550 5.1.1 No such person\r\n',
        `--b\r\nContent-Type: message/rfc822\r\n\r\nMessage-ID: ${about}\r\nSubject: Estimate\r\n\r\nx\r\n--b--\r\n`,
      ].join('\r\n');
    await other.append('INBOX', report(named));
    await sync(owner, id);
    const waiting = await list(owner, 'inbox', true);
    expect(waiting).toMatchObject([{ subject: 'Estimate', reason: 'undelivered', folder: 'sent' }]);
    expect(said(waiting[0]!.undelivered)).toBe('It did not reach ines@client.example: No such person.');
    await app.mail(owner).change(waiting[0]!.id, { done: true });
    expect(await subjects(owner, 'inbox', true)).toEqual([]);
    // One about a message that is not here waits by itself, since nobody would see it otherwise.
    await other.append('INBOX', report('<nobody-knows@x.example>'));
    await sync(owner, id);
    expect(await subjects(owner, 'inbox', true)).toEqual(['Undelivered']);
    await other.logout();
  });

  it('follows what is deleted elsewhere, and keeps what is begun', async () => {
    const { owner, id, address, other } = await mailboxOf();
    const raw = letter('One', address);
    await other.append('INBOX', raw, [], new Date('2026-11-26T08:00:00Z'));
    await other.append('INBOX', letter('Two', address));
    await sync(owner, id);
    const one = (await list(owner, 'inbox')).find(({ subject }) => subject === 'One')!;
    const draft = await beginDraft(app, owner, { mode: 'reply', originalId: one.id });
    await app.mail(owner).change(one.id, { again: { day: '2030-01-01', why: 'the part' } });
    await other.mailboxOpen('INBOX');
    await other.messageDelete('1:*');
    await sync(owner, id);
    expect(await subjects(owner, 'inbox')).toEqual([]);
    expect(await readDraft(app, owner, draft.id)).toMatchObject({ originalId: one.id });
    // A month later what nothing is begun with is dropped for good, and nothing else.
    await tidyUp({ ...app, now: () => Date.now() + 31 * 86_400_000 });
    const left = await app.db('messages').where({ owner }).select('subject');
    expect(left.map(({ subject }) => subject)).toEqual(['One']);
    // Put back by somebody, it is the same message, with all that is known of it.
    await other.append('INBOX', raw, [], new Date('2026-11-26T08:00:00Z'));
    await sync(owner, id);
    expect(await list(owner, 'inbox')).toMatchObject([{ id: one.id, again: { why: 'the part' } }]);
    await other.logout();
  });

  it('knows its messages again when a folder is numbered anew, renamed, or taken away', async () => {
    const { owner, id, address, other } = await mailboxOf();
    const raws = ['One', 'Two', 'Three'].map((subject) => letter(subject, address));
    const fill = async (path: string, some: string[]) => {
      for (const raw of some) await other.append(path, raw, [], new Date('2026-11-26T08:00:00Z'));
    };
    await other.mailboxCreate('Clients');
    await fill('Clients', raws);
    await sync(owner, id);
    const idsIn = async (path: string) => {
      const folder = (await foldersOf(app.db, owner, id)).find((one) => one.path === path)!;
      const found = await app
        .mail(owner)
        .list({ ...{ folder: 'inbox', inFolder: folder.id }, waiting: false, limit: 50, today: '2026-11-27' });
      return found.rows.map(({ id: one, subject }) => `${subject} ${one}`).sort();
    };
    const before = await idsIn('Clients');
    expect(before).toHaveLength(3);
    await other.mailboxDelete('Clients');
    await new Promise((resolve) => setTimeout(resolve, 1100));
    await other.mailboxCreate('Clients');
    await fill('Clients', raws.slice(0, 2));
    await sync(owner, id);
    expect(await idsIn('Clients')).toEqual(before.filter((one) => !one.startsWith('Three')));
    await other.mailboxRename('Clients', 'Kunden');
    await sync(owner, id);
    expect(await idsIn('Kunden')).toEqual(before.filter((one) => !one.startsWith('Three')));
    await other.mailboxDelete('Kunden');
    await sync(owner, id);
    expect((await foldersOf(app.db, owner, id)).map(({ path }) => path)).not.toContain('Kunden');
    expect((await app.mail(owner).row(before[0]!.split(' ')[1]!)).folder).toBe('gone');
    await other.logout();
  });

  it('sees at once what came while other folders were looked at', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.mailboxCreate('Clients');
    const mailbox = (await mailboxById(app.db, owner, id))!;
    const remote = await app.openRemote(mailbox);
    const syncer = new Syncer(syncSession(app, mailbox, remote));
    while (await syncer.step());
    // The inbox was looked at before the others; now another one is open.
    await other.append('INBOX', letter('Meanwhile', address));
    const late = new AbortController();
    const timer = setTimeout(() => late.abort(), 8_000);
    await syncer.waitForNews(60_000, late.signal);
    clearTimeout(timer);
    expect(late.signal.aborted).toBe(false);
    while (await syncer.step());
    expect(await subjects(owner, 'inbox')).toEqual(['Meanwhile']);
    // And then there is something to wait for.
    let isOver = false;
    const waiting = syncer.waitForNews(60_000, new AbortController().signal).then(() => (isOver = true));
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(isOver).toBe(false);
    await other.append('INBOX', letter('Then', address));
    await waiting;
    await remote.close();
    await other.logout();
  });

  it.each([
    ['names what is gone', true],
    ['does not', false],
  ])('is compared whole only where it must be, on a server that %s', async (_name, names) => {
    const { owner, id, address, other } = await mailboxOf();
    await other.mailboxCreate('Archive');
    for (let i = 0; i < 12; i++) await other.append('INBOX', letter(`Old ${i}`, address));
    const mailbox = (await mailboxById(app.db, owner, id))!;
    const remote = await app.openRemote(mailbox);
    let compared = 0;
    const watched: RemoteMailbox = {
      ...remote,
      uids: (since, from) => {
        if (since === undefined && from === undefined) compared++;
        return remote.uids(since, from);
      },
      changes: async (since) => ({ ...(await remote.changes(since)), ...(!names && { gone: null }) }),
    };
    let clock = Date.now();
    const syncer = new Syncer(syncSession({ ...app, now: () => clock }, mailbox, watched));
    /** A round over all folders, a minute later. */
    const round = async () => {
      clock += 61_000;
      compared = 0;
      await syncer.waitForNews(50, new AbortController().signal);
      while (await syncer.step());
      return compared;
    };
    await round();
    expect(await subjects(owner, 'inbox')).toHaveLength(12);

    // What is new, and what was marked, takes no comparing.
    await other.append('INBOX', letter('New', address));
    await other.mailboxOpen('INBOX');
    await other.messageFlagsAdd('2', ['\\Flagged']);
    expect(await round()).toBe(0);
    expect((await subjects(owner, 'inbox')).includes('New')).toBe(true);
    expect((await list(owner, 'inbox')).filter(({ flagged }) => flagged).map(({ subject }) => subject)).toEqual([
      'Old 1',
    ]);
    // What is gone does where it is not named: in the folder it is gone from.
    await other.messageDelete('1');
    expect(await round()).toBe(names ? 0 : 1);
    expect((await subjects(owner, 'inbox')).includes('Old 0')).toBe(false);

    // Whatever is done there and here, in any order: what is here is what is there.
    let seed = 7;
    const pick = <T>(of: T[]) => of[(seed = (seed * 48_271) % 2_147_483_647) % of.length]!;
    for (let i = 0; i < 10; i++) {
      for (let act = 0; act < 4; act++) {
        const uids = (await other.search({ all: true }, { uid: true })) as number[];
        const kind = pick(['add', 'add', 'delete', 'move', 'flag', 'mine', 'addAndDelete']);
        if (kind === 'add' || kind === 'addAndDelete') {
          const added = await other.append('INBOX', letter(`Later ${i} ${act}`, address));
          if (kind === 'addAndDelete') await other.messageDelete([(added as { uid: number }).uid], { uid: true });
        } else if (kind === 'mine') {
          const [row] = await list(owner, 'inbox');
          if (row) await app.mail(owner).change(row.id, { folder: 'archive' });
        } else if (kind === 'delete') await other.messageDelete([pick(uids)], { uid: true });
        else if (kind === 'move') await other.messageMove([pick(uids)], 'Archive', { uid: true });
        else await other.messageFlagsAdd([pick(uids)], ['\\Flagged'], { uid: true });
      }
      await round();
      await round();
      for (const [path, folder] of [
        ['INBOX', 'inbox'],
        ['Archive', 'archive'],
      ] as const) {
        await other.mailboxOpen(path);
        const there = [];
        for await (const { envelope, flags } of other.fetch('1:*', { envelope: true, flags: true }))
          there.push(`${envelope!.subject} ${flags!.has('\\Flagged')}`);
        const here = (await list(owner, folder)).map(({ subject, flagged }) => `${subject} ${flagged}`);
        expect([i, path, here.sort()]).toEqual([i, path, there.sort()]);
      }
      await other.mailboxOpen('INBOX');
    }
    await remote.close();
    await other.logout();
  });

  it('asks a server that counts no changes about what is recent, and about the rest now and then', async () => {
    const { owner, id, address, other } = await mailboxOf();
    await other.append('INBOX', letter('Old', address), [], new Date(Date.now() - 60 * 86_400_000));
    await other.append('INBOX', letter('Recent', address));
    const mailbox = (await mailboxById(app.db, owner, id))!;
    const remote = await app.openRemote(mailbox);
    const asked: (number | undefined)[] = [];
    const uncounted: RemoteMailbox = {
      ...remote,
      open: async (path) => ({ ...(await remote.open(path)), modseq: '' }),
      status: async (path) => ({ ...(await remote.status(path)), modseq: '' }),
      changes: async (since, from) => {
        asked.push(from);
        return remote.changes(since, from);
      },
    };
    let clock = Date.now();
    const syncer = new Syncer(syncSession({ ...app, now: () => clock }, mailbox, uncounted));
    while (await syncer.step());
    const flagged = async () => (await list(owner, 'inbox')).filter((row) => row.flagged).map(({ subject }) => subject);
    await other.mailboxOpen('INBOX');
    await other.messageFlagsAdd('1:*', ['\\Flagged']);
    await other.append('INBOX', letter('New', address));
    asked.length = 0;
    for (const minutes of [2, 20]) {
      clock += minutes * 60_000;
      await syncer.waitForNews(50, new AbortController().signal);
      while (await syncer.step());
      expect((await flagged()).sort()).toEqual(minutes === 2 ? ['Recent'] : ['Old', 'Recent']);
      expect((await subjects(owner, 'inbox')).sort()).toEqual(['New', 'Old', 'Recent']);
      if (minutes === 2) expect(asked).toContain(2);
      if (minutes === 2) expect(asked).not.toContain(undefined);
    }
    await remote.close();
    await other.logout();
  });

  it('fetches no more than was asked for, and reads names in any writing', async () => {
    const { owner, id, address, other } = await mailboxOf({ keepDays: 10 });
    await other.append('INBOX', letter('Old', address), [], new Date(Date.now() - 40 * 86_400_000));
    await other.append('INBOX', letter('New', address), [], new Date(Date.now() - 2 * 86_400_000));
    await other.mailboxCreate('Entwürfe & Küche/台所');
    await other.append('Entwürfe & Küche/台所', letter('Oven', address));
    await sync(owner, id);
    expect(await subjects(owner, 'inbox')).toEqual(['New']);
    const folder = (await foldersOf(app.db, owner, id)).find(({ name }) => name === '台所')!;
    expect(folder).toMatchObject({ path: 'Entwürfe & Küche/台所', role: 'own', total: 1 });
    await other.logout();
  });
});
