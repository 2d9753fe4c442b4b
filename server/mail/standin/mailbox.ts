import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { addressKey } from '../../../core/message/address';
import { accountById } from '../../db/repositories/accounts';
import { changeMessage, insertMessage, listMessages, messageWithSource } from '../../db/repositories/messages';
import { meetPerson } from '../../db/repositories/people';
import { newId } from '../../db/id';
import { notFound } from '../../services/errors';
import { runTask } from '../../work/pool';
import type { MailboxPort } from '../ports';

const CUT = 'It is larger than 60 MB; what is beyond was not taken.';

/** The mailbox that ships with the application: one account's messages, kept in the database. */
export function standInMailbox(db: Knex, owner: string): MailboxPort {
  return {
    list: (query) => listMessages(db, owner, query),

    async get(id) {
      const message = await messageWithSource(db, owner, id);
      if (!message) throw notFound('message');
      return message;
    },

    async append(folder, raw, { seen = false, answered = false, receivedAt, cut = false } = {}) {
      const derived = await runTask('parse', { raw });
      const broken = [derived.broken, cut ? CUT : ''].filter(Boolean).join(' ');
      const account = await accountById(db, owner);
      const at = receivedAt ?? derived.sentAt ?? Date.now();
      const { id, added } = await insertMessage(db, owner, {
        ...derived,
        id: newId(at > 0 ? at : Date.now()),
        folder,
        digest: createHash('sha256').update(raw).digest('hex'),
        sentAt: derived.sentAt ?? at,
        receivedAt: at,
        attachments: derived.attachments.filter((part) => !part.inline).length,
        seen,
        answered,
        broken,
        raw,
      });
      if (added) {
        const met = folder === 'sent' ? [...derived.to, ...derived.cc] : derived.from;
        for (const box of met) {
          if (!box.address || addressKey(box.address) === addressKey(account?.address ?? '')) continue;
          await meetPerson(db, owner, box, at);
        }
      }
      return { id, added, broken };
    },

    async setFlags(id, flags) {
      if (!(await changeMessage(db, owner, id, flags))) throw notFound('message');
    },

    async move(id, folder) {
      if (!(await changeMessage(db, owner, id, { folder }))) throw notFound('message');
    },
  };
}
