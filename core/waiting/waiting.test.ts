import { describe, expect, it } from 'vitest';
import { growsWithItsInput } from '../../tests/growth';
import { isNobody, waitReason, type Signs, type WaitReason } from './reason';
import { readReport } from './report';
import { waitsIn, type InThread } from './waits';

const own = new Set(['wren@test.example', 'bookings@test.example']);
const none: Signs = { list: false, autoSubmitted: '', precedence: '', returnPath: '', report: false };
const box = (address: string) => ({ name: '', address });
const message = (part: { from?: string; to?: string[]; cc?: string[]; signs?: Partial<Signs> }) => ({
  from: [box(part.from ?? 'ines@client.example')],
  to: (part.to ?? ['Wren@test.example']).map(box),
  cc: (part.cc ?? []).map(box),
  signs: { ...none, ...part.signs },
});

describe('why a message waits', () => {
  it.each<[string, Parameters<typeof message>[0], WaitReason]>([
    ['a client writes', {}, 'person'],
    ['to another address of the user', { to: ['bookings@test.example'] }, 'person'],
    ['to an address nobody here knows, which may be an alias', { to: ['piano@test.example'] }, 'person'],
    ['to the user and others', { to: ['a@x.example', 'wren@test.example'], cc: ['b@x.example'] }, 'person'],
    ['the user as a copy', { to: ['a@x.example'], cc: ['wren@test.example'] }, 'copied'],
    ['the user writes', { from: 'bookings@test.example', to: ['a@x.example'] }, 'own'],
    ['a list (RFC 2919, 2369)', { signs: { list: true } }, 'list'],
    ['Precedence: bulk', { signs: { precedence: 'Bulk' } }, 'list'],
    ['Precedence: first-class', { signs: { precedence: 'first-class' } }, 'person'],
    ['Auto-Submitted: auto-replied (RFC 3834)', { signs: { autoSubmitted: 'auto-replied; owner=x' } }, 'automatic'],
    ['Auto-Submitted: auto-generated', { signs: { autoSubmitted: 'auto-generated' } }, 'automatic'],
    ['Auto-Submitted: no (RFC 3834 5)', { signs: { autoSubmitted: 'no' } }, 'person'],
    ['Auto-Submitted: no (with a comment)', { signs: { autoSubmitted: 'No (a person)' } }, 'person'],
    ['an empty return path', { signs: { returnPath: '<>' } }, 'automatic'],
    ['a report about mail', { signs: { report: true, returnPath: '<>' } }, 'report'],
    ['an address nobody reads', { from: 'no-reply@shop.example' }, 'automatic'],
  ])('%s', (_, part, reason) => expect(waitReason(message(part), own, { isBefore: false })).toBe(reason));

  it('does as it was told of a sender, whatever the message says', () => {
    const list = message({ signs: { list: true } });
    expect(waitReason(list, own, { learnt: true, isBefore: false })).toBe('person');
    expect(waitReason(message({}), own, { learnt: false, isBefore: false })).toBe('sender');
    expect(waitReason(message({ signs: { report: true } }), own, { learnt: true, isBefore: false })).toBe('report');
  });

  it('lets nothing wait from before the mailbox was connected', () => {
    expect(waitReason(message({}), own, { isBefore: true })).toBe('before');
    expect(waitReason(message({ signs: { list: true } }), own, { isBefore: true })).toBe('list');
  });
});

describe('addresses nobody reads', () => {
  it.each([
    'noreply@x.example',
    'No-Reply@x.example',
    'do_not_reply@x.example',
    'no.reply+booking-123@x.example',
    'nicht-antworten@x.example',
    'ne-pas-repondre@x.example',
    'MAILER-DAEMON@x.example',
    'bounces+7=wren@x.example',
    'notifications@x.example',
  ])('%s', (address) => expect(isNobody(address)).toBe(true));

  it.each(['nora@x.example', 'norepl@x.example', 'reply@x.example', 'noreplyton@x.example', 'post@x.example', 'x'])(
    '%s is read',
    (address) => expect(isNobody(address)).toBe(false),
  );
});

// RFC 3464 appendix E.1 and E.3, from memory of their fields; addresses and words as in the document.
const E1 = `Reporting-MTA: dns; cs.utk.edu

Original-Recipient: rfc822;louisl@larry.slip.umd.edu
Final-Recipient: rfc822;louisl@larry.slip.umd.edu
Action: failed
Status: 4.0.0
Diagnostic-Code: smtp; 426 connection timed out
Last-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400
`;
const E3 = `Reporting-MTA: mailbus; SYS30

Final-Recipient: unknown; nair_s
Status: 5.0.0 (unknown permanent failure)
Action: failed

Final-Recipient: rfc822; ok@x.example
Action: delivered
Status: 2.0.0

Final-Recipient: rfc822; late@x.example
Action: delayed
Status: 4.4.7
`;

describe('reports of failed delivery (RFC 3464)', () => {
  it('say whom a message did not reach, and why', () => {
    const returned = 'From: Wren <wren@test.example>\r\nMessage-ID:\r\n <a1@test.example>\r\n\r\nMessage-ID: <other@x>';
    expect(readReport(E1, returned)).toEqual({
      messageId: '<a1@test.example>',
      recipients: [{ address: 'louisl@larry.slip.umd.edu', reason: 'connection timed out' }],
    });
  });

  it('pass over who has got it and for whom it is tried again', () => {
    expect(readReport(E3, '')).toEqual({
      messageId: '',
      recipients: [{ address: 'nair_s', reason: '5.0.0 (unknown permanent failure)' }],
    });
    expect(readReport(E3.replace('Action: failed', 'Action: relayed'), '')).toBeNull();
    expect(readReport('', '')).toBeNull();
  });

  it('leave the codes out of the words', () => {
    const status =
      'X: y\n\nFinal-Recipient: rfc822; a@x.example\nAction: failed\nDiagnostic-Code: smtp; 550 5.1.1 No such\n person\n';
    expect(readReport(status, '')!.recipients).toEqual([{ address: 'a@x.example', reason: 'No such person' }]);
  });

  growsWithItsInput('a report', (text) => readReport(text, text));
});

describe('what waits in a thread', () => {
  const one = (reason: WaitReason, receivedAt: number, rest: Partial<InThread> = {}): InThread => ({
    ...{ reason, receivedAt, folder: reason === 'own' ? 'sent' : 'inbox', answered: false },
    ...rest,
  });
  it.each<[string, InThread[], boolean[]]>([
    ['a letter', [one('person', 1)], [true]],
    ['one that was answered afterwards', [one('person', 1), one('own', 2)], [false, false]],
    ['one that came after the last answer', [one('own', 1), one('person', 2)], [false, true]],
    ['an answer that was thrown away', [one('person', 1), one('own', 2, { folder: 'trash' })], [true, false]],
    ['one that is done with', [one('person', 1, { answered: true })], [false]],
    ['one that was filed', [one('person', 1, { folder: 'archive' })], [false]],
    ['from a list', [one('list', 1)], [false]],
    ['asked for, whoever had the last word', [one('asked', 1), one('own', 2)], [true, false]],
    ['a letter that did not arrive', [one('undelivered', 1, { folder: 'sent' })], [true]],
    ['one that did not arrive and was thrown away', [one('undelivered', 1, { folder: 'trash' })], [false]],
    ['nothing', [], []],
  ])('%s', (_, thread, expected) => {
    expect(waitsIn(thread)).toEqual(expected);
  });
});
