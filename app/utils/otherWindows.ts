let channel: BroadcastChannel | null = null;

/** What is said here is heard in every other window of the application, and nothing that is said in this one. */
export const otherWindows = (): BroadcastChannel => (channel ??= new BroadcastChannel('jar-note:changed'));
