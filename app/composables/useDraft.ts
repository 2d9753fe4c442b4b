import type { Draft, SavedDraft } from '#shared/types/wire';
import { NO_HANDLING } from '#shared/utils/noHandling';
import type { DraftChange } from '#shared/schemas/draft';
import { journalOf, journalsOf } from '~/utils/journal';
import { handingOver } from '~/utils/handingOver';
import { once } from '~/utils/once';

type Content = Omit<DraftChange, 'version'>;

/** What is written down in this browser before the server has it. */
interface Written {
  version: number;
  content: Content;
}

const JOURNAL_AFTER = 300;
const SAVE_AFTER = 400;
/** Typing without a pause is saved this often all the same. */
const SAVE_AT_LEAST = 900;
const RETRY_AFTER = 3_000;

export type SaveState = 'saved' | 'saving' | 'waiting' | 'conflict';

/** What of a draft is written; one written down by an earlier version may know nothing of signatures and findings. */
function contentOf({ to, cc, bcc, subject, body, fills, attachments, quote, ...later }: Content): Content {
  const { signature = null, mailboxId = null, silenced = [], handling = NO_HANDLING } = later;
  return { to, cc, bcc, subject, body, fills, attachments, quote, signature, mailboxId, silenced, handling };
}

/**
 * One draft being written. Every change is put into a journal in this browser within half a second and sent to the
 * server within a second; what the server has not got is found again in the journal, even after the browser was killed. A draft that was
 * changed elsewhere meanwhile is not overwritten: both versions are kept until one is chosen.
 */
export function useDraft(owner: () => string) {
  const draft = shallowRef<Draft | null>(null);
  const state = ref<SaveState>('saved');
  const problem = ref('');
  /** The other version after a conflict. */
  const theirs = shallowRef<Draft | null>(null);
  let dirty = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let firstChange = 0;
  let saving: Promise<void> | null = null;
  /** The last that the server has taken. */
  let taken: SavedDraft | null = null;
  let journalTimer: ReturnType<typeof setTimeout> | undefined;
  /** Parts that change at every key press are read when they are needed. */
  const late = new Map<string, () => Partial<Content>>();

  /** Takes over what the editors hold. */
  function settle(): void {
    if (!late.size || !draft.value) return;
    const parts = [...late.values()].map((read) => read());
    late.clear();
    draft.value = Object.assign({ ...draft.value }, ...parts);
  }

  /** Each window writes down its own words, so that none takes away what another one could not save. */
  const here = `@${Date.now().toString(36)}-${crypto.randomUUID()}`;
  const journal = (id: string, of = here) => journalOf<Written>(owner(), `draft:${id}${of}`);

  function writeJournal(): void {
    clearTimeout(journalTimer);
    journalTimer = undefined;
    settle();
    if (!draft.value) return;
    journal(draft.value.id).write({ version: draft.value.version, content: contentOf(draft.value) });
  }

  const dropJournal = (id: string) => journal(id).drop();

  /** What was not handed over by the window that wrote last, as this one's own; what another one has left stays for later. */
  function unsaved(fresh: Draft): Written | null {
    const content = JSON.stringify(contentOf(fresh));
    for (const of of journalsOf(owner(), `draft:${fresh.id}`)) {
      const written = journal(fresh.id, of).read();
      const isNews = written && JSON.stringify(written.content) !== content;
      if (isNews) journal(fresh.id).write(written);
      // What could not be written down here stays where it is.
      if (!isNews || (of !== here && journal(fresh.id).read())) journal(fresh.id, of).drop();
      if (isNews) return written;
    }
    return null;
  }

  /** Opens a draft read from the server, with what this browser had not handed over. */
  function open(fresh: Draft): void {
    clearTimeout(timer);
    clearTimeout(journalTimer);
    journalTimer = undefined;
    late.clear();
    dirty = false;
    theirs.value = null;
    problem.value = '';
    state.value = 'saved';
    draft.value = fresh;
    const written = unsaved(fresh);
    if (!written) return;
    draft.value = { ...fresh, ...written.content };
    if (written.version === fresh.version) {
      dirty = true;
      schedule();
    } else {
      theirs.value = fresh;
      state.value = 'conflict';
    }
  }

  /** Takes a change of the content. */
  function change(part: Partial<Content>): void {
    // What is being sent stays as it is.
    if (!draft.value || draft.value.state === 'sending') return;
    draft.value = { ...draft.value, ...part };
    changed();
  }

  /** The same for a part that is costly to read: `read` is called when it is to be kept. */
  function changeLater(name: string, read: () => Partial<Content>): void {
    if (!draft.value) return;
    late.set(name, read);
    changed();
  }

  function changed(): void {
    dirty = true;
    journalTimer ??= setTimeout(writeJournal, JOURNAL_AFTER);
    if (state.value === 'conflict') return;
    state.value = 'waiting';
    schedule();
  }

  function schedule(after = SAVE_AFTER): void {
    const now = Date.now();
    if (!firstChange) firstChange = now;
    clearTimeout(timer);
    timer = setTimeout(() => void save(), Math.max(0, Math.min(after, firstChange + SAVE_AT_LEAST - now)));
  }

  async function write(keepalive = false): Promise<void> {
    settle();
    const current = draft.value;
    if (!current || !dirty || state.value === 'conflict') return;
    dirty = false;
    firstChange = 0;
    state.value = 'saving';
    try {
      const saved = await api<SavedDraft>(`/drafts/${current.id}`, {
        method: 'PUT',
        body: { ...contentOf(current), version: current.version },
        keepalive,
      });
      taken = saved;
      if (draft.value?.id !== current.id) return;
      settle();
      draft.value = { ...draft.value, ...saved };
      problem.value = '';
      if (dirty) {
        writeJournal();
        schedule();
      } else {
        // A journal written now would tell of a conflict when another window goes on from what was saved here.
        clearTimeout(journalTimer);
        journalTimer = undefined;
        dropJournal(current.id);
        state.value = 'saved';
      }
    } catch (error) {
      if (draft.value?.id !== current.id) return;
      dirty = true;
      if (error instanceof ApiError && error.data.code === 'stale') {
        theirs.value = error.data.current as Draft;
        state.value = 'conflict';
        return;
      }
      problem.value = messageOf(error);
      state.value = 'waiting';
      const lasting = error instanceof ApiError && error.status >= 400 && error.status < 500;
      if (!lasting) timer = setTimeout(() => void save(), RETRY_AFTER);
    }
  }

  /** Hands over everything written so far; resolves when the server has it or a problem is shown. */
  async function save(): Promise<void> {
    clearTimeout(timer);
    while (saving) await saving;
    saving = write().finally(() => (saving = null));
    await saving;
    if (dirty && state.value === 'waiting' && !problem.value) await save();
  }

  /** After a conflict: what stands here is written over the other version, knowingly. */
  async function keepMine(): Promise<void> {
    settle();
    if (!draft.value || !theirs.value) return;
    draft.value = { ...draft.value, version: theirs.value.version };
    theirs.value = null;
    dirty = true;
    state.value = 'waiting';
    await save();
  }

  /** After a conflict: the other version is taken. The editor can undo it, since it is a change like any other. */
  function takeTheirs(): Draft | null {
    const other = theirs.value;
    if (!other) return null;
    late.clear();
    clearTimeout(journalTimer);
    journalTimer = undefined;
    dropJournal(other.id);
    theirs.value = null;
    dirty = false;
    draft.value = other;
    state.value = 'saved';
    return other;
  }

  /** Closes the draft; what the server has not got yet is handed over behind it, and stands in the journal until it has. */
  function close(): void {
    settle();
    const last = draft.value;
    if (last && (dirty || saving)) {
      writeJournal();
      if (state.value !== 'conflict') handingOver(handOver(last, dirty));
    }
    clearTimeout(timer);
    clearTimeout(journalTimer);
    journalTimer = undefined;
    draft.value = null;
    state.value = 'saved';
    theirs.value = null;
  }

  /** Waits for what is on its way, and hands over what was written since. */
  async function handOver(last: Draft, isNewer: boolean): Promise<void> {
    const content = contentOf(last);
    const written = JSON.stringify({ version: last.version, content });
    await saving;
    try {
      // A choice between two versions may have gone beyond what was taken.
      const version = Math.max(last.version, taken?.id === last.id ? taken.version : 0);
      if (isNewer) await api(`/drafts/${last.id}`, { method: 'PUT', body: { ...content, version } });
      else if (version === last.version) return;
      if (JSON.stringify(journal(last.id).read()) === written) dropJournal(last.id);
    } catch {
      // It stands in the journal.
    }
  }

  /** After sending or discarding: nothing is left to hand over. */
  function forget(): void {
    clearTimeout(timer);
    clearTimeout(journalTimer);
    journalTimer = undefined;
    late.clear();
    const gone = draft.value?.id;
    if (gone) for (const of of journalsOf(owner(), `draft:${gone}`)) journal(gone, of).drop();
    dirty = false;
    draft.value = null;
    state.value = 'saved';
  }

  /** Deletes the draft, with all that was written. @returns it, null when there is none */
  const discard = once(async (): Promise<Draft | null> => {
    await save();
    const gone = draft.value;
    if (gone) await api(`/drafts/${gone.id}`, { method: 'DELETE' });
    forget();
    return gone;
  });

  const onHide = () => {
    if (dirty) writeJournal();
    if (dirty && !saving) void write(true);
  };
  onMounted(() => window.addEventListener('pagehide', onHide));
  onBeforeUnmount(() => {
    window.removeEventListener('pagehide', onHide);
    close();
  });

  return {
    draft,
    state,
    problem,
    theirs,
    open,
    change,
    changeLater,
    save,
    keepMine,
    takeTheirs,
    close,
    forget,
    discard,
  };
}
