import type { Arrival } from '#shared/types/wire';
import { runTask } from '../work/pool';
import { readSettings } from './accounts';
import type { Application } from './application';
import { readDraft } from './drafts';
import { originalOf } from './original';
import { outgoingOf } from './outgoing';
import { senderOf } from './senderOf';

/** Stands for the name that a message gets when it is sent. */
const UNNAMED = '<not-sent-yet@draft.invalid>';

/** The bytes of a draft as they would leave now. @throws UserError when a file of it is gone or it is too large to travel */
export async function bytesOfDraft(app: Application, owner: string, id: string): Promise<Buffer> {
  const draft = await readDraft(app, owner, id);
  const { address } = await senderOf(app, owner, draft);
  const settings = await readSettings(app, owner);
  const original = originalOf(app, owner, draft.originalId);
  return outgoingOf(app, owner, address, draft, { messageId: UNNAMED, settings, original });
}

/** How a draft will arrive, read back from those bytes. */
export async function arrivalOf(app: Application, owner: string, id: string): Promise<Arrival> {
  return runTask('arrival', { raw: await bytesOfDraft(app, owner, id) });
}
