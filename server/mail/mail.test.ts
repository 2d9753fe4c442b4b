import { simpleParser, type AddressObject } from 'mailparser';
import PostalMime from 'postal-mime';
import { describe, expect, it } from 'vitest';
import { docFromText, emptyDoc, parseDoc } from '#core/note/schema';
import { composeLetter } from './compose';
import { looksLikeMessage, parseMessage } from './parse';
import { quotedOf } from './show';
import { RFC5322 } from '../../tests/messages';
import { said } from '../../tests/words';

const bytes = (...lines: string[]) => Buffer.from(lines.join('\r\n'));

describe('the example messages of RFC 5322 appendix A, in', () => {
  it.each(Object.entries(RFC5322))('%s is read', async (_name, raw) => {
    const message = await parseMessage(raw);
    expect(looksLikeMessage(raw)).toBe(true);
    expect(message.from).toHaveLength(1);
    expect(message.text.length).toBeGreaterThan(5);
  });

  it('mailboxes, groups and the threading of a reply have their printed values', async () => {
    const a12 = await parseMessage(RFC5322['A.1.2 mailboxes']);
    expect(a12.from).toEqual([{ name: 'Joe Q. Public', address: 'john.q.public@example.com' }]);
    expect(a12.to.map(({ address }) => address)).toEqual(['mary@x.test', 'jdoe@example.org', 'one@y.test']);
    expect(a12.cc).toEqual([
      { name: '', address: 'boss@nil.test' },
      { name: 'Giant; "Big" Box', address: 'sysservices@example.net' },
    ]);
    const a13 = await parseMessage(RFC5322['A.1.3 groups']);
    expect(a13.to).toEqual([
      { name: 'Ed Jones', address: 'c@a.test' },
      { name: '', address: 'joe@where.test' },
      { name: 'John', address: 'jdoe@one.test' },
    ]);
    expect(a13.cc).toEqual([]);
    expect(a13.sentAt).toBe(Date.UTC(1969, 1, 14, 3, 2, 54));
    const a2 = await parseMessage(RFC5322['A.2 reply']);
    expect(a2).toMatchObject({
      replyTo: [{ address: 'smith@home.example' }],
      inReplyTo: '<1234@local.machine.example>',
      references: ['<1234@local.machine.example>'],
      broken: null,
    });
    const a3 = await parseMessage(RFC5322['A.3 resent']);
    expect(a3.from[0]!.address).toBe('jdoe@machine.example');
    const a5 = await parseMessage(RFC5322['A.5 comments and folding']);
    expect(a5.from[0]!.address).toBe('pete@silly.test');
    expect(a5.to.map(({ address }) => address)).toEqual(['c@public.example', 'joe@example.org', 'jdoe@one.test']);
  });

  it.each(Object.entries(RFC5322).filter(([name]) => !/A\.5|A\.6/.test(name)))(
    '%s reads the same in a second, independent parser',
    async (_name, raw) => {
      const [ours, theirs] = [await parseMessage(raw), await simpleParser(raw)];
      const flat = (list?: AddressObject | AddressObject[]) =>
        (Array.isArray(list) ? list : list ? [list] : [])
          .flatMap(({ value }) => value.flatMap((v) => v.group ?? [v]))
          .map(({ name, address }) => ({ name, address }));
      expect(ours.from).toEqual(flat(theirs.from));
      expect(ours.to).toEqual(flat(theirs.to));
      expect(ours.cc).toEqual(flat(theirs.cc));
      expect(ours.subject).toBe(theirs.subject ?? '');
      expect(ours.messageId).toBe(theirs.messageId);
      expect(ours.text.trim()).toBe(theirs.text!.trim());
      expect(ours.sentAt).toBe(theirs.date?.getTime() ?? null);
    },
  );
});

describe('encoded words', () => {
  // RFC 2047 section 8, the examples with what they should display as.
  it.each([
    ['=?ISO-8859-1?Q?a?=', 'a'],
    ['=?ISO-8859-1?Q?a?= b', 'a b'],
    ['=?ISO-8859-1?Q?a?= =?ISO-8859-1?Q?b?=', 'ab'],
    ['=?ISO-8859-1?Q?a?=  =?ISO-8859-1?Q?b?=', 'ab'],
    ['=?ISO-8859-1?Q?a_b?=', 'a b'],
    ['=?ISO-8859-1?Q?a?= =?ISO-8859-2?Q?_b?=', 'a b'],
    [
      '=?ISO-8859-1?B?SWYgeW91IGNhbiByZWFkIHRoaXMgeW8=?= =?ISO-8859-2?B?dSB1bmRlcnN0YW5kIHRoZSBleGFtcGxlLg==?=',
      'If you can read this you understand the example.',
    ],
  ])('%s reads %j', async (written, shown) => {
    const message = await parseMessage(
      bytes('From: a@x.example', `Subject: ${written}`, 'Date: Fri, 21 Nov 1997 09:55:06 -0600', '', 'x'),
    );
    expect(message.subject).toBe(shown);
  });

  it('in names (RFC 2047 section 8)', async () => {
    const message = await parseMessage(
      bytes(
        'From: =?US-ASCII?Q?Keith_Moore?= <moore@cs.utk.example>',
        'To: =?ISO-8859-1?Q?Keld_J=F8rn_Simonsen?= <keld@dkuug.example>',
        'CC: =?ISO-8859-1?Q?Andr=E9?= Pirard <PIRARD@vm1.ulg.example>',
        '',
        'x',
      ),
    );
    expect([message.from, message.to, message.cc].map(([box]) => box!.name)).toEqual([
      'Keith Moore',
      'Keld Jørn Simonsen',
      'André Pirard',
    ]);
  });
});

describe('multipart', () => {
  // RFC 2046 section 5.1.1, the example with an implicitly and an explicitly typed part.
  const raw = bytes(
    'From: Nathaniel Borenstein <nsb@bellcore.example>',
    'To: Ned Freed <ned@innosoft.example>',
    'Date: Sun, 21 Mar 1993 23:56:48 -0800 (PST)',
    'Subject: Sample message',
    'MIME-Version: 1.0',
    'Content-type: multipart/mixed; boundary="simple boundary"',
    '',
    'This is the preamble.  It is to be ignored.',
    '',
    '--simple boundary',
    '',
    'This is implicitly typed plain US-ASCII text.',
    'It does NOT end with a linebreak.',
    '--simple boundary',
    'Content-type: text/plain; charset=us-ascii',
    '',
    'This is explicitly typed plain US-ASCII text.',
    'It DOES end with a linebreak.',
    '',
    '--simple boundary--',
    '',
    'This is the epilogue.  It is also to be ignored.',
    '',
  );

  it('shows both parts of the printed example and neither preamble nor epilogue', async () => {
    const { text, broken } = await parseMessage(raw);
    expect(text).toContain('implicitly typed');
    expect(text).toContain('explicitly typed');
    expect(text).not.toContain('ignored');
    expect(broken).toBeNull();
  });

  it('is marked when its end is missing', async () => {
    expect(said((await parseMessage(raw.subarray(0, raw.indexOf('--simple boundary--')))).broken)).toContain(
      'its end is missing',
    );
  });

  it('decodes parameters in the manner of RFC 2231 section 4', async () => {
    const { attachments } = await parseMessage(
      bytes(
        'From: a@x.example',
        'Content-Type: application/octet-stream',
        "Content-Disposition: attachment; filename*=us-ascii'en-us'This%20is%20%2A%2A%2Afun%2A%2A%2A",
        '',
        'x',
      ),
    );
    expect(attachments[0]!.name).toBe('This is ***fun***');
  });

  it('takes the path out of the name of an attachment', async () => {
    const { attachments } = await parseMessage(
      bytes(
        'From: a@x.example',
        'Content-Type: application/octet-stream',
        'Content-Disposition: attachment; filename="../../etc/pass\\\\wd"',
        '',
        'x',
      ),
    );
    expect(attachments[0]!.name).not.toMatch(/[/\\]/);
  });
});

describe('what other readers take in their stride', () => {
  const html = (type: string, body: string) => bytes('From: a@x.example', `Content-Type: ${type}`, '', body);

  it('a type without its second half is text (RFC 2045 5.2)', async () => {
    const message = await parseMessage(html('text', 'Hello there'));
    expect(message).toMatchObject({ text: expect.stringContaining('Hello there'), attachments: [] });
  });

  it('a boundary written as RFC 2231 allows is no damage', async () => {
    for (const type of [
      "multipart/mixed; boundary*=us-ascii'en'simple%20one",
      'multipart/mixed; boundary*0="simple"; boundary*1=" one"',
      'multipart/mixed; boundary="simple one"',
    ]) {
      const parts = ['--simple one', '', 'First.', '--simple one', '', 'Second.', '--simple one--'];
      const message = await parseMessage(
        bytes('From: a@x.example', 'Date: Mon, 23 Nov 2026 09:00:00 +0000', `Content-Type: ${type}`, '', ...parts),
      );
      expect(message.broken, type).toBeNull();
    }
  });

  it.each([
    ['foo', 'foo'],
    ['MAILER DAEMON <>', 'MAILER DAEMON'],
  ])('a sender without an address keeps the name: %s', async (written, name) => {
    const { from, broken } = await parseMessage(bytes(`From: ${written}`, 'Subject: x', '', 'x'));
    expect(from).toEqual([{ name, address: '' }]);
    expect(said(broken)).toContain('does not say who sent it');
  });

  it('names of files lose what turns the direction of writing', async () => {
    const { attachments } = await parseMessage(
      bytes(
        'From: a@x.example',
        'Content-Type: application/octet-stream',
        "Content-Disposition: attachment; filename*=utf-8''invoice%E2%80%AEgnp.exe",
        '',
        'x',
      ),
    );
    expect(attachments[0]!.name).toBe('invoicegnp.exe');
  });

  it('pictures inside the message answered go along with the quotation', async () => {
    const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==';
    const raw = bytes(
      'From: a@x.example',
      'Content-Type: multipart/related; boundary=b',
      '',
      '--b',
      'Content-Type: text/html',
      '',
      '<p>See <img src="cid:plan@x"> and <img src="https://elsewhere.example/t.png"></p>',
      '--b',
      'Content-Type: image/png',
      'Content-ID: <plan@x>',
      'Content-Disposition: inline',
      'Content-Transfer-Encoding: base64',
      '',
      pixel,
      '--b--',
    );
    const quote = await quotedOf(raw);
    expect(quote.pictures).toHaveLength(1);
    expect(quote.html).not.toContain('elsewhere');
    const composed = await composeLetter({
      messageId: '<x@x.example>',
      date: new Date(0),
      from: { name: '', address: 'w@x.example' },
      ...{ to: [{ name: '', address: 'a@x.example' }], cc: [], bcc: [] },
      ...{ subject: parseDoc(docFromText('x')), body: parseDoc(docFromText('x')), signature: parseDoc(emptyDoc()) },
      ...{ inReplyTo: '', references: [], quote: { attribution: 'A wrote:', ...quote } },
    });
    const read = await PostalMime.parse(composed);
    const [part] = read.attachments;
    expect(read.html).toContain('cid:plan%40x');
    expect(part).toMatchObject({ contentId: '<plan@x>', disposition: 'inline' });
    expect(Buffer.from(part!.content as ArrayBuffer).toString('base64')).toBe(pixel);
  });
});
