import { existsSync } from 'node:fs';
import { Piscina } from 'piscina';
import { UserError } from '../services/errors';
import { tasks, type Tasks } from './tasks';
import { phrase } from '#core/text/phrase';

/** No reading takes longer, with the time until it is its turn; what does is given up. */
const LONGEST_MS = { asked: 30_000, bulk: 300_000 };

/**
 * The built tasks, beside the built server; null where nothing was built, as in tests, and there is no thread to hand them
 * to. Asked for late, since the built server knows where it is only once it is loaded.
 */
function builtTasks(): string | null {
  const file = new URL('./tasks.mjs', import.meta.url);
  return existsSync(file) ? file.href : null;
}

/** What somebody waits for, and what comes in great number: that stands back behind all else, and holds none of it up. */
type Kind = keyof typeof LONGEST_MS;

const pools = new Map<Kind, Piscina>();
let filename: ReturnType<typeof builtTasks> | undefined;

function opened(kind: Kind, filename: string): Piscina {
  const known = pools.get(kind);
  if (known) return known;
  const pool = new Piscina({
    filename,
    minThreads: 1,
    // Reading in bulk keeps up with storing by itself; each thread has a memory of its own.
    maxThreads: kind === 'bulk' ? 1 : 2,
    idleTimeout: 60_000,
    niceIncrement: kind === 'bulk' ? 10 : 0,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });
  pools.set(kind, pool);
  return pool;
}

type Run = <Name extends keyof Tasks>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
) => Promise<Awaited<ReturnType<Tasks[Name]>>>;

/**
 * Does a task in a thread of its own, so that other requests are answered meanwhile.
 * @throws UserError when it takes longer than anything sensible or needs more memory than it may have
 */
export const runTask: Run = (name, input) => run('asked', name, input);

/** The same for what comes in great number, as the messages of a mailbox that is read. */
export const runBulkTask: Run = (name, input) => run('bulk', name, input);

async function run<Name extends keyof Tasks>(
  kind: Kind,
  name: Name,
  input: Parameters<Tasks[Name]>[0],
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  if (filename === undefined) filename = builtTasks();
  if (filename === null) return (await tasks[name](input as never)) as Awaited<ReturnType<Tasks[Name]>>;
  const late = new AbortController();
  const timer = setTimeout(() => late.abort(), LONGEST_MS[kind]);
  try {
    return await opened(kind, filename).run({ name, input }, { signal: late.signal });
  } catch (error) {
    const { name: what, code } = error as { name?: string; code?: string };
    if (what === 'AbortError' || code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new UserError(phrase('error.tooMuch'), 422, { code: 'too-large' });
    throw error;
  } finally {
    clearTimeout(timer);
  }
}

/** Ends the threads. */
export async function closePool(): Promise<void> {
  const open = [...pools.values()];
  pools.clear();
  await Promise.all(open.map((pool) => pool.destroy()));
}
