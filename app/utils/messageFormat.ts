import type { MessageFunction } from 'vue-i18n';

/** A text, or the name of a gap in it. */
type Part = string | { name: string };

const GAP = /\{(?:'([^']*)'|(\w+))\}/g;

function partsOf(text: string): Part[] {
  const parts: Part[] = [];
  let from = 0;
  for (const { index, 0: gap, 1: sign, 2: name } of text.matchAll(GAP)) {
    parts.push(text.slice(from, index), sign ?? { name: name! });
    from = index + gap.length;
  }
  return [...parts, text.slice(from)].filter((part) => part !== '');
}

/** What vue-i18n hands a message when it is said; its types name only a part of it. */
interface Context<Said> {
  named(name: string): unknown;
  interpolate(value: unknown): Said;
  normalize(parts: (string | Said)[]): Said;
  plural(forms: Said[]): Said;
}

/**
 * A text of the catalogue as a message of vue-i18n: gaps `{name}`, signs in quotes `{'@'}`, and forms for one and for
 * several with ` | ` between them. The compiler of the package, which knows a good deal more, does not go along.
 */
function messageOf(text: string): MessageFunction {
  let forms: Part[][] | undefined;
  const say = <Said>({ named, interpolate, normalize, plural }: Context<Said>): Said => {
    forms ??= text.split(' | ').map(partsOf);
    const said = forms.map((parts) =>
      normalize(parts.map((part) => (typeof part === 'string' ? part : interpolate(named(part.name))))),
    );
    return said.length > 1 ? plural(said) : said[0]!;
  };
  return say as unknown as MessageFunction;
}

/** Messages of vue-i18n by their codes. */
export interface Messages {
  [code: string]: MessageFunction | Messages;
}

/** A part of the catalogue as messages of vue-i18n. */
export const messagesOf = (part: object): Messages =>
  Object.fromEntries(
    Object.entries(part).map(([code, text]) => [code, typeof text === 'string' ? messageOf(text) : messagesOf(text)]),
  );
