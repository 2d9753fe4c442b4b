import { docFromText } from '#core/note/schema';
import type { Draft } from '../shared/types/wire';
import type { SenderPort } from '../server/mail/ports';
import type { Application } from '../server/services/application';
import { beginDraft, changeDraft } from '../server/services/drafts';

/** A client's letter, as it comes. */
export const LETTER = Buffer.from(
  [
    'From: Ines Calloway <ines@client.example>',
    'To: wren@test.example',
    'Subject: Tuning',
    'Message-ID: <first@client.example>',
    'Date: Mon, 23 Nov 2026 09:00:00 +0000',
    '',
    'Could you come in December?',
    '',
  ].join('\r\n'),
);

/** Saves a draft as a window does. @returns it as that window has it then */
export const saveDraft = async (app: Application, owner: string, draft: Draft): Promise<Draft> => ({
  ...draft,
  ...(await changeDraft(app, owner, draft.id, draft)),
});

/** A reply to the letter that is ready to be sent. */
export async function readyDraft(app: Application, owner: string, to = 'ines@client.example') {
  const { id: originalId } = await app
    .mail(owner)
    .append('inbox', Buffer.concat([LETTER, Buffer.from(Math.random() + '\r\n')]));
  const draft = await beginDraft(app, owner, { mode: 'reply', originalId });
  const changed = await saveDraft(app, owner, {
    ...draft,
    to: [{ name: '', address: to }],
    body: docFromText('Dear Ines,\n\nyes.'),
  });
  return { originalId, draft: changed };
}

/** The application with a sender that misbehaves as told. */
export function withSender(app: Application, wrap: (real: SenderPort) => SenderPort): Application {
  return { ...app, sender: async (owner, mailbox) => wrap(await app.sender(owner, mailbox)) };
}

/** Settings with one signature, under everything. */
export const signedWith = (text: string) => ({
  signatures: [{ id: 'mine', name: 'Mine', body: docFromText(text) }],
  signatureNew: 'mine',
  signatureAnswer: 'mine',
});
