import { defineStore } from 'pinia';
import { addressKey } from '#core/message/address';
import type { SenderInfo } from '#shared/types/mailbox';
import type { Draft, Message } from '#shared/types/wire';

/** The mailboxes a message can be sent from. */
export const useSendersStore = defineStore('senders', () => {
  const mailboxes = shallowRef<SenderInfo[]>([]);
  const isRead = ref(false);
  async function load(): Promise<void> {
    const read = await api<SenderInfo[]>('/mailboxes/senders').catch(() => null);
    if (!read) return;
    mailboxes.value = read;
    isRead.value = true;
  }

  const inTrouble = computed(() => mailboxes.value.filter(({ problem }) => problem));

  /** The mailbox an answer is sent from where nothing else was said: the one that was written to. */
  function usual(original: Message | null): SenderInfo | undefined {
    const named = [...(original?.to ?? []), ...(original?.cc ?? [])].map(({ address }) => addressKey(address));
    return (
      mailboxes.value.find(({ address }) => named.includes(addressKey(address))) ??
      mailboxes.value.find(({ id }) => id === original?.mailboxId) ??
      mailboxes.value[0]
    );
  }

  /** The address a draft is sent from; null where there is no mailbox of one's own. */
  const addressOf = ({ mailboxId }: Draft, original: Message | null): string | null =>
    (mailboxes.value.find(({ id }) => id === mailboxId) ?? usual(original))?.address ?? null;

  return { mailboxes, inTrouble, isRead, load, usual, addressOf };
});
