import { phrase } from '#core/text/phrase';
import type { ErrorData, ImportProgress } from '#shared/types/wire';
import { unbroken } from '~/utils/release';

/** One file being read in, or read. */
export interface ImportedFile {
  name: string;
  size: number;
  progress: ImportProgress;
  stopped: boolean;
}

/** Reads `.eml` and mbox files in, one after the other, with progress and a way to stop. */
export function useImport(onDone: () => void) {
  const files = ref<ImportedFile[]>([]);
  const running = ref(false);
  let abort: AbortController | null = null;

  async function readOne(file: File, entry: ImportedFile): Promise<void> {
    abort = new AbortController();
    const response = await fetch('/api/messages/import', { method: 'POST', body: file, signal: abort.signal });
    if (!response.ok || !response.body) {
      const answer = (await response.json().catch(() => ({}))) as { data?: ErrorData };
      entry.progress = { ...entry.progress, done: true, problem: answer.data?.words ?? phrase('desk.fileUnread') };
      return;
    }
    await readLines<ImportProgress>(response.body, (progress) => (entry.progress = progress));
  }

  async function bring(chosen: Iterable<File>): Promise<void> {
    if (!running.value) await unbroken(readAll([...chosen]));
  }

  async function readAll(list: File[]): Promise<void> {
    running.value = true;
    files.value = list.map((file) => ({
      name: file.name,
      size: file.size,
      progress: { bytes: 0, added: 0, known: 0, broken: 0, done: false, problem: null },
      stopped: false,
    }));
    for (const [i, entry] of files.value.entries()) {
      if (entry.stopped) continue;
      try {
        await readOne(list[i]!, entry);
        if (!entry.progress.done)
          entry.progress = {
            ...entry.progress,
            done: true,
            problem: entry.progress.problem || phrase('desk.connectionLost'),
          };
      } catch {
        const problem = phrase(entry.stopped ? 'desk.readingStopped' : 'desk.connectionLost');
        entry.progress = { ...entry.progress, done: true, problem };
      }
      onDone();
    }
    running.value = false;
  }

  function stop(): void {
    for (const entry of files.value) if (!entry.progress.done) entry.stopped = true;
    abort?.abort();
  }

  const clear = () => (files.value = []);

  return { files, running, bring, stop, clear };
}
