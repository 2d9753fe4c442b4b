import { defineStore } from 'pinia';
import type { Message, MessageRow, NoteRow } from '#shared/types/wire';
import type { NoteUse } from '#shared/schemas/note';
import type { Ask } from '#core/asks/asks';
import { dayAt } from '#core/calendar/day';
import type { Fact } from '#core/facts/facts';
import { addressKey } from '#core/message/address';
import { bareSubject } from '#core/message/subject';
import { NAMED, QUIET } from '#core/suggest/confidence';
import type { Finding } from '#core/look/letter/finding';
import type { PastAnswer } from '#core/suggest/past';
import type { Asked, Offer } from '#core/suggest/suggest';
import type { JustAnswered, Seen, SuggestRequest, SuggestResponse, Ways } from '../workers/suggest.worker';
import { useAccountStore } from './account';
import { useNotesStore } from './notes';
import { askWorker } from '~/utils/askWorker';

/** A note offered, as it stands in the library. */
export interface OfferedNote {
  row: NoteRow;
  offer: Offer;
}

/** So much of what was learnt is fetched at once, and so much of it at most. */
const PAGE = 2_000;
const MOST = 100_000;
/** An offer behind the first is shown from here on. */
const WORTH_SHOWING = 0.06;
/** So many messages of a list are looked at at once. */
const FEW = 8;
/** A note that is not there after so long is not coming. */
const PATIENCE_MS = 5_000;
/** So much of a message is read for what it asks. */
const READ = 20_000;

const isLater = (subject: string) => bareSubject(subject) !== subject.trim();

/** What a message asks of whom, as suggestion needs it. */
const askedOf = (message: Message): Asked => ({
  id: message.id,
  subject: message.subject,
  text: (message.text.own || message.preview).slice(0, READ),
  person: addressKey(message.from.address),
  isLater: isLater(message.subject),
});
const NOTHING: Seen = { offers: [], asks: [], facts: [] };

/** The same for a message in a list, of which only the beginning is here. */
const askedOfRow = ({ id, subject, preview, from }: MessageRow): Asked => ({
  ...{ id, subject, text: preview },
  person: addressKey(from.address),
  isLater: isLater(subject),
});

/** What the application knows of messages: the notes that may answer them, and what they ask. A worker works it out. */
export const useKnowingStore = defineStore('knowing', () => {
  const account = useAccountStore();
  const notes = useNotesStore();
  const wants = (what: 'offers' | 'questions') => Boolean(account.settings?.knows.includes(what));

  /** The message that was read last, and what was seen in it. */
  const message = shallowRef<Asked | null>(null);
  const seen = shallowRef<Seen>(NOTHING);
  let sentAt = 0;
  const waysOf = (): Ways => {
    const { locale, timeZone, weekdaysOff: weekdays, daysOff } = account.settings!;
    return {
      locale,
      today: dayAt(sentAt, timeZone),
      off: { weekdays: [...weekdays], days: daysOff.map(({ day }) => day) },
    };
  };
  /** Notes that were put into the answer since. */
  const taken = ref<string[]>([]);

  // One that fails knows nothing; all else goes on without it.
  const { tell, ask, isMade } = askWorker<SuggestRequest, SuggestResponse>(
    () => new Worker(new URL('../workers/suggest.worker.ts', import.meta.url), { type: 'module' }),
  );

  // The library in the worker, kept in step by version.
  const known = new Map<string, number>();
  function keepNotes(): void {
    const rows = notes.rows.filter(({ id, version }) => known.get(id) !== version);
    const here = new Set(notes.rows.map(({ id }) => id));
    const drop = [...known.keys()].filter((id) => !here.has(id));
    if (!rows.length && !drop.length) return;
    for (const { id, version } of rows) known.set(id, version);
    for (const id of drop) known.delete(id);
    const put = rows.map(({ id, name, description, subjectText, bodyText }) => ({
      ...{ id, name, description },
      subject: subjectText,
      body: bodyText,
    }));
    tell({ type: 'notes', put, drop });
  }

  /** Whether all that was learnt is here. */
  const ready = ref(false);
  let starting: Promise<void> | null = null;
  async function learnAll(): Promise<void> {
    let after = {};
    for (let count = 0; count < MOST; count += PAGE) {
      const answers = await api<PastAnswer[]>('/knowing/past', { query: { ...after, limit: PAGE } });
      if (answers.length) tell({ type: 'past', answers });
      const last = answers.at(-1);
      if (answers.length < PAGE || !last) break;
      after = { at: last.at, message: last.message, note: last.note };
    }
  }
  /** Begins once, when the library is here; what cannot be fetched is tried again with the next message. */
  async function start(): Promise<void> {
    if (!wants('offers')) return;
    await notes.load();
    if (!notes.complete) return;
    keepNotes();
    starting ??= learnAll().catch(() => void (starting = null));
    await starting;
    ready.value = Boolean(starting);
  }
  watch(
    () => notes.rows,
    () => ready.value && keepNotes(),
  );
  // What is wanted otherwise holds for the message that is open too.
  watch(
    () => account.settings?.knows.join(),
    () => message.value && void see(message.value),
  );

  /** Sees what a message asks at once, and what answers it when the library is here. */
  async function see(one: Asked): Promise<void> {
    const look = async (offers: boolean) => {
      const now = Date.now();
      const ways = waysOf();
      const answer = await ask((number) => ({ type: 'read', number, message: one, now, offers, ways }));
      if (message.value?.id === one.id) seen.value = answer?.seen ?? NOTHING;
    };
    const offers = wants('offers');
    if (wants('questions') && !(offers && ready.value)) await look(false);
    if (offers) await start();
    if (offers && message.value?.id === one.id) await look(true);
    if (!offers && !wants('questions') && message.value?.id === one.id) seen.value = NOTHING;
  }

  /** Reads a message that was opened; null when none is. */
  async function read(opened: Message | null): Promise<void> {
    const isAnswerable = opened && opened.folder !== 'sent';
    if (isAnswerable && message.value?.id === opened.id) return;
    message.value = isAnswerable ? askedOf(opened) : null;
    sentAt = opened?.sentAt ?? 0;
    seen.value = NOTHING;
    taken.value = [];
    answered.value = [];
    if (message.value) await see(message.value);
  }

  const asks = computed<Ask[]>(() => (wants('questions') ? seen.value.asks : []));
  /** The facts it states. */
  const facts = computed<Fact[]>(() => (wants('questions') ? seen.value.facts : []));
  /** All that is worth offering, what was taken left out; nothing where the first is not sure enough. */
  const offered = computed<OfferedNote[]>(() => {
    if ((seen.value.offers[0]?.confidence ?? 0) < QUIET) return [];
    return seen.value.offers.flatMap((offer) => {
      const row = notes.byId.get(offer.id);
      return row && offer.confidence >= WORTH_SHOWING && !taken.value.includes(row.id) ? [{ row, offer }] : [];
    });
  });
  /** Which questions are answered by notes that were taken for them. */
  const byNotes = computed(
    () => new Set(seen.value.offers.filter(({ id }) => taken.value.includes(id)).flatMap((offer) => offer.asks)),
  );

  /** The questions, from 0, that the letter as it stands answers; none while nothing is written. */
  const answered = ref<number[]>([]);
  /** Takes over what the last look sees of the answer to a message, and which notes are in it. */
  function seenOpen(answers: string, inLetter: string[], ...looks: Finding[][]): void {
    if (answers !== message.value?.id) return;
    if (inLetter.join() !== taken.value.join()) taken.value = inLetter;
    const findings = looks.flat();
    const isEmpty = findings.some(({ kind }) => kind === 'nothing-written');
    const open = new Set(findings.flatMap(({ kind, about }) => (kind === 'question-open' ? Number(about) : [])));
    answered.value = isEmpty ? [] : asks.value.flatMap((_, i) => (open.has(i) ? [] : [i]));
  }

  /** The note that was asked for with its key and is not in the letter yet. */
  let coming = { id: '', since: 0 };
  /** Whether a note is to be put in: not one that is on its way, since a key may be pressed twice. */
  function mayTake(id: string): boolean {
    if (coming.id === id && Date.now() - coming.since < PATIENCE_MS) return false;
    coming = { id, since: Date.now() };
    return true;
  }

  /**
   * Counts a note that was put into a letter, and learns from it where the letter answers the message that was read.
   * @returns how to take that back
   */
  function used(id: string, use: NoteUse, answers: string | null): () => void {
    coming = { id: '', since: 0 };
    const one = message.value;
    const isAnswer = Boolean(one && one.id === answers);
    const ids = isAnswer ? offered.value.map(({ row }) => row.id) : [];
    const offers = isAnswer ? seen.value.offers : [];
    const about = offers.find((offer) => offer.id === id)?.asks ?? [];
    // Notes offered for other questions were not passed over.
    const over = ids.filter((other) => {
      const theirs = offers.find((offer) => offer.id === other)!.asks;
      return other !== id && (!about.length || theirs.some((ask) => about.includes(ask)));
    });
    const whole = isAnswer ? { ...use, messageId: one!.id, offered: over, asks: about } : use;
    notes.used(id, whole);
    const back = () => {
      taken.value = taken.value.filter((other) => other !== id);
      notes.used(id, whole, true);
    };
    if (!isAnswer) return back;
    taken.value = [...taken.value, id];
    learn(one!, [{ note: id, taken: true }, ...over.map((note) => ({ note, taken: false }))], about);
    return back;
  }
  function learn(message: Asked, notes: { note: string; taken: boolean }[], asks: number[] = []): void {
    if (!wants('offers')) return;
    const answered = { message, notes, asks, at: Date.now() };
    tell({ type: 'answered', answered });
    windows?.postMessage(answered);
  }
  /** What is learnt in one window of an account is known in its others. */
  let windows: BroadcastChannel | null = null;
  watch(
    () => account.account?.id,
    (id) => {
      windows?.close();
      windows = id ? new BroadcastChannel(`jar-note:learnt:${id}`) : null;
      if (windows)
        windows.onmessage = ({ data }: MessageEvent<JustAnswered>) => {
          if (ready.value) tell({ type: 'answered', answered: data });
        };
    },
    { immediate: true },
  );

  /** An answer left: what was offered for it and not taken was passed over. */
  function left(answers: string | null): void {
    const one = message.value;
    if (!one || one.id !== answers || taken.value.length || !offered.value.length) return;
    const ids = offered.value.map(({ row }) => row.id);
    learn(
      one,
      ids.map((note) => ({ note, taken: false })),
    );
    api('/knowing/passed', { method: 'POST', body: { messageId: one.id, offered: ids } }).catch(() => {
      /* What is not learnt harms nothing. */
    });
  }

  /** The likeliest note for each message of a list, where one is sure enough; by their ids. */
  async function likeliest(rows: MessageRow[]): Promise<Map<string, NoteRow>> {
    if (!wants('offers') || !rows.length) return new Map();
    await start();
    if (!ready.value) return new Map();
    const offers: (Offer | null)[] = [];
    // A few at a time, so that a message that is opened meanwhile is read between.
    for (let i = 0; i < rows.length; i += FEW) {
      const messages = rows.slice(i, i + FEW).map(askedOfRow);
      const answer = await ask((number) => ({ type: 'likeliest', number, messages, now: Date.now() }));
      offers.push(...(answer?.likeliest ?? []));
    }
    return new Map(
      offers.flatMap((offer, i) => {
        const row = offer && offer.confidence >= NAMED ? notes.byId.get(offer.id) : undefined;
        return row ? [[rows[i]!.id, row] as const] : [];
      }),
    );
  }

  /** Learns anew, after what was learnt has gone with somebody who was deleted. */
  async function learnAnew(): Promise<void> {
    if (!isMade()) return;
    tell({ type: 'forget' });
    starting = null;
    await start();
  }
  /** What is thrown away says nothing any more. */
  function thrownAway(messages: string[]): void {
    if (isMade()) tell({ type: 'forget', messages });
  }

  /** Forgets what was learnt. */
  async function forget(): Promise<number> {
    const { forgotten } = await api<{ forgotten: number }>('/knowing/past', { method: 'DELETE' });
    if (isMade()) tell({ type: 'forget' });
    if (message.value) await see(message.value);
    return forgotten;
  }

  return {
    message,
    asks,
    facts,
    answered,
    seenOpen,
    offered,
    byNotes,
    read,
    mayTake,
    used,
    left,
    likeliest,
    forget,
    learnAnew,
    thrownAway,
  };
});
