import { daysBetween, later } from '../../calendar/day';
import type { DateFormat } from '../../calendar/format';
import { formatMoney, formatNumber } from '../../number/format';
import { product, round, ROUNDINGS, sum, tidy, type Rounding } from '../../number/reckon';
import { asText, isValue, type BlankKind, type Datum, type Outcome, type Scope } from '../kind';
import { typedNumber } from '../../number/typed';
import { dayValue, formatProblem, NO_DAYS_OFF } from './date';
import { columnOf } from './lookup';

export const OPERATIONS = [
  'sum',
  'difference',
  'product',
  'quotient',
  'percentage',
  'days between',
  'days after',
] as const;
export type Operation = (typeof OPERATIONS)[number];

/** What is reckoned with: another blank, a column of the rows another blank chose, or a number. */
export interface Operand {
  /** Label of a blank; empty for a plain number. */
  blank: string;
  /** Id of a column, where the blank chooses rows: the sum of its cells. */
  column: string;
  number: number;
}

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

type Reckonable = Extract<Datum, { type: 'number' | 'money' | 'date' }>;

/** The value of an operand; a text says why there is none, null that it waits for an answer. */
function operandValue(operand: Operand, scope: Scope): Reckonable | string | null {
  if (!operand.blank) return { type: 'number', number: operand.number };
  const outcome = scope.outcome(operand.blank);
  if (!outcome) return scope.blank(operand.blank) ? null : `There is no blank "${operand.blank}".`;
  if (!isValue(outcome)) return outcome.problem;
  if (outcome.rows && operand.column) {
    const { lookup, rows } = outcome.rows;
    const column = columnOf(lookup, operand.column);
    if (!column) return `"${lookup.name}" has no such column any more.`;
    const numbers = rows.map((row) => Number(row[operand.column] ?? '0') || 0);
    const total = sum(numbers);
    return column.type === 'money'
      ? { type: 'money', number: total, currency: scope.context.currency ?? 'EUR' }
      : { type: 'number', number: total };
  }
  const { datum } = outcome;
  if (datum?.type === 'number' || datum?.type === 'money' || datum?.type === 'date') return datum;
  const number = datum?.type === 'text' ? typedNumber(datum.text, scope.context.locale) : NaN;
  return Number.isNaN(number) ? `"${operand.blank}" is no number.` : { type: 'number', number };
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
    if (typeof value === 'string') return { problem: value };
    values.push(value);
  }
  const { operation, rounding, step } = options;
  const [a, b] = values;
  const written = values.map((value) => write(value, options, scope));
  if (operation === 'days between') {
    if (a?.type !== 'date' || b?.type !== 'date') return { problem: 'Days are counted between two dates.' };
    const number = daysBetween(a.day, b.day);
    const text = formatNumber(number, scope.context.locale, options.unit);
    return { text, datum: { type: 'number', number }, working: `from ${written[0]} to ${written[1]}` };
  }
  if (operation === 'days after') {
    if (a?.type !== 'date' || !b || b.type === 'date') return { problem: 'A number of days is added to a date.' };
    const day = later(a.day, b.number, 'day', scope.context.daysOff ?? NO_DAYS_OFF);
    if (!day) return { problem: 'There is no such day.' };
    return { ...dayValue(day, options, scope), working: `${written[0]} and ${written[1]} days` };
  }
  if (values.some((value) => value.type === 'date'))
    return { problem: 'A date cannot be reckoned with like a number.' };
  const amounts = values as Extract<Reckonable, { number: number }>[];
  const numbers = amounts.map(({ number }) => number);
  const currencies = [...new Set(amounts.flatMap((value) => (value.type === 'money' ? [value.currency] : [])))];
  if (currencies.length > 1) return { problem: `Amounts in ${currencies.join(' and ')} cannot be reckoned together.` };
  let result: number;
  let working: string;
  if (operation === 'sum') [result, working] = [sum(numbers), written.join(' + ')];
  else if (operation === 'difference') [result, working] = [tidy(numbers[0]! - numbers[1]!), written.join(' − ')];
  else if (operation === 'product') [result, working] = [product(numbers), written.join(' × ')];
  else if (operation === 'percentage')
    [result, working] = [
      tidy((numbers[0]! * numbers[1]!) / 100),
      `${formatNumber(numbers[0]!, scope.context.locale)} % of ${written[1]}`,
    ];
  else {
    if (!numbers[1]) return { problem: `It would be divided by nothing: "${options.operands[1]!.blank || '0'}" is 0.` };
    [result, working] = [tidy(numbers[0]! / numbers[1]), written.join(' ÷ ')];
  }
  // An amount divided by an amount is a plain number.
  const money = currencies.length && !(operation === 'quotient' && amounts[1]!.type === 'money');
  const as = (number: number): Reckonable =>
    money ? { type: 'money', number, currency: currencies[0]! } : { type: 'number', number };
  const rounded = round(result, rounding, step);
  if (!Number.isFinite(rounded)) return { problem: 'The result is too large to write.' };
  if (rounded !== result)
    working += ` = ${write(as(result), { ...options, short: false }, scope)}, rounded ${rounding === 'nearest' ? '' : `${rounding} `}to ${formatNumber(step, scope.context.locale)}`;
  const datum = as(rounded);
  const text =
    datum.type === 'number' ? formatNumber(rounded, scope.context.locale, options.unit) : write(datum, options, scope);
  return { text, datum, working };
}

/** A value worked out from other blanks and lookup columns, shown with its working. */
export const reckoned: BlankKind<ReckonedOptions> = {
  name: 'reckoned',
  title: 'Reckoned',
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
    if (!OPERATIONS.includes(operation)) return 'it names no way to reckon.';
    const [least, most] = COUNTS[operation];
    if (!Array.isArray(operands) || operands.length < least)
      return `it needs ${least === 1 ? 'something' : 'two values'} to reckon with.`;
    if (operands.length > most) return `it takes at most ${most} values.`;
    for (const operand of operands) {
      if (!operand.blank) {
        if (!Number.isFinite(operand.number)) return 'one of its values is neither a blank nor a number.';
        continue;
      }
      const other = note.blank(operand.blank);
      if (!other) return `it reckons with "${operand.blank}", and there is no such blank.`;
      if (['person', 'sender', 'choice', 'time', 'caret'].includes(other.kind))
        return `it reckons with "${operand.blank}", which is no number or date.`;
      if (other.kind === 'rows' && !operand.column) return `choose the column of "${operand.blank}" to add up.`;
      const table =
        other.kind === 'lookup' || other.kind === 'rows' ? note.lookups?.[String(other.options.lookup)] : undefined;
      const column = table && columnOf(table, other.kind === 'rows' ? operand.column : String(other.options.column));
      if (table && !column) return `"${table.name}" has no such column any more.`;
      if (column && !['number', 'money', 'date'].includes(column.type))
        return `the column "${column.name}" holds no numbers or dates.`;
    }
    const second = operands[1];
    if (operation === 'quotient' && second && !second.blank && !second.number) return 'it would be divided by nothing.';
    if (!ROUNDINGS.includes(rounding ?? 'none')) return 'it names no way to round.';
    if (rounding && rounding !== 'none' && !(step > 0)) return 'it is rounded to a number above 0.';
    return formatProblem(options);
  },
  uses: ({ operands }) => operands.map(({ blank }) => blank).filter(Boolean),
  known: reckon,
  answered: (answer) => asText(answer),
  control: ({ operation }) => ({ type: 'text', hint: `reckoned: ${operation}` }),
};
