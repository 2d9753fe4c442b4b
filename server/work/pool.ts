import { existsSync } from 'node:fs';
import pLimit, { type LimitFunction } from 'p-limit';
import { Piscina } from 'piscina';
import { UserError } from '../services/errors';
import { tasks, type Tasks } from './tasks';
import { phrase } from '#core/text/phrase';

/**
 * What somebody waits for; a file that was chosen, which may be large; and what comes in great number. Each has threads of
 * its own, and the last stands back behind all else, so that none holds another up. Nothing takes longer than its time,
 * counted from when it is begun; what does is given up. One thread is enough to keep up with storing what comes in bulk.
 */
const KINDS = {
  asked: { longestMs: 30_000, threads: 2, nice: 0 },
  file: { longestMs: 300_000, threads: 1, nice: 0 },
  bulk: { longestMs: 300_000, threads: 1, nice: 10 },
};
type Kind = keyof typeof KINDS;

/**
 * The built tasks, beside the built server; null where nothing was built, as in tests, and there is no thread to hand them
 * to. Asked for late, since the built server knows where it is only once it is loaded.
 */
function builtTasks(): string | null {
  const file = new URL('./tasks.mjs', import.meta.url);
  return existsSync(file) ? file.href : null;
}

interface Pool {
  threads: Piscina;
  /** Work waits here and not in the threads' own queue, so that waiting is no part of its time. */
  turn: LimitFunction;
}

const pools = new Map<Kind, Pool>();
let filename: ReturnType<typeof builtTasks> | undefined;

function opened(kind: Kind, filename: string): Pool {
  const known = pools.get(kind);
  if (known) return known;
  const { threads: count, nice } = KINDS[kind];
  const threads = new Piscina({
    filename,
    // A file is seldom chosen, and its thread is not kept for the next one.
    minThreads: kind === 'file' ? 0 : 1,
    maxThreads: count,
    idleTimeout: 60_000,
    niceIncrement: nice,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });
  const pool = { threads, turn: pLimit(count) };
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

/** The same for a file that was chosen, which may take minutes. */
export const runFileTask: Run = (name, input) => run('file', name, input);

/** The same for what comes in great number, as the messages of a mailbox that is read. */
export const runBulkTask: Run = (name, input) => run('bulk', name, input);

async function run<Name extends keyof Tasks>(
  kind: Kind,
  name: Name,
  input: Parameters<Tasks[Name]>[0],
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  if (filename === undefined) filename = builtTasks();
  if (filename === null) return (await tasks[name](input as never)) as Awaited<ReturnType<Tasks[Name]>>;
  const { threads, turn } = opened(kind, filename);
  try {
    return await turn(() => inTime(KINDS[kind].longestMs, (signal) => threads.run({ name, input }, { signal })));
  } catch (error) {
    const { name: what, code } = error as { name?: string; code?: string };
    if (what === 'AbortError' || code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new UserError(phrase('error.tooMuch'), 422, { code: 'too-large' });
    throw error;
  }
}

/** Does work that is given up when it takes longer. */
export async function inTime<T>(longestMs: number, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const late = new AbortController();
  const timer = setTimeout(() => late.abort(), longestMs);
  try {
    return await work(late.signal);
  } finally {
    clearTimeout(timer);
  }
}

/** Ends the threads. */
export async function closePool(): Promise<void> {
  const open = [...pools.values()];
  pools.clear();
  await Promise.all(open.map(({ threads }) => threads.destroy()));
}
