/** What is known of the person written to. Empty text means not known. */
export interface PersonFacts {
  firstName: string;
  lastName: string;
  fullName: string;
  address: string;
  company: string;
}

/** Everything a blank may draw on. It is handed in, so that filling is the same at every time and in every place. */
export interface FillContext {
  person: PersonFacts | null;
  sender: { name: string; fields: { name: string; value: string }[] };
  /** The moment of insertion, in milliseconds since 1970 (UTC). */
  now: number;
  /** BCP 47, for example `en-GB`. */
  locale: string;
  /** IANA name, for example `Europe/London`. */
  timeZone: string;
}

/** What stands in a message where a blank was. `\n` is a line break. */
export interface FillValue {
  text: string;
}

/** How the fill list asks for an answer. */
export interface Control {
  type: 'text';
  hint: string;
}

/**
 * One kind of blank. A new kind is one new file in `kinds/` and one line in the registry; nothing else knows kinds
 * by name.
 */
export interface BlankKind<Options = Record<string, unknown>> {
  name: string;
  /** The kind in the palette, for example "Asked text". */
  title: string;
  /** The options of a fresh blank. */
  defaults: Options;
  /** What is wrong with the options, in words for the user; empty when nothing is. */
  check(options: Record<string, unknown>): string;
  /** The value when it is known without asking; null when it has to be asked. */
  known(options: Options, context: FillContext): FillValue | null;
  /** The value an answer stands for; null when the answer leaves the blank open. */
  answered(answer: string, options: Options, context: FillContext): FillValue | null;
  /** How to ask. */
  control(options: Options): Control;
}
