import type { Element } from 'domhandler';
import { isSafeLink } from '../note/link';

/** The formatting of a text, as documents keep it. */
export type Marks = { type: string; attrs?: Record<string, unknown> }[];

/** Colours that are only the ink of the page, by their brightness. */
const DARK = 0x48;

const NAMED: Record<string, string> = {
  red: '#ff0000',
  green: '#008000',
  blue: '#0000ff',
  navy: '#000080',
  maroon: '#800000',
  purple: '#800080',
  teal: '#008080',
  olive: '#808000',
  orange: '#ffa500',
  gray: '#808080',
  grey: '#808080',
  fuchsia: '#ff00ff',
  brown: '#a52a2a',
  darkred: '#8b0000',
  darkgreen: '#006400',
  darkblue: '#00008b',
};

/** A colour as `#rrggbb`; null for the ink of the page, for white, and for what cannot be read. */
export function readColour(value: string): string | null {
  const text = value.trim().toLowerCase();
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/.exec(text);
  const parts = /^rgba?\(\s*(\d+)[\s,]+(\d+)[\s,]+(\d+)/.exec(text);
  const hex = (n: string) => Math.min(255, Number(n)).toString(16).padStart(2, '0');
  const colour = short
    ? `#${short[1]}${short[1]}${short[2]}${short[2]}${short[3]}${short[3]}`
    : parts
      ? `#${hex(parts[1]!)}${hex(parts[2]!)}${hex(parts[3]!)}`
      : (NAMED[text] ?? text);
  if (!/^#[0-9a-f]{6}$/.test(colour)) return null;
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16)) as [number, number, number];
  if (Math.max(r, g, b) <= DARK || Math.min(r, g, b) >= 0xf0) return null;
  return colour;
}

/** The declarations of an element's own style, in small letters. */
export function stylesOf(element: Element): Map<string, string> {
  const found = new Map<string, string>();
  for (const part of (element.attribs.style ?? '').split(';')) {
    const at = part.indexOf(':');
    if (at > 0)
      found.set(
        part.slice(0, at).trim().toLowerCase(),
        part
          .slice(at + 1)
          .trim()
          .toLowerCase(),
      );
  }
  return found;
}

/** The marks of the text inside an element, by its name and its style. */
export function withMarks({ name, attribs }: Element, styles: Map<string, string>, marks: Marks): Marks {
  let out = marks;
  const add = (type: string, attrs?: Record<string, unknown>) => {
    out = [...out.filter((mark) => mark.type !== type), { type, ...(attrs && { attrs }) }];
  };
  const drop = (type: string) => (out = out.filter((mark) => mark.type !== type));
  const weight = styles.get('font-weight') ?? '';
  if (
    /^(bold|bolder|[6-9]00)/.test(weight) ||
    ((name === 'b' || name === 'strong') && !/^(normal|[1-5]00)/.test(weight))
  )
    add('bold');
  else if (/^(normal|[1-5]00)/.test(weight)) drop('bold');
  const slant = styles.get('font-style') ?? '';
  if (/^(italic|oblique)/.test(slant) || ((name === 'i' || name === 'em') && slant !== 'normal')) add('italic');
  const line = styles.get('text-decoration') ?? styles.get('text-decoration-line') ?? '';
  if ((/underline/.test(line) && name !== 'a') || ((name === 'u' || name === 'ins') && line !== 'none'))
    add('underline');
  if (/line-through/.test(line) || ((name === 's' || name === 'strike' || name === 'del') && line !== 'none'))
    add('strike');
  if (name === 'a' && attribs.href && isSafeLink(attribs.href.trim())) add('link', { href: attribs.href.trim() });
  const colour = styles.get('color') ?? (name === 'font' ? attribs.color : undefined);
  if (colour !== undefined) {
    const value = readColour(colour);
    // A link has the colour of links.
    if (value && name !== 'a' && !out.some(({ type }) => type === 'link')) add('colour', { value });
    else drop('colour');
  }
  return out;
}
