/** How long clients waited: the middle one, and the one that a tenth waited longer than (nearest rank). Milliseconds; null for none. */
export function waits(times: readonly number[]): { median: number; worstTenth: number } | null {
  if (!times.length) return null;
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)]!;
  return { median: at(0.5), worstTenth: at(0.9) };
}
