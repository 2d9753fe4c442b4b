import { existsSync } from 'node:fs';
import { Piscina } from 'piscina';
import { UserError } from '../services/errors';
import { tasks, type Tasks } from './tasks';
import { phrase } from '#core/text/phrase';

/** No reading takes longer; what does is given up. */
const LONGEST_MS = 30_000;

/**
 * The built tasks, beside the built server; null where nothing was built, as in tests, and there is no thread to hand them
 * to. Asked for late, since the built server knows where it is only once it is loaded.
 */
function builtTasks(): string | null {
  const file = new URL('./tasks.mjs', import.meta.url);
  return existsSync(file) ? file.href : null;
}

let pool: Piscina | null = null;
let filename: ReturnType<typeof builtTasks> | undefined;

function opened(filename: string): Piscina {
  return (pool ??= new Piscina({
    filename,
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  }));
}

/**
 * Does a task in a thread of its own, so that other requests are answered meanwhile.
 * @throws UserError when it takes longer than anything sensible or needs more memory than it may have
 */
export async function runTask<Name extends keyof Tasks>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  if (filename === undefined) filename = builtTasks();
  if (filename === null) return (await tasks[name](input as never)) as Awaited<ReturnType<Tasks[Name]>>;
  try {
    return await opened(filename).run({ name, input }, { signal: AbortSignal.timeout(LONGEST_MS) });
  } catch (error) {
    const { name: kind, code } = error as { name?: string; code?: string };
    if (kind === 'AbortError' || code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new UserError(phrase('error.tooMuch'), 422, { code: 'too-large' });
    throw error;
  }
}

/** Ends the threads. */
export async function closePool(): Promise<void> {
  const open = pool;
  pool = null;
  await open?.destroy();
}
