import type { Note } from '#shared/types/wire';
import { emptyNote, type NoteInput } from '#shared/schemas/note';
import type { DocJson } from '#core/note/schema';
import { mergeValue } from '#core/wording/fields';
import { mergeDocs, type MergePart } from '#core/wording/merge';
import { useAccountStore } from '~/stores/account';
import { useNotesStore } from '~/stores/notes';
import type { useForm } from './useForm';
import { inputOf } from '~/utils/inputOf';
import { broughtTo, noteJournal, type WrittenNote } from '~/utils/noteJournal';

/** Fields beside subject and body, with the words for them. */
const PLAIN = {
  name: 'name',
  description: 'description',
  cue: 'cue',
  shelfId: 'shelf',
  pinned: 'pin',
  to: 'recipients',
  cc: 'recipients',
  bcc: 'recipients',
  attachments: 'attachments',
} as const;

/**
 * A note while it is written: in a journal of this browser until it is kept; put together with what was changed elsewhere
 * meanwhile, and left to a choice only where both changed the same place.
 * @param start wording brought along, for a note that says something else or is new
 * @param place where that wording was written down before, when it is gone on with
 */
export function useNoteKeeping(
  note: () => Note | null,
  start: NoteInput | null,
  form: ReturnType<typeof useForm<NoteInput>>,
  place = '',
) {
  const notes = useNotesStore();
  const account = useAccountStore();
  /** The note this bench writes; no other is ever written from here. */
  let own = note()?.id ?? null;
  // What was brought along has a place of its own, so that what was begun and not kept stays too.
  let journal = noteJournal(account.account!.id, own ?? (start ? broughtTo(place || String(Date.now())) : 'new'));

  const stored = (): NoteInput => {
    const current = note();
    return current ? inputOf(current) : (start ?? emptyNote());
  };
  function unkept(): WrittenNote | null {
    const written = journal.read();
    // What an older version wrote down lacks what it did not know.
    return written && { ...written, base: written.base ?? stored(), content: { ...stored(), ...written.content } };
  }

  // What was begun elsewhere is kept in its own place, and does not come in the way of wording brought along.
  const found = start ? null : unkept();
  const content = reactive<NoteInput>(structuredClone(toRaw(found?.content ?? stored())));
  const version = ref(found?.version ?? note()?.version ?? 0);
  let base: NoteInput = found?.base ?? stored();
  const dirty = ref(Boolean(found) || Boolean(start));
  /** Where both sides wrote something else; null when there is no such place. */
  const conflict = shallowRef<{ parts: MergePart[]; others: string[]; theirs: Note } | null>(null);
  /** Said after changes from elsewhere were put together with these. */
  const joined = ref('');

  function touch(): void {
    dirty.value = true;
    journal.write({ content, version: version.value, base });
  }

  // Wording that was brought along is not kept anywhere yet, whether or not it is changed here.
  if (start && !journal.read()) touch();

  function settled(): void {
    dirty.value = false;
    journal.drop();
  }

  /** Puts what is here together with what is on the server. True when nothing is left to a choice. */
  function join(theirs: Note, show: (wording: { subject: DocJson; body: DocJson }) => void): boolean {
    const other = inputOf(theirs);
    // A list of which one was taken out holds Vue's views of the others, which no structured clone takes.
    const mine = JSON.parse(JSON.stringify(content)) as NoteInput;
    const both = new Set<string>();
    for (const field of Object.keys(PLAIN) as (keyof typeof PLAIN)[]) {
      const settledTo = mergeValue(base[field] as unknown, mine[field] as unknown, other[field] as unknown);
      if (settledTo) Object.assign(content, { [field]: settledTo.value });
      else both.add(PLAIN[field]);
    }
    const subject = mergeValue(base.subject, mine.subject, other.subject);
    if (!subject) both.add('subject');
    const parts = mergeDocs(base.body, mine.body, other.body);
    const body = { type: 'doc', content: parts.flatMap((part) => (part.kind === 'agreed' ? part.blocks : part.mine)) };
    base = other;
    version.value = theirs.version;
    show({ subject: subject?.value ?? mine.subject, body });
    touch();
    const open = parts.some(({ kind }) => kind === 'two');
    conflict.value = open || both.size ? { parts, others: [...both], theirs } : null;
    return !conflict.value;
  }

  /**
   * Keeps the note. After a change elsewhere what does not touch is put together and kept; otherwise both versions are
   * shown, and the next Keep is knowing.
   */
  async function keep(
    input: NoteInput,
    show: (wording: { subject: DocJson; body: DocJson }) => void,
    onKept: (kept: Note) => void,
    again = true,
  ): Promise<void> {
    let theirs: Note | null = null;
    let wasGone = false;
    const sent = JSON.stringify(content);
    await form.submit(input, async (valid) => {
      const current = note();
      if ((current?.id ?? null) !== own) throw new Error('The bench was handed another note.');
      try {
        const kept = current ? await notes.change(current.id, version.value, valid) : await notes.keep(valid);
        own = kept.id;
        version.value = kept.version;
        base = inputOf(kept);
        conflict.value = null;
        const isWrittenOn = JSON.stringify(content) !== sent;
        // Left meanwhile and opened again, what is written down is the other one's.
        if (isWrittenOn || JSON.stringify(journal.read()?.content) === sent) journal.drop();
        journal = noteJournal(account.account!.id, kept.id);
        dirty.value = false;
        // What was written meanwhile is not kept yet.
        if (isWrittenOn) touch();
        onKept(kept);
      } catch (error) {
        if (!current || !(error instanceof ApiError)) throw error;
        // What is kept is wanted, whatever was done with it elsewhere. Where the note is there, it is its shelf that is gone.
        if (error.status === 404) wasGone = (await notes.restore([own!]).catch(() => [])).length > 0;
        if (!wasGone && error.data.code !== 'stale') throw error;
        theirs = await notes.read(current.id, true);
      }
    });
    if (!theirs) return;
    if (!join(theirs, show)) return;
    if (again) await keep({ ...(toRaw(content) as NoteInput) }, show, onKept, false);
    // Said once it is true of what is kept, not while it is still on its way.
    if (!conflict.value && !form.problem.value) joined.value = t(wasGone ? 'library.backAgain' : 'library.bothChanges');
  }

  /** Shows what was changed elsewhere, where nothing was written here. @returns whether it does */
  function follow(theirs: Note, show: (wording: { subject: DocJson; body: DocJson }) => void): boolean {
    if (dirty.value || form.busy.value || theirs.id !== own || theirs.version <= version.value) return false;
    // What another window has written on since is in the same journal, and stays there.
    const written = journal.read();
    base = inputOf(theirs);
    version.value = theirs.version;
    Object.assign(content, structuredClone(base));
    show(base);
    settled();
    if (written) journal.write(written);
    return true;
  }

  function takeBack(show: (wording: { subject: DocJson; body: DocJson }) => void): void {
    const former = stored();
    Object.assign(content, structuredClone(toRaw(former)));
    show(former);
    conflict.value = null;
    settled();
  }

  return { content, dirty, conflict, joined, touch, settled, keep, follow, takeBack };
}
