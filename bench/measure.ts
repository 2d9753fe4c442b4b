export interface Row {
  name: string;
  size: number;
  /** Milliseconds. */
  median: number;
  p95: number;
  /** How our time stands to the yardstick's, measured in the same run. */
  ratio?: number;
  /** This is the yardstick itself. */
  yardstick?: true;
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

/** Prints a row; one that was measured against nothing says so. */
export function print(row: Row): void {
  const without = row.ratio === undefined && !row.yardstick;
  console.log(JSON.stringify(without ? { ...row, ratio: 'none, there is no yardstick' } : row));
}
