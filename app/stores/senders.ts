import { defineStore } from 'pinia';
import type { SenderInfo } from '#shared/types/mailbox';

/** The mailboxes a message can be sent from. */
export const useSendersStore = defineStore('senders', () => {
  const mailboxes = shallowRef<SenderInfo[]>([]);
  async function load(): Promise<void> {
    mailboxes.value = await api<SenderInfo[]>('/mailboxes/senders').catch(() => mailboxes.value);
  }
  return { mailboxes, load };
});
