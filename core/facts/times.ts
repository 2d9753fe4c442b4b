/** A stretch of a text that says something. */
export interface Stretch {
  from: number;
  to: number;
  text: string;
}

const HALF = String.raw`(?:[ap]m\b|[AP]M\b|[ap]\.m\.|[AP]\.M\.)`;
const TIME = new RegExp(
  [
    String.raw`(?<![\p{N}:.,])(?:[01]?\d|2[0-3])(?:[:.]|\s?h\s?)[0-5]\d(?:\s?(?:${HALF}|Uhr\b|uur\b))?(?![\p{N}:%]|[.,]\d)`,
    String.raw`(?<![\p{L}\p{N}.])(?:1[0-2]|[1-9])\s?(?:${HALF}|o['’]clock\b)`,
    String.raw`(?<![\p{L}\p{N}.])(?:[01]?\d|2[0-4])(?:\s?(?:Uhr|uur)|h)\b(?![\p{L}\p{N}])`,
    String.raw`(?:午前|午後)?(?<![\p{N}:.])(?:[01]?\d|2[0-3])時(?:[0-5]?\d分|半)?(?!間)`,
    String.raw`\b(?:half|quarter|ten|twenty|five)\s(?:past|to)\s(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|1[0-2]|[1-9])\b`,
  ].join('|'),
  'gu',
);
/** Hours something is open stand between days or behind a word that says so; they are the same for everybody. */
function isOpeningHours(text: string, from: number, to: number): boolean {
  if (
    !/^\s?(?:[-–—]|to\b|until\b|bis\b|à|a\b|alle\b|tot\b)\s?\d/.test(text.slice(to, to + 10)) &&
    !/[\dh]\s?(?:[ap]m)?\s?(?:[-–—]|to|until|bis|à|a|alle|tot)\s?$/.test(text.slice(Math.max(0, from - 12), from))
  )
    return false;
  const line = text.slice(text.lastIndexOf('\n', from - 1) + 1, from);
  return /(?<!\p{L})(?:opens?|opening|hours|closed|daily|weekdays?|(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*s?\s?(?:[-–—]|to|and|&)\s?(?:mon|tue|wed|thu|fri|sat|sun)|öffnungszeiten|geöffnet|mo\s?[-–—]\s?(?:fr|sa|do)|ouvert|horaires|abierto|horario|aperto|orari|geopend|otwarte)(?!\p{L})/iu.test(
    line,
  );
}

/** The times of day named in a text, in reading order; not hours something is open, and not figures with a point. */
export function timesInText(text: string): Stretch[] {
  return [...text.matchAll(TIME)].flatMap((match): Stretch[] => {
    const from = match.index;
    const to = from + match[0].length;
    const before = text.slice(Math.max(0, from - 12), from);
    if (/\p{Sc}\s?$/u.test(before) || isOpeningHours(text, from, to)) return [];
    // The name of a train, not a time that is said.
    if (/^\s(?:train|bus|coach|ferry|flight|service|sailing)\b/.test(text.slice(to, to + 10))) return [];
    // With a point it may be a number; a word before it or "am" after it says that it is a time.
    const isNumber =
      /^\d+\.\d+$/.test(match[0]) &&
      !/\b(at|by|from|until|till|around|about|before|after|between|to|and)\s$/i.test(before);
    return isNumber ? [] : [{ from, to, text: match[0] }];
  });
}
