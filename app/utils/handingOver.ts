/** What was left and is still being handed over to the server. */
const leaving = new Set<Promise<unknown>>();
/** So long what is opened waits for it; a server that is silent keeps nothing from being opened. */
const PATIENCE = 2_000;

/** Takes down that something left is being handed over; what becomes of it is the caller's. */
export function handingOver(work: Promise<unknown>): void {
  const left = work.catch(() => {}).finally(() => leaving.delete(left));
  leaving.add(left);
}

/** Resolves when all that was left is with the server, so that what is read now knows what was written. */
export async function allHandedOver(): Promise<void> {
  if (!leaving.size) return;
  await Promise.race([Promise.allSettled(leaving), new Promise((resolve) => setTimeout(resolve, PATIENCE))]);
}
