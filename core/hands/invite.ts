import type { DocJson } from '../note/schema';
import type { Hands } from './hands';

/** Programs open links up to about so many signs (common practice). */
const LONGEST_LINK = 1_900;

/** How an option is written in an answer: `[x] 2. Wednesday`. */
const line = (option: string, number: number, chosen: boolean, whole: boolean) =>
  `[${chosen ? 'x' : ' '}] ${number}.${whole ? ` ${option}` : ''}`;

/**
 * A link that opens an answer with an option chosen in it (RFC 6068: lines end in CRLF, everything is percent-encoded
 * UTF-8). Where several may be chosen the others stand under it, to be marked as well. A link that would be too long
 * names options by their numbers.
 * @param chosen the number of the option, from 1
 */
export function optionLink({ code, question, options, several }: Hands, address: string, chosen: number): string {
  const at = address.lastIndexOf('@');
  const to = `${encodeURIComponent(address.slice(0, at))}@${encodeURIComponent(address.slice(at + 1))}`;
  const subject = `${question.replace(/\s+/g, ' ').slice(0, 60).trim()} (${code})`;
  const link = (whole: boolean) => {
    const lines = options.flatMap((option, i) =>
      several || i + 1 === chosen ? [line(option, i + 1, i + 1 === chosen, whole)] : [],
    );
    const body = [...lines, '', code, ''].join('\r\n');
    return `mailto:${to}?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(body)}`;
  };
  const whole = link(true);
  return whole.length > LONGEST_LINK ? link(false) : whole;
}

/** What is said in the letter beside the question and its options. */
export interface InviteWords {
  /** How it is answered. */
  how: string;
  /** Until when; empty for no last day. */
  until: string;
}

const paragraph = (...content: DocJson[]): DocJson => ({ type: 'paragraph', ...(content.length && { content }) });

/** A show of hands as it stands in a letter: the question, each option as a link, and how it is answered. */
export function inviteDoc(hands: Hands, address: string, { how, until }: InviteWords): DocJson {
  const text = (words: string, ...marks: DocJson[]): DocJson =>
    ({ type: 'text', text: words, ...(marks.length && { marks }) }) as DocJson;
  const items = hands.options.map((option, i): DocJson => {
    const href = optionLink(hands, address, i + 1);
    return { type: 'listItem', content: [paragraph(text(option, { type: 'link', attrs: { href } }))] };
  });
  return {
    type: 'doc',
    content: [
      paragraph(text(hands.question, { type: 'bold' })),
      { type: 'orderedList', attrs: { start: 1 }, content: items },
      paragraph(text([how, until].filter(Boolean).join(' '))),
    ],
  };
}
