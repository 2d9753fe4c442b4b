import type { WaitReason } from './reason';

/** A message as one of its thread. */
export interface InThread {
  /** Why it waits, or does not, by itself. */
  reason: WaitReason;
  /** What its folder is for, as `inbox` and `trash`. */
  folder: string;
  /** Whether it is done with. */
  answered: boolean;
  /** Milliseconds since 1970. */
  receivedAt: number;
}

/**
 * Which messages of a thread wait, in their order; the thread is whole. One that a person wrote waits in the inbox until it
 * is answered or the user had the last word after it; one that was asked for waits until it is answered; one that did not
 * reach somebody waits wherever it lies but in the trash. For threads that it has, the database works out the same.
 */
export function waitsIn(thread: InThread[]): boolean[] {
  const said = thread.filter(({ reason, folder }) => isOwn(reason) && folder !== 'trash');
  const last = Math.max(...said.map(({ receivedAt }) => receivedAt));
  return thread.map(({ reason, folder, answered, receivedAt }) => {
    if (answered) return false;
    if (reason === 'undelivered') return folder !== 'trash' && folder !== 'gone';
    return folder === 'inbox' && (reason === 'asked' || (reason === 'person' && last < receivedAt));
  });
}

/** Whether a message with this reason is the user's own. */
const isOwn = (reason: WaitReason): boolean => reason === 'own' || reason === 'undelivered';
