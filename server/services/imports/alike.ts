/** What of two things must agree for them to be the same: all but the order of their fields, and what is left empty. */
export const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, part) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(
          Object.entries(part)
            .filter(([, one]) => one !== null && !(Array.isArray(one) && !one.length))
            .sort(([a], [b]) => (a < b ? -1 : 1)),
        )
      : part,
  );

/** Whether two things say the same. */
export const alike = (a: object, b: object): boolean => canonical(a) === canonical(b);
