/** JSON columns come back as text from MariaDB. */
export function json<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T;
}

/** Numbers that fit: BIGINT columns hold milliseconds and come back as numbers. */
export function num(value: unknown): number {
  return Number(value ?? 0);
}
