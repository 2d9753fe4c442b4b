/** What is written down in this browser before the server has it: found again even after the browser was killed. */
export interface Journal<T> {
  /** What was written down; null when nothing was, or it cannot be read. */
  read(): T | null;
  write(content: T): void;
  drop(): void;
}

/** The journal of an account for one thing that is written. */
export function journalOf<T>(account: string, what: string): Journal<T> {
  const key = keyOf(account, what);
  return {
    read() {
      try {
        return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
      } catch {
        return null;
      }
    },
    write(content) {
      try {
        localStorage.setItem(key, JSON.stringify(content));
      } catch {
        // The browser's store is full or closed; what is written still goes to the server.
      }
    },
    drop: () => localStorage.removeItem(key),
  };
}

/** The things of an account that are written down and begin so, the latest name first, each without that beginning. */
export function journalsOf(account: string, beginning: string): string[] {
  const prefix = keyOf(account, beginning);
  return Array.from({ length: localStorage.length }, (_, at) => localStorage.key(at) ?? '')
    .filter((key) => key.startsWith(prefix))
    .sort()
    .reverse()
    .map((key) => key.slice(prefix.length));
}

const keyOf = (account: string, what: string) => `jar-note:${account}:${what}`;
