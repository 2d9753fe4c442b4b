import type { Draft, Note } from '#shared/types/wire';
import { addressKey, type Mailbox } from '#core/message/address';
import type { useDraft } from './useDraft';

/** A draft without what came along with a note; what was there before stays. */
export function withoutCome(now: Draft, before: Draft, came: Partial<Draft>): Partial<Draft> {
  const boxes = (list: 'to' | 'cc' | 'bcc') => {
    const fresh = new Set((came[list] ?? []).slice(before[list].length).map(({ address }) => addressKey(address)));
    return fresh.size ? { [list]: now[list].filter(({ address }) => !fresh.has(addressKey(address))) } : {};
  };
  const name = ({ file, name }: Draft['attachments'][number]) => `${file}${name}`;
  const files = new Set((came.attachments ?? []).slice(before.attachments.length).map(name));
  return {
    ...boxes('to'),
    ...boxes('cc'),
    ...boxes('bcc'),
    ...(files.size && { attachments: now.attachments.filter((one) => !files.has(name(one))) }),
  };
}

/** What goes with a note into a letter besides its wording: its recipients and its attachments. */
export function useTravelling(handle: ReturnType<typeof useDraft>) {
  const { draft } = handle;
  /** Whom a note put into an answer is copied to, until it was said whether they get it. */
  const copies = shallowRef<{ name: string; cc: Mailbox[]; bcc: Mailbox[] } | null>(null);

  /** What goes with a note into the letter: its recipients and its attachments, each once. */
  function travelling(note: Note): Partial<Draft> {
    const current = draft.value!;
    const known = new Set([...current.to, ...current.cc, ...current.bcc].map(({ address }) => addressKey(address)));
    const fresh = (boxes: Draft['to']) => boxes.filter(({ address }) => !known.has(addressKey(address)));
    const has = new Set(current.attachments.map(({ file, name }) => `${file}${name}`));
    const attachments = note.attachments.filter(({ file, name }) => !has.has(`${file}${name}`));
    const isNew = current.mode === 'new';
    const [cc, bcc] = [fresh(note.cc), fresh(note.bcc)];
    // Whoever gets an answer too is shown first.
    if (!isNew && cc.length + bcc.length) {
      const { cc: cc0 = [], bcc: bcc0 = [] } = copies.value ?? {};
      copies.value = { name: note.name, cc: [...cc0, ...cc], bcc: [...bcc0, ...bcc] };
    }
    return {
      ...(isNew && note.to.length && { to: [...current.to, ...fresh(note.to)] }),
      ...(isNew && cc.length && { cc: [...current.cc, ...cc] }),
      ...(isNew && bcc.length && { bcc: [...current.bcc, ...bcc] }),
      ...(attachments.length && { attachments: [...current.attachments, ...attachments] }),
    };
  }

  /** Takes those in whom a note put into an answer is copied to, or leaves them out. */
  function answerCopies(isWanted: boolean): void {
    const { cc = [], bcc = [] } = copies.value ?? {};
    copies.value = null;
    if (!isWanted || !draft.value) return;
    const { to, cc: cc0, bcc: bcc0 } = draft.value;
    const known = new Set([...to, ...cc0, ...bcc0].map(({ address }) => addressKey(address)));
    // Each once, also one that two notes copy.
    const fresh = (boxes: Mailbox[]) =>
      boxes.filter(({ address }) => !known.has(addressKey(address)) && known.add(addressKey(address)));
    handle.change({ cc: [...cc0, ...fresh(cc)], bcc: [...bcc0, ...fresh(bcc)] });
  }

  return { copies, answerCopies, travelling };
}
