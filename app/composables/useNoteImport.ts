import type { Import, ImportChoice, ImportRun, ImportUndone, ImportVerdict } from '#shared/types/wire';
import { IMPORT_LIMIT } from '#shared/schemas/bundle';
import { readLines } from '~/utils/lines';

/** Notes on their way into the library, or people: files read, looked over, and taken when that is said. @param of what tables are of */
export function useNoteImport(onTaken: () => Promise<void>, of: 'notes' | 'people' = 'notes') {
  const current = shallowRef<Import | null>(null);
  const step = ref<'idle' | 'reading' | 'looking' | 'taking' | 'done'>('idle');
  const progress = ref({ done: 0, total: 0, name: '' });
  const problem = ref('');
  let stopped = false;
  let abort: AbortController | null = null;

  async function begin(read: (id: string) => Promise<void>): Promise<void> {
    problem.value = '';
    stopped = false;
    step.value = 'reading';
    try {
      if (current.value?.state !== 'open') current.value = await api<Import>('/imports', { method: 'POST' });
      const { id } = current.value;
      await read(id).catch((error) => (problem.value = messageOf(error)));
      current.value = await api<Import>(`/imports/${id}`);
      step.value = current.value.items.length ? 'looking' : 'idle';
    } catch (error) {
      problem.value = messageOf(error);
      step.value = current.value?.items.length ? 'looking' : 'idle';
    }
  }

  /** Reads files, one after the other, each to be looked over. One that is refused keeps no other out. */
  function read(files: FileList | File[]): Promise<void> {
    // Copied at once: the field they were chosen in is emptied.
    const list = [...files];
    return begin(async (id) => {
      const refused: string[] = [];
      for (const [i, file] of list.entries()) {
        if (stopped) break;
        progress.value = { done: i, total: list.length, name: file.name };
        try {
          if (file.size > IMPORT_LIMIT) refused.push(tooLarge(file));
          else
            await api(`/imports/${id}/files`, {
              method: 'POST',
              query: { name: file.name, of },
              body: file,
              headers: { 'content-type': 'application/octet-stream' },
            });
        } catch (error) {
          // Without a server the others are not read either.
          if (!(error instanceof ApiError) || !error.status) throw error;
          refused.push(`“${file.name}”: ${error.message}`);
        } finally {
          problem.value = refused.join(' ');
        }
      }
    });
  }

  const readStarter = () => begin((id) => api(`/imports/${id}/starter`, { method: 'POST' }));

  /** Goes on with an import that was not finished. */
  async function open(id: string): Promise<void> {
    try {
      current.value = await api<Import>(`/imports/${id}`);
      step.value = 'looking';
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  async function choose(
    choices: { position?: number; verdict?: ImportVerdict; choice: ImportChoice }[],
  ): Promise<void> {
    try {
      current.value = await api<Import>(`/imports/${current.value!.id}/choices`, { method: 'PUT', body: { choices } });
    } catch (error) {
      problem.value = messageOf(error);
    }
  }

  async function take(): Promise<void> {
    const { id } = current.value!;
    problem.value = '';
    step.value = 'taking';
    progress.value = { done: 0, total: current.value!.items.length, name: '' };
    abort = new AbortController();
    try {
      const response = await fetch(`/api/imports/${id}/run`, { method: 'POST', signal: abort.signal });
      if (!response.ok || !response.body) throw new Error(String(response.status));
      await readLines<ImportRun>(response.body, (run) => {
        if (run.total) progress.value = { done: run.done, total: run.total, name: '' };
        if (run.problem) problem.value = say(run.problem);
      });
    } catch {
      if (!abort.signal.aborted) problem.value = t('library.importInterrupted');
    }
    abort = null;
    try {
      current.value = await api<Import>(`/imports/${id}`);
      step.value = current.value.state === 'done' ? 'done' : 'looking';
      await onTaken();
    } catch (error) {
      problem.value = messageOf(error);
      step.value = 'looking';
    }
  }

  function stop(): void {
    stopped = true;
    abort?.abort();
  }

  /** Puts the import aside: what was taken stays, the rest is dropped. */
  async function leave(): Promise<void> {
    const { id } = current.value ?? {};
    current.value = null;
    step.value = 'idle';
    problem.value = '';
    if (id) await api(`/imports/${id}`, { method: 'DELETE' }).catch(() => {});
  }

  /** Undoes the import that was just carried out. @returns what became of it, in words; empty when it could not be */
  async function undo(): Promise<string> {
    problem.value = '';
    try {
      const undone = await api<ImportUndone>(`/imports/${current.value!.id}/undo`, { method: 'POST' });
      current.value = null;
      step.value = 'idle';
      await onTaken();
      return said(undone);
    } catch (error) {
      problem.value = messageOf(error);
      return '';
    }
  }

  return { current, step, progress, problem, read, readStarter, open, choose, take, stop, leave, undo };
}

const tooLarge = ({ name, size }: File) =>
  t('library.fileTooLarge', { name, size: fileSize(size), limit: fileSize(IMPORT_LIMIT) });

function said({ binned, restored, people, changed, stay }: ImportUndone): string {
  const parts = [
    binned && t('library.binnedAgain', { count: binned }),
    restored && t('library.restoredAgain', { count: restored }),
    people && t('library.peopleBack', { count: people }),
    changed && t('library.changedSince', { count: changed }),
    stay && t('library.othersStay', { count: stay }),
  ].filter(Boolean);
  return t('library.undone', { parts: parts.join('; ') || t('library.nothingToTakeBack') });
}
