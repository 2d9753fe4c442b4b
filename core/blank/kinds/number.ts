import { formatMoney, formatNumber, isCurrency } from '../../number/format';
import { typedNumber } from '../../number/typed';
import { lineOf, type BlankKind, type FillContext, type Outcome } from '../kind';

export type NumberOptions = {
  hint: string;
  unit: string;
  /** Null for as many as there are. */
  decimals: number | null;
  least: number | null;
  most: number | null;
};

export type MoneyOptions = Pick<NumberOptions, 'hint' | 'least' | 'most'> & {
  /** Empty for the account's. */
  currency: string;
  /** Whole amounts without their hundredths. */
  short: boolean;
};

export const currencyOf = ({ currency }: { currency: string }, context: FillContext): string =>
  currency || context.currency || 'EUR';

function typedWithin(
  answer: string,
  { least, most }: Pick<NumberOptions, 'least' | 'most'>,
  locale: string,
  write: (value: number) => string,
): number | Extract<Outcome, { problem: string }> {
  const value = typedNumber(answer, locale);
  if (Number.isNaN(value)) return { problem: `"${answer}" is no number.` };
  if (least !== null && value < least) return { problem: `It is at least ${write(least)}.` };
  if (most !== null && value > most) return { problem: `It is at most ${write(most)}.` };
  return value;
}

function limitProblem({ least = null, most = null }: Record<string, unknown>): string {
  for (const limit of [least, most])
    if (limit !== null && !Number.isFinite(limit)) return 'its limits must be numbers.';
  return least !== null && most !== null && Number(least) > Number(most) ? 'its least is above its most.' : '';
}

/** A number typed in the locale's way. */
export const number: BlankKind<NumberOptions> = {
  name: 'number',
  title: 'Number',
  defaults: { hint: '', unit: '', decimals: null, least: null, most: null },
  check: (options) => {
    const { decimals = null } = options;
    if (decimals !== null && !(Number.isInteger(decimals) && Number(decimals) >= 0 && Number(decimals) <= 10))
      return 'it has from 0 to 10 places after the point.';
    return limitProblem(options);
  },
  known: () => null,
  answered(answer, options, { context: { locale } }) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const write = (value: number) => formatNumber(value, locale, options.unit, options.decimals);
    const value = typedWithin(typed, options, locale, write);
    if (typeof value !== 'number') return value;
    return { text: write(value), datum: { type: 'number', number: value } };
  },
  control: ({ hint, unit }) => ({ type: 'number', hint: hint || (unit ? `in ${unit}` : 'a number') }),
};

/** An amount typed in the locale's way. */
export const money: BlankKind<MoneyOptions> = {
  name: 'money',
  title: 'Money',
  defaults: { hint: '', currency: '', short: true, least: null, most: null },
  check: (options) =>
    options.currency && !isCurrency(options.currency)
      ? `"${options.currency}" is no currency; write it like EUR or GBP.`
      : limitProblem(options),
  known: () => null,
  answered(answer, options, { context }) {
    const typed = lineOf(answer);
    if (!typed) return null;
    const currency = currencyOf(options, context);
    const write = (value: number) => formatMoney(value, currency, context.locale, options.short);
    const value = typedWithin(typed, options, context.locale, write);
    if (typeof value !== 'number') return value;
    return { text: write(value), datum: { type: 'money', number: value, currency } };
  },
  control: (options, { context }) => ({ type: 'number', hint: options.hint || `in ${currencyOf(options, context)}` }),
};
