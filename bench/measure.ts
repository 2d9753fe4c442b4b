export interface Row {
  name: string;
  size: number;
  /** Milliseconds. */
  median: number;
  p95: number;
  /** How our time stands to the yardstick's, measured in the same run; absent for a yardstick. */
  ratio?: number;
  [more: string]: unknown;
}

/** Median and 95th percentile of times in milliseconds. */
export function spread(times: number[]): { median: number; p95: number } {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number) =>
    Number(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!.toFixed(3));
  return { median: at(0.5), p95: at(0.95) };
}

/** The time of each piece of work. */
export function time<T>(pieces: T[], work: (piece: T) => unknown): number[] {
  return pieces.map((piece) => {
    const start = performance.now();
    work(piece);
    return performance.now() - start;
  });
}

export function print(row: Row): void {
  console.log(JSON.stringify(row));
}
