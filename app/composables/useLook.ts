import { useTimeoutFn } from '@vueuse/core';
import type { Node } from '@tiptap/pm/model';
import type { Draft, LookPeople, Message } from '#shared/types/wire';
import type { ChangedFact } from '#core/blank/changed';
import { notesOf } from '#core/blank/fill';
import { dayAt } from '#core/calendar/day';
import { addressKey } from '#core/message/address';
import type { Finding } from '#core/look/letter/finding';
import { inOrder, quickLook, type LookWishes } from '#core/look/quick';
import { parseDoc, type DocJson } from '#core/note/schema';
import { signatureDoc, signatureFor } from '#core/note/signature';
import { toText } from '#core/note/text';
import type { Slip } from '#core/slip/table';
import type { LookRequest, LookResponse } from '../workers/look.worker';
import { useAccountStore } from '~/stores/account';
import { useKnowingStore } from '~/stores/knowing';
import { useNotesStore } from '~/stores/notes';

interface Surroundings {
  draft: () => Draft | null;
  original: () => Message | null;
  slips: () => Slip[];
  parts: () => [subject: Node, body: Node];
  changedFacts: () => ChangedFact[];
  /** Counts changes of the letter. */
  changes: () => number;
}

/** The letter is read this long after the last key. */
const PAUSE_MS = 300;

/** The last look at the draft that is open: what is seen at once, and what a worker finds by reading, a moment after the last key. */
export function useLook(around: Surroundings) {
  const notes = useNotesStore();
  const knowing = useKnowingStore();
  const account = useAccountStore();
  const settings = () => account.settings!;
  /** The signature that goes under the letter. */
  const signature = computed(() => {
    const draft = around.draft();
    return draft ? signatureFor(settings(), draft) : null;
  });
  const close = shallowRef<Finding[]>([]);
  const known = shallowRef<LookPeople>({ people: [], sent: [], signature: '' });

  // One that fails keeps no message back: the server looks once more.
  const { tell, ask, stop } = askWorker<LookRequest, LookResponse>(
    () => new Worker(new URL('../workers/look.worker.ts', import.meta.url), { type: 'module' }),
  );
  onBeforeUnmount(stop);

  const wishes = computed<LookWishes>(() => {
    const { holds, silences } = settings();
    return { holds, silences, silenced: around.draft()?.silenced ?? [] };
  });

  const quick = computed(() => {
    around.changes();
    const draft = around.draft();
    const [subject, body] = around.parts();
    return draft ? quickLook({ ...draft, subject, body }, wishes.value) : [];
  });

  const asking = lastAsked();
  /** Reads the letter as it stands now. */
  async function read(): Promise<Finding[]> {
    const draft = around.draft();
    if (!draft) return [];
    const original = around.original();
    const sent = new Map(known.value.sent.map(({ note, at }) => [note, at]));
    const [subject, body] = around.parts();
    const { to, cc, bcc, mode, attachments } = toRaw(draft);
    const isLast = asking();
    const answer = await ask((number) => ({
      type: 'look',
      number,
      draft: structuredClone({
        to: toRaw(to),
        cc: toRaw(cc),
        bcc: toRaw(bcc),
        subject: subject.toJSON() as DocJson,
        body: body.toJSON() as DocJson,
      }),
      facts: {
        mode,
        attachments: attachments.map(({ name, size }) => ({ name, size })),
        original:
          original &&
          JSON.parse(
            JSON.stringify({
              from: [original.from],
              to: original.to,
              cc: original.cc,
              subject: original.subject,
              text: original.text.own || original.preview,
            }),
          ),
        me: {
          name: settings().name,
          address: account.account!.address,
          signature: toText(parseDoc(signatureDoc(signature.value))).trim(),
        },
        today: dayAt(Date.now(), settings().timeZone),
        locale: settings().locale,
        changedFacts: toRaw(around.changedFacts()),
        // Only of the message that was read, and where it is wanted.
        answeredAsks:
          original && knowing.asks.length && knowing.message?.id === original.id ? [...knowing.byNotes] : undefined,
        sentBefore: notesOf(draft.fills).flatMap((id) => {
          const at = sent.get(id);
          return at ? [{ name: notes.byId.get(id)?.name ?? '', at }] : [];
        }),
      },
      wishes: JSON.parse(JSON.stringify(wishes.value)),
    }));
    const findings = answer?.findings ?? [];
    if (isLast()) {
      close.value = findings;
      // What was not read says nothing of the questions.
      if (answer) knowing.seenOpen(answersOf(draft) ?? '', notesOf(draft.fills), quick.value, findings);
    }
    return findings;
  }

  const later = useTimeoutFn(() => void read(), PAUSE_MS, { immediate: false });
  const tellKnown = () =>
    tell({ type: 'know', people: known.value.people, slips: JSON.parse(JSON.stringify(around.slips())) });
  watch([known, around.slips], tellKnown, { immediate: true });
  watch(
    [
      around.changes,
      around.changedFacts,
      () => around.draft()?.to,
      () => around.draft()?.attachments,
      wishes,
      known,
      around.slips,
      signature,
      () => knowing.asks,
      () => knowing.byNotes,
    ],
    () => later.start(),
    { immediate: true },
  );

  watch(
    () => addressKey(around.draft()?.to[0]?.address ?? ''),
    async (address) => {
      // What was sent to another, and signed for them, says nothing of this one.
      known.value = { ...known.value, sent: [], signature: '' };
      const fresh = await api<LookPeople>('/look/people', { query: { address } }).catch(() => null);
      if (fresh && address === addressKey(around.draft()?.to[0]?.address ?? '')) known.value = fresh;
    },
    { immediate: true },
  );

  const findings = computed(() => inOrder([...quick.value, ...close.value]));

  /** All that is seen in the letter as it stands this moment. */
  async function now(): Promise<Finding[]> {
    later.stop();
    // What was asked for meanwhile may be answered later.
    const mine = await read();
    return inOrder([...quick.value, ...mine]);
  }

  return { findings, now, known, signature };
}
