import { formatMoney, formatNumber, isCurrency } from '../../number/format';
import { parseNumber } from '../../number/parse';
import { lineOf, type BlankKind, type FillContext, type Unread } from './kind';
import { phrase, type Phrase } from '../../text/phrase';

/** The options of a number, as its node keeps them. */
export type NumberOptions = {
  hint: string;
  unit: string;
  /** Null for as many as there are. */
  decimals: number | null;
  least: number | null;
  most: number | null;
};

/** The options of an amount, as its node keeps them. */
export type MoneyOptions = Pick<NumberOptions, 'hint' | 'least' | 'most'> & {
  /** Empty for the account's. */
  currency: string;
  /** Whole amounts without their hundredths. */
  short: boolean;
};

/** The currency of an amount (ISO 4217): its own, else the account's, else EUR. */
export const currencyOf = ({ currency }: { currency: string }, context: FillContext): string =>
  currency || context.currency || 'EUR';

function typedWithin(
  answer: string,
  { least, most }: Pick<NumberOptions, 'least' | 'most'>,
  locale: string,
  write: (value: number) => string,
): number | Unread {
  const value = parseNumber(answer, locale);
  if (Number.isNaN(value)) return { problem: phrase('unread.noNumber', { typed: answer }) };
  if (least !== null && value < least) return { problem: phrase('unread.tooSmall', { least: write(least) }) };
  if (most !== null && value > most) return { problem: phrase('unread.tooLarge', { most: write(most) }) };
  return value;
}

function limitProblem({ least = null, most = null }: Record<string, unknown>): Phrase | null {
  for (const limit of [least, most])
    if (limit !== null && !Number.isFinite(limit)) return phrase('wrong.limitsNoNumbers');
  return least !== null && most !== null && Number(least) > Number(most) ? phrase('wrong.limitsCrossed') : null;
}

/** A number typed in the locale's way. */
export const number: BlankKind<NumberOptions> = {
  name: 'number',
  yields: ['number'],
  remembers: true,
  plain: true,
  inWordings: true,
  defaults: { hint: '', unit: '', decimals: null, least: null, most: null },
  check: (options) => {
    const { decimals = null } = options;
    if (decimals !== null && !(Number.isInteger(decimals) && Number(decimals) >= 0 && Number(decimals) <= 10))
      return phrase('wrong.decimals');
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
  control: ({ hint, unit }) => ({
    type: 'number',
    hint: hint || (unit ? phrase('hint.in', { unit }) : phrase('hint.number')),
  }),
};

/** An amount typed in the locale's way. */
export const money: BlankKind<MoneyOptions> = {
  name: 'money',
  yields: ['money'],
  remembers: true,
  inWordings: true,
  defaults: { hint: '', currency: '', short: true, least: null, most: null },
  check: (options) =>
    options.currency && !isCurrency(options.currency)
      ? phrase('wrong.noCurrency', { currency: String(options.currency) })
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
  control: (options, { context }) => ({
    type: 'number',
    hint: options.hint || phrase('hint.in', { unit: currencyOf(options, context) }),
  }),
};
