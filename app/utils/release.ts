import { ref } from 'vue';

/** Whether the server is another build of the application than this window, which was opened before. */
export const isOutdated = ref(false);

/** Takes down which build an answer of the server names; a server that is being restarted names none. */
export function seeBuild(build: string | null): void {
  if (build) isOutdated.value = build !== useRuntimeConfig().app.buildId;
}

let working = 0;
/** Work that goes on in other places too, and that a page loaded anew would break off. */
export function unbroken<T>(work: Promise<T>): Promise<T> {
  working++;
  return work.finally(() => working--);
}
export const isWorking = () => working > 0;

/** Why something that was asked for is not shown; empty when all is. */
export const partProblem = ref('');

/** Parts of the application that were to be fetched and could not be: the server was away, or has others by now. */
const missing = new WeakSet<object>();
export const noteMissing = (error: unknown) => missing.add(error as object);
export const isMissing = (error: unknown) => typeof error === 'object' && error !== null && missing.has(error);
