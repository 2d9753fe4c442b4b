/** A size in bytes as people read it: kilobytes and megabytes of a thousand (ISO/IEC 80000-13). */
export function fileSize(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 999_500) return `${Math.round(bytes / 1000)} kB`;
  // Small ones are told finer, so that one just over a limit does not read like the limit.
  const digits = bytes < 10_000_000 ? 2 : 1;
  return `${Number((bytes / 1_000_000).toFixed(digits))} MB`;
}
