/** How a reckoned number is rounded. */
export const ROUNDINGS = ['none', 'up', 'down', 'nearest'] as const;
/** One of {@link ROUNDINGS}. */
export type Rounding = (typeof ROUNDINGS)[number];

/** Takes off what binary fractions add: 0.1 + 0.2 is 0.3. Twelve figures are more than any amount here needs. */
export const tidy = (value: number): number => Number(value.toPrecision(12));

/** The sum as one does it on paper: 0.1 and 0.2 are 0.3. */
export const sum = (values: number[]): number => tidy(values.reduce((all, value) => tidy(all + value), 0));
/** The product as one does it on paper: 1.1 times 3 is 3.3. */
export const product = (values: number[]): number => tidy(values.reduce((all, value) => tidy(all * value), 1));

/** Rounds to a multiple of `step`. A half goes away from zero, as on paper. */
export function round(value: number, way: Rounding, step: number): number {
  if (way === 'none' || !(step > 0)) return value;
  const count = tidy(value / step);
  const whole =
    way === 'up'
      ? Math.ceil(count)
      : way === 'down'
        ? Math.floor(count)
        : Math.sign(count) * Math.round(Math.abs(count));
  return tidy(whole * step);
}
