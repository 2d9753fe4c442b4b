/** The places of the highest numbers above 0, so many at most, the highest first. */
export function best(numbers: Float64Array, most: number): number[] {
  // Few of many are wanted, so the best are kept in order while they are found.
  const kept: number[] = [];
  let least = 0;
  for (let i = 0; i < numbers.length; i++) {
    const number = numbers[i]!;
    if (number <= least) continue;
    let low = 0;
    let high = kept.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (numbers[kept[middle]!]! >= number) low = middle + 1;
      else high = middle;
    }
    kept.splice(low, 0, i);
    if (kept.length > most) kept.pop();
    if (kept.length === most) least = numbers[kept[most - 1]!]!;
  }
  return kept;
}
