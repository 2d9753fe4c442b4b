import { daysBetween, later } from '../../calendar/day';
import type { DateFormat } from '../../calendar/format';
import { formatMoney, formatNumber } from '../../number/format';
import { product, round, ROUNDINGS, sum, tidy, type Rounding } from '../../number/reckon';
import { asText, isValue, type BlankKind, type Datum, type Outcome, type Scope } from './kind';
import { parseNumber } from '../../number/parse';
import { dayValue, formatProblem, NO_DAYS_OFF } from './date';
import { columnOf } from './lookup';
import { phrase, type Phrase } from '../../text/phrase';

/** How values are reckoned with one another. */
export const OPERATIONS = [
  'sum',
  'difference',
  'product',
  'quotient',
  'percentage',
  'days between',
  'days after',
] as const;
/** One of {@link OPERATIONS}. */
export type Operation = (typeof OPERATIONS)[number];

/** What is reckoned with: another blank, a column of the rows another blank chose, or a number. */
export interface Operand {
  /** Label of a blank; empty for a plain number. */
  blank: string;
  /** Id of a column, where the blank chooses rows: the sum of its cells. */
  column: string;
  /** What was typed in its place while it is no number, and empty text while nothing is; a note with that cannot be kept. */
  number: number | string;
}

/** The options of a reckoned value, as its node keeps them. */
export type ReckonedOptions = DateFormat & {
  operation: Operation;
  operands: Operand[];
  rounding: Rounding;
  /** Rounded to a multiple of this. */
  step: number;
  unit: string;
  short: boolean;
};

/** How many operands an operation takes, at least and at most. */
const COUNTS: Record<Operation, [number, number]> = {
  sum: [1, 20],
  difference: [2, 2],
  product: [2, 20],
  quotient: [2, 2],
  percentage: [2, 2],
  'days between': [2, 2],
  'days after': [2, 2],
};

const HINTS: Record<Operation, string> = {
  sum: 'hint.sum',
  difference: 'hint.difference',
  product: 'hint.product',
  quotient: 'hint.quotient',
  percentage: 'hint.percentage',
  'days between': 'hint.daysBetween',
  'days after': 'hint.daysAfter',
};

type Reckonable = Extract<Datum, { type: 'number' | 'money' | 'date' }>;

/** The value of an operand; a phrase says why there is none, null that it waits for an answer. */
function operandValue(operand: Operand, scope: Scope): Reckonable | Phrase | null {
  if (!operand.blank && operand.number === '') return null;
  if (!operand.blank)
    return typeof operand.number === 'number'
      ? { type: 'number', number: operand.number }
      : phrase('unread.noNumber', { typed: operand.number });
  const outcome = scope.outcome(operand.blank);
  if (!outcome) return scope.blank(operand.blank) ? null : phrase('unread.noBlank', { label: operand.blank });
  if (!isValue(outcome)) return outcome.problem;
  if (outcome.rows && operand.column) {
    const { lookup, rows } = outcome.rows;
    const column = columnOf(lookup, operand.column);
    if (!column) return phrase('unread.noColumn', { table: lookup.name });
    const numbers = rows.map((row) => Number(row[operand.column] ?? '0') || 0);
    const total = sum(numbers);
    return column.type === 'money'
      ? { type: 'money', number: total, currency: scope.context.currency ?? 'EUR' }
      : { type: 'number', number: total };
  }
  const { datum } = outcome;
  if (datum?.type === 'number' || datum?.type === 'money' || datum?.type === 'date') return datum;
  const number = datum?.type === 'text' ? parseNumber(datum.text, scope.context.locale) : NaN;
  return Number.isNaN(number) ? phrase('unread.blankNoNumber', { label: operand.blank }) : { type: 'number', number };
}

function write(datum: Reckonable, options: ReckonedOptions, scope: Scope): string {
  const { locale } = scope.context;
  if (datum.type === 'money') return formatMoney(datum.number, datum.currency, locale, options.short);
  if (datum.type === 'number') return formatNumber(datum.number, locale);
  return dayValue(datum.day, options, scope).text;
}

function reckon(options: ReckonedOptions, scope: Scope): Outcome {
  const values: Reckonable[] = [];
  for (const operand of options.operands) {
    const value = operandValue(operand, scope);
    if (value === null) return null;
    if ('code' in value) return { problem: value };
    values.push(value);
  }
  const { operation, rounding, step } = options;
  const [a, b] = values;
  const written = values.map((value) => write(value, options, scope));
  if (operation === 'days between') {
    if (a?.type !== 'date' || b?.type !== 'date') return { problem: phrase('unread.daysBetween') };
    const number = daysBetween(a.day, b.day);
    const text = formatNumber(number, scope.context.locale, options.unit);
    return {
      text,
      datum: { type: 'number', number },
      working: phrase('working.between', { from: written[0]!, to: written[1]! }),
    };
  }
  if (operation === 'days after') {
    if (a?.type !== 'date' || !b || b.type === 'date') return { problem: phrase('unread.daysAfter') };
    const day = later(a.day, b.number, 'day', scope.context.daysOff ?? NO_DAYS_OFF);
    if (!day) return { problem: phrase('unread.noSuchDay') };
    return {
      ...dayValue(day, options, scope),
      working: phrase('working.after', { from: written[0]!, days: written[1]! }),
    };
  }
  if (values.some((value) => value.type === 'date')) return { problem: phrase('unread.dateAsNumber') };
  const amounts = values as Extract<Reckonable, { number: number }>[];
  const numbers = amounts.map(({ number }) => number);
  const currencies = [...new Set(amounts.flatMap((value) => (value.type === 'money' ? [value.currency] : [])))];
  if (currencies.length > 1) return { problem: phrase('unread.currencies', { currencies: currencies.join(', ') }) };
  const row = (sign: string) => phrase('working.asItIs', { value: written.join(sign) });
  let result: number;
  let working: Phrase;
  if (operation === 'sum') [result, working] = [sum(numbers), row(' + ')];
  else if (operation === 'difference') [result, working] = [tidy(numbers[0]! - numbers[1]!), row(' − ')];
  else if (operation === 'product') [result, working] = [product(numbers), row(' × ')];
  else if (operation === 'percentage')
    [result, working] = [
      tidy((numbers[0]! * numbers[1]!) / 100),
      phrase('working.percent', { share: formatNumber(numbers[0]!, scope.context.locale), whole: written[1]! }),
    ];
  else {
    if (!numbers[1]) return { problem: phrase('unread.divided', { label: options.operands[1]!.blank || '0' }) };
    [result, working] = [tidy(numbers[0]! / numbers[1]), row(' ÷ ')];
  }
  // An amount divided by an amount is a plain number.
  const money = currencies.length && !(operation === 'quotient' && amounts[1]!.type === 'money');
  const as = (number: number): Reckonable =>
    money ? { type: 'money', number, currency: currencies[0]! } : { type: 'number', number };
  const rounded = round(result, rounding, step);
  if (!Number.isFinite(rounded)) return { problem: phrase('unread.tooLargeToWrite') };
  if (rounded !== result)
    working = phrase(`working.rounded.${rounding}`, {
      working,
      result: write(as(result), { ...options, short: false }, scope),
      step: formatNumber(step, scope.context.locale),
    });
  const datum = as(rounded);
  const text =
    datum.type === 'number' ? formatNumber(rounded, scope.context.locale, options.unit) : write(datum, options, scope);
  return { text, datum, working };
}

/** A value worked out from other blanks and lookup columns, shown with its working. */
export const reckoned: BlankKind<ReckonedOptions> = {
  name: 'reckoned',
  yields: ['number', 'money', 'date'],
  inWordings: true,
  defaults: {
    operation: 'percentage',
    operands: [],
    rounding: 'none',
    step: 1,
    unit: '',
    short: true,
    style: 'long',
    weekday: true,
    pattern: '',
  },
  check(options, note) {
    const { operation, operands, rounding, step } = options as unknown as ReckonedOptions;
    if (!OPERATIONS.includes(operation)) return phrase('wrong.noOperation');
    const [least, most] = COUNTS[operation];
    if (!Array.isArray(operands) || operands.length < least)
      return phrase(least === 1 ? 'wrong.noOperand' : 'wrong.oneOperand');
    if (operands.length > most) return phrase('wrong.manyOperands', { most });
    for (const operand of operands) {
      if (!operand.blank) {
        if (!Number.isFinite(operand.number)) return phrase('wrong.oddOperand');
        continue;
      }
      const other = note.blank(operand.blank);
      if (!other) return phrase('wrong.operandGone', { label: operand.blank });
      if (['person', 'sender', 'choice', 'time', 'caret'].includes(other.kind))
        return phrase('wrong.operandNoNumber', { label: operand.blank });
      if (other.kind === 'rows' && !operand.column) return phrase('wrong.operandColumn', { label: operand.blank });
      const table =
        other.kind === 'lookup' || other.kind === 'rows' ? note.lookups?.[String(other.options.lookup)] : undefined;
      const column = table && columnOf(table, other.kind === 'rows' ? operand.column : String(other.options.column));
      if (table && !column) return phrase('wrong.noColumn', { table: table.name });
      if (column && !['number', 'money', 'date'].includes(column.type))
        return phrase('wrong.columnNoNumbers', { column: column.name });
    }
    const second = operands[1];
    if (operation === 'quotient' && second && !second.blank && !second.number) return phrase('wrong.divided');
    if (!ROUNDINGS.includes(rounding ?? 'none')) return phrase('wrong.noRounding');
    if (rounding && rounding !== 'none' && !(step > 0)) return phrase('wrong.step');
    return formatProblem(options);
  },
  renamed: (options, is, label) =>
    options.operands.some(({ blank }) => is(blank))
      ? { ...options, operands: options.operands.map((one) => (is(one.blank) ? { ...one, blank: label } : one)) }
      : options,
  uses: ({ operands }) => operands.map(({ blank }) => blank).filter(Boolean),
  known: reckon,
  answered: (answer) => asText(answer),
  control: ({ operation }) => ({ type: 'text', hint: phrase(HINTS[operation]) }),
};
