/**
 * The same work, not begun again while it is going on: what is pressed twice is done once.
 * @param keyOf what it is done to; with another thing it can go on at the same time
 */
export function once<Args extends unknown[], Result>(
  work: (...args: Args) => Promise<Result>,
  keyOf: (...args: Args) => unknown = () => null,
): (...args: Args) => Promise<Result | undefined> {
  const going = new Set<unknown>();
  return async (...args) => {
    const key = keyOf(...args);
    if (going.has(key)) return undefined;
    going.add(key);
    try {
      return await work(...args);
    } finally {
      going.delete(key);
    }
  };
}
