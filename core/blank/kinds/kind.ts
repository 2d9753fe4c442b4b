import type { Day, DaysOff } from '../../calendar/day';
import type { Lookup, Row } from '../../lookup/lookup';
import type { DocJson } from '../../note/schema';
import type { Phrase } from '../../text/phrase';

/** What is known of the person written to. Empty text means not known. */
export interface PersonFacts {
  firstName: string;
  lastName: string;
  fullName: string;
  address: string;
  company: string;
  /** What they are greeted by. */
  greetingName?: string;
  /** `formal` or `familiar`. */
  form?: string;
  /** Fields of the user's own. */
  fields?: { name: string; value: string }[];
}

/** What is known of the message answered. */
export interface MessageFacts {
  subject: string;
  /** When it was sent, in milliseconds since 1970 (UTC). */
  sentAt: number;
  /** What was written now, without the history quoted under it. */
  text: string;
}

/** Everything a blank may draw on. It is handed in, so that filling is the same at every time and in every place. */
export interface FillContext {
  person: PersonFacts | null;
  sender: { name: string; fields: { name: string; value: string }[] };
  message?: MessageFacts | null;
  /** By id; a lookup that is not here was deleted. */
  lookups?: Record<string, Lookup>;
  /** The moment of insertion, in milliseconds since 1970 (UTC). */
  now: number;
  /** BCP 47, for example `en-GB`. */
  locale: string;
  /** IANA name, for example `Europe/London`. */
  timeZone: string;
  /** ISO 4217, for amounts that name none. */
  currency?: string;
  daysOff?: DaysOff;
}

/** What other blanks and conditions reckon with. */
export type Datum =
  | { type: 'text'; text: string }
  | { type: 'number'; number: number }
  | { type: 'money'; number: number; currency: string }
  | { type: 'date'; day: Day }
  | { type: 'choice'; labels: string[] };

/** What stands in a message where a blank was. */
export interface FillValue {
  /** `\n` is a line break. Empty text is a blank filled with nothing. */
  text: string;
  datum?: Datum;
  /** Instead of the text: wording with formatting and blanks of its own, the inline content of a paragraph. */
  content?: DocJson[];
  /** Instead of the text: whole blocks, a table or a list. */
  blocks?: DocJson[];
  /** How a reckoned value came about, in words. */
  working?: Phrase;
  /** The row that was chosen, for blanks that take other columns of it. */
  row?: Row;
  /** What it drew on is gone: it stands as it was typed, and does not take the place of what stands in a letter. */
  gone?: boolean;
  /** The rows that were chosen, for reckoning with their columns. */
  rows?: { lookup: Lookup; rows: Row[] };
}

/** An answer that cannot be taken, with the reason. The blank stays open. */
export interface Unread {
  problem: Phrase;
  row?: Row;
  /** What it drew on is gone: what stands in a letter already stays. */
  gone?: boolean;
}

/** What came of a blank: its value, why there is none, or null when it waits for an answer. */
export type Outcome = FillValue | Unread | null;

/** Whether something stands in the letter for a blank, be it empty. */
export const isValue = (outcome: Outcome): outcome is FillValue => outcome !== null && 'text' in outcome;

/** An answer of the fill list: what was typed, or what was picked of several. */
export type Answer = string | string[];

/** Answers by {@link file://./key.ts blankKey}. */
export type Answers = Record<string, Answer>;

/** The answer to a question; undefined when there is none, whatever the question is called. */
export const answerTo = (answers: Answers | undefined, key: string): Answer | undefined =>
  answers && Object.hasOwn(answers, key) ? answers[key] : undefined;

/** A blank as its node says. */
export interface BlankDef {
  label: string;
  kind: string;
  options: Record<string, unknown>;
}

/** What a kind may ask while it is worked out. */
export interface Scope {
  context: FillContext;
  today: Day;
  /** What came of another blank of the same note; null where there is no such blank. A circle comes back as unread. */
  outcome(label: string): Outcome;
  /** The definition of another blank of the same note. */
  blank(label: string): BlankDef | null;
}

/** How the fill list asks for an answer. */
export interface Control {
  type: 'text' | 'long' | 'date' | 'time' | 'number' | 'choice' | 'lookup' | 'rows';
  /** A word of help: the note's own, or one that says what is asked. */
  hint: string | Phrase;
  /** To pick from: a choice's labels with what they stand for. */
  choices?: { label: string; about: string }[];
  several?: boolean;
  /** To pick rows from. */
  lookup?: Lookup;
  /** Values found that wait to be confirmed, the likeliest first: what is answered, and how it will read. */
  proposals?: { answer: string; text: string }[];
  /** The field of the person that an answer can be kept in, and whether the person has one already. */
  personField?: string;
  personHasIt?: boolean;
  /** The label of the blank whose answer is wanted, when it is another's: the row chosen there serves both. */
  asks?: string;
}

/** The blanks of a note, for checking one against the others. */
export interface NoteBlanks {
  blank(label: string): BlankDef | null;
  /** What the value of a blank may be. */
  yields(blank: BlankDef): readonly Datum['type'][];
  lookups?: Record<string, Lookup>;
}

/**
 * One kind of blank. A new kind is one new file in `kinds/` and one line in the registry; nothing else knows kinds
 * by name.
 */
export interface BlankKind<Options = Record<string, unknown>> {
  name: string;
  /** The options of a fresh blank. One called `hint` stands in the empty field of the fill list. */
  defaults: Options;
  /** What its value may be for other blanks to reckon with and for conditions to test. */
  yields: readonly Datum['type'][];
  /** Whether what was answered is worth offering for the same blank again. */
  remembers?: boolean;
  /** Whether an answer is the value as it stands, so that one always given can become fixed text. */
  plain?: boolean;
  /** Whether it may stand in a wording of another blank. */
  inWordings?: boolean;
  /** It marks a place in the letter: nothing is asked and nothing stands there. */
  isPlace?: boolean;
  /** What is wrong with the options; null when nothing is. */
  check(options: Record<string, unknown>, note: NoteBlanks): Phrase | null;
  /** The labels of other blanks its value is worked out from. */
  uses?(options: Options): string[];
  /** The options with `map` applied to each wording among them, which may hold blanks of its own. */
  mapWordings?(options: Options, map: (wording: DocJson) => DocJson): Options;
  /** The options in which another blank goes by its new label. `is` tells whether a label means that blank. */
  renamed?(options: Options, is: (label: unknown) => boolean, label: string): Options;
  /** The options in which an answer stands unless another is given; null where it cannot. */
  withDefault?(options: Options, answer: string): Options | null;
  /** The value when it is known without asking. */
  known(options: Options, scope: Scope): Outcome;
  /** The value an answer stands for. */
  answered(answer: Answer, options: Options, scope: Scope): Outcome;
  /** How to ask. */
  control(options: Options, scope: Scope): Control;
  /** Whether it stands as a block of its own. */
  isBlock?(options: Options): boolean;
}

/** The one line of text of an answer. */
export const lineOf = (answer: Answer): string => (Array.isArray(answer) ? answer.join(', ') : answer).trim();

/** An answer taken as text; empty text leaves the blank open. */
export function asText(answer: Answer): Outcome {
  const text = lineOf(answer).replace(/\r\n?/g, '\n');
  return text ? { text, datum: { type: 'text', text } } : null;
}
