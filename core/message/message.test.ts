import { describe, expect, it } from 'vitest';
import { addressProblem, bareAddress, formatMailbox } from './address';
import { parseMailboxes } from './recipients';
import { attribution, quoteText, splitQuoted } from './quote';
import { replyRecipients, replySubject, replyThread } from './reply';
import type { MessageThread } from './thread';
import { said } from '../../tests/words';

describe('addresses', () => {
  it.each([
    'john.doe@machine.example',
    'one@y.test',
    'jdoe@[192.168.0.1]',
    '"Joe Q. Public"@x.example',
    "o'brien+tag@x.example",
    'ünïcode@bücher.example',
    'a@b.c',
  ])('%s can be one', (address) => expect(addressProblem(address)).toBeNull());

  it.each([
    ['nobody', 'no @'],
    ['@x.example', 'before the @'],
    ['a@', 'after the @'],
    ['a@localhost', 'no dot'],
    ['a b@x.example', 'before the @'],
    ['a..b@x.example', 'before the @'],
    ['.a@x.example', 'before the @'],
    ['a@-x.example', 'after the @'],
    ['a@x..example', 'after the @'],
    [`${'a'.repeat(65)}@x.example`, 'too long'],
    [`a@${'b.'.repeat(130)}example`, 'too long'],
    ['a@x.example\r\nBcc: b@y.example', 'before the @'],
  ])('%j cannot: it says why', (address, why) => expect(said(addressProblem(address))).toContain(why));

  // RFC 5322 appendix A.1.2 and A.1.3, as a person would paste them.
  it('reads names in quotes, comments and groups', () => {
    expect(parseMailboxes('Mary Smith <mary@x.test>, jdoe@example.org, Who? <one@y.test>')).toEqual([
      { name: 'Mary Smith', address: 'mary@x.test' },
      { name: '', address: 'jdoe@example.org' },
      { name: 'Who?', address: 'one@y.test' },
    ]);
    expect(parseMailboxes('<boss@nil.test>, "Giant; \\"Big\\" Box" <sysservices@example.net>')).toEqual([
      { name: '', address: 'boss@nil.test' },
      { name: 'Giant; "Big" Box', address: 'sysservices@example.net' },
    ]);
    expect(parseMailboxes('A Group:Ed Jones <joe@where.test>,joe2@where.test;')).toMatchObject([
      { address: 'joe@where.test' },
      { address: 'joe2@where.test' },
    ]);
  });

  it('takes semicolons and lines for commas, and drops nothing', () => {
    expect(parseMailboxes('a@x.example; b@x.example\nc@x.example').map(({ address }) => address)).toEqual([
      'a@x.example',
      'b@x.example',
      'c@x.example',
    ]);
    expect(parseMailboxes('nonsense').map(({ address }) => address)).toEqual(['nonsense']);
    expect(parseMailboxes('')).toEqual([]);
  });

  it('takes comments, routes and white space out of an address (RFC 5322 3.2.2, 4.4)', () => {
    expect(bareAddress('pete(his account)@silly.test(his host)')).toBe('pete@silly.test');
    expect(bareAddress("c@(Chris's (own) host.)public.example")).toBe('c@public.example');
    expect(bareAddress('@node.test,@other.test:mary@example.net')).toBe('mary@example.net');
    expect(bareAddress('jdoe@test  . example')).toBe('jdoe@test.example');
    expect(bareAddress('"a (b) c"@x.example')).toBe('"a (b) c"@x.example');
  });

  it('writes what it reads', () => {
    for (const box of [
      { name: 'Ada Marsh', address: 'a@x.example' },
      { name: 'Marsh, Ada "A"', address: 'a@x.example' },
      { name: '棚部 ゆき', address: 'y@x.example' },
      { name: '', address: 'b@x.example' },
    ]) {
      expect(parseMailboxes(formatMailbox(box))).toEqual([box]);
    }
  });
});

const box = (address: string, name = '') => ({ name, address });
const original = (part: Partial<MessageThread> = {}): MessageThread => ({
  from: [box('mary@example.net', 'Mary Smith')],
  replyTo: [],
  to: [box('jdoe@machine.example', 'John Doe')],
  cc: [],
  subject: 'Saying Hello',
  messageId: '<1234@local.machine.example>',
  inReplyTo: '',
  references: [],
  ...part,
});

describe('whom an answer goes to (RFC 5322 3.6.3)', () => {
  const own = ['jdoe@machine.example'];

  it('the sender, or Reply-To instead (appendix A.2)', () => {
    expect(replyRecipients(original(), own, false)).toEqual({ to: [box('mary@example.net', 'Mary Smith')], cc: [] });
    const replyTo = [box('smith@home.example', 'Mary Smith: Personal Account')];
    expect(replyRecipients(original({ replyTo }), own, false).to).toEqual(replyTo);
  });

  it('to all: everybody once, without oneself, whatever the case', () => {
    const message = original({
      to: [box('JDoe@Machine.Example'), box('a@x.test')],
      cc: [box('A@X.test'), box('b@x.test'), box('mary@example.net')],
    });
    expect(replyRecipients(message, own, true)).toEqual({
      to: [box('mary@example.net', 'Mary Smith')],
      cc: [box('a@x.test'), box('b@x.test')],
    });
    expect(replyRecipients(message, own, false).cc).toEqual([]);
  });

  it('an answer to one’s own message goes where that went', () => {
    const mine = original({ from: [box('jdoe@machine.example')], to: [box('a@x.test')], cc: [box('b@x.test')] });
    expect(replyRecipients(mine, own, false)).toEqual({ to: [box('a@x.test')], cc: [] });
    expect(replyRecipients(mine, own, true)).toEqual({ to: [box('a@x.test')], cc: [box('b@x.test')] });
  });

  it('a note to oneself is answered to oneself', () => {
    const self = original({ from: [box('jdoe@machine.example')], to: [], replyTo: [box('jdoe@machine.example')] });
    expect(replyRecipients(self, ['other@x.test'], false).to).toEqual([box('jdoe@machine.example')]);
  });
});

describe('the subject of an answer (RFC 5322 3.6.5)', () => {
  it.each([
    ['Saying Hello', 'Re: Saying Hello'],
    ['Re: Saying Hello', 'Re: Saying Hello'],
    ['RE: re: AW: SV: Hello', 'Re: Hello'],
    ['Re[2]: Hello', 'Re: Hello'],
    ['回复：你好', 'Re: 你好'],
    ['Fwd: Re: Hello', 'Re: Fwd: Re: Hello'],
    ['Regarding: x', 'Re: Regarding: x'],
    ['', 'Re:'],
    ['a\r\nBcc: x', 'Re: a Bcc: x'],
  ])('%j → %j', (subject, expected) => expect(replySubject(subject)).toBe(expected));
});

describe('threading (RFC 5322 3.6.4)', () => {
  it('the first answer, and the answer to that (appendix A.2)', () => {
    expect(replyThread(original())).toEqual({
      inReplyTo: '<1234@local.machine.example>',
      references: ['<1234@local.machine.example>'],
    });
    const second = original({
      messageId: '<3456@example.net>',
      inReplyTo: '<1234@local.machine.example>',
      references: ['<1234@local.machine.example>'],
    });
    expect(replyThread(second)).toEqual({
      inReplyTo: '<3456@example.net>',
      references: ['<1234@local.machine.example>', '<3456@example.net>'],
    });
  });
  it('a single In-Reply-To stands in for missing References; several do not', () => {
    expect(replyThread(original({ inReplyTo: '<a@x>' })).references).toEqual(['<a@x>', '<1234@local.machine.example>']);
    expect(replyThread(original({ inReplyTo: '<a@x> <b@x>' })).references).toEqual(['<1234@local.machine.example>']);
  });
  it('a parent without Message-ID gives neither', () => {
    expect(replyThread(original({ messageId: '', references: ['<a@x>'] }))).toEqual({ inReplyTo: '', references: [] });
  });
});

describe('quoting (RFC 3676 4.5)', () => {
  it('puts a mark before every line, one more before quoted ones', () => {
    expect(quoteText('a\n\n> b\r\n>> c\n')).toBe('> a\n>\n>> b\n>>> c');
  });
  it('says who wrote and when', () => {
    expect(attribution(Date.UTC(2026, 10, 23, 9), 'Ada Marsh', 'en-GB', 'Europe/London')).toMatch(
      /^On Monday,? 23 November 2026 at 09:00, Ada Marsh wrote:$/,
    );
  });
  it('splits quoted history off the end, with the line above it', () => {
    expect(splitQuoted('Yes.\n\nOn Monday, Ada wrote:\n> Could you?\n>\n> Ada\n')).toEqual({
      own: 'Yes.',
      quoted: 'On Monday, Ada wrote:\n> Could you?\n>\n> Ada',
    });
    expect(splitQuoted('Ja.\n\nAm 3. Mai schrieb Ada:\n> Bitte?')).toMatchObject({ own: 'Ja.' });
    expect(splitQuoted('Yes.\n\nOn Monday, 23 November 2026 at 09:00,\nAda <a@x.example> wrote:\n> x')).toMatchObject({
      own: 'Yes.',
    });
  });
  it('leaves quotes with an answer below, and text without quotes', () => {
    for (const text of ['> Could you?\nYes.', 'Nothing quoted.', '', '> a\n\nYes\n\n> b\nNo'])
      expect(splitQuoted(text)).toEqual({ own: text, quoted: '' });
  });
});
