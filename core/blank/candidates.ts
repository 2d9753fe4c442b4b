import { daysInText } from '../calendar/inText';
import type { Day, DaysOff } from '../calendar/day';
import { referencesInText } from '../message/found';
import { FINDER_LIMIT } from '../message/limit';
import { amountsInText } from '../number/inText';
import type { BlankDef } from './kind';
import { blankKey } from './key';
import { kindOf } from './registry';

/** A stretch of wording that is likely to change from client to client, with the blank it most likely is. */
export interface Candidate {
  from: number;
  to: number;
  text: string;
  blank: BlankDef;
  /** `marked` by hand; `known` from the message it comes from; `value` that looks like one client's. */
  why: 'marked' | 'known' | 'value';
}

/** What wording that comes from a message brings along. */
export interface Origin {
  /** Names and company of who it was written to. */
  firstName: string;
  lastName: string;
  fullName: string;
  company: string;
  address: string;
}

interface Ways {
  locale: string;
  today: Day;
  off: DaysOff;
}

/** Capitals that are ordinary: abbreviations, units, titles and what letters say in capitals (common practice). */
const ORDINARY = new Set(
  `AM PM BC AD UK US USA EU UN NHS BBC VAT GST PAYE HMRC IRS NI TAX IBAN BIC SWIFT BACS ISBN ISSN ISO DIN EN CE CEO CFO CTO COO HR IT PR QA UX UI
  PDF HTML CSS XML JSON CSV URL HTTP HTTPS WWW API SMS MMS PIN ID QR USB HDMI LED LCD CD DVD TV HD UHD PC MAC OS RAM CPU GPU GPS WLAN WIFI VPN FAQ
  FYI ASAP RSVP PS PPS NB TBC TBD TBA ETA ETD DIY DOB AKA IE EG CC BCC RE FW FWD AOB AGM EGM LTD PLC LLC LLP INC GMBH AG SA BV NV CO GB EUR USD GBP CHF JPY
  BST GMT UTC CET CEST EST PST MOT DVLA SUV LPG AC DC KG KM CM MM ML II III IV VI VII VIII IX XI XII XIII XIV XV XX JS MBA PHD BSC MSC BA MA MD RN GP A4 A3 A5
  COVID NATO UNESCO UNICEF FIFA UEFA NASA DNA RNA HIV MRI CT ECG ICU SOS SPF ATM VIP OK TL DR LOL BTW IMO FAO SQ FT LB OZ RPM BPM DB HZ
  ABRSM LCM RSL NOT NO YES DO ALL ANY ONLY MUST NEVER ALWAYS AND OR BUT THE A I IMPORTANT URGENT NOTE PLEASE WARNING FREE NEW STOP`
    .split(/\s+/)
    .filter(Boolean),
);

/** More than this is no wording with gaps in it, and nobody would look through them. */
const MOST = 300;

const CODES = 'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|HUF|AUD|CAD|NZD|JPY';
const WORDS: Record<string, string> = { euro: 'EUR', pound: 'GBP', dollar: 'USD' };
const CODE_BEFORE = new RegExp(String.raw`(?<![\p{L}\p{N}])(${CODES})\s?$`, 'u');
const CODE_BEHIND = new RegExp(String.raw`^\s?(${CODES}|(euro|pound|dollar)s?)(?!\p{L})`, 'u');

/** The currency named beside a gap belongs to it: the gap with it, and which it is. */
function withCurrency(text: string, from: number, to: number): { from: number; to: number; currency: string } {
  const before = CODE_BEFORE.exec(text.slice(Math.max(0, from - 8), from));
  const behind = CODE_BEHIND.exec(text.slice(to, to + 10));
  if (behind) return { from, to: to + behind[0].length, currency: WORDS[behind[2] ?? ''] ?? behind[1]! };
  if (before) return { from: from - before[0].length, to, currency: before[1]! };
  return { from, to, currency: '' };
}

/** Letters and signs people put where something is to be filled in. */
const MARKS: { pattern: RegExp; label: (match: RegExpMatchArray) => string }[] = [
  { pattern: /(?<!\[)\[([^[\]\n]{1,60})\](?!\])(?!\()/g, label: (m) => m[1]! },
  { pattern: /\{{1,2}\s*([^{}\n]{1,60}?)\s*\}{1,2}/g, label: (m) => m[1]! },
  { pattern: /<{1,2}\s*([\p{L}][^<>\n@]{0,59}?)\s*>{1,2}/gu, label: (m) => m[1]! },
  { pattern: /«\s*([^«»\n]{1,60}?)\s*»/g, label: (m) => m[1]! },
  { pattern: /_{3,}/g, label: () => '' },
  { pattern: /(?<![\p{L}\p{N}])[xX]{2}[:.][xX]{2}(?![\p{L}\p{N}])/gu, label: () => 'time' },
  { pattern: /(?<![\p{L}\p{N}])[xX]{3,}(?![\p{L}\p{N}])/gu, label: () => '' },
  { pattern: /(?<![.\p{L}\p{N}])\.{5,}(?![.\p{L}\p{N}])|…{2,}/gu, label: () => '' },
  { pattern: /(?<![?\p{L}\p{N}])\?{3,}(?![\p{L}\p{N}])/gu, label: () => '' },
];

/** Brackets that mean something else. */
function isNoMark(text: string, label: string): boolean {
  const inner = label.trim();
  if (!/\p{L}{2}|\p{Script=Han}|^%$/u.test(inner)) return true;
  // Footnotes, list numbers, boxes to tick, omissions, remarks of an editor.
  if (/^(\d{1,3}|[ivxlc]{1,4}|[a-z]|x|sic|…|\.{3})$/i.test(inner)) return true;
  if (/^(https?:|mailto:|www\.)/i.test(inner)) return true;
  if (/^\d+\s*,/.test(inner)) return true;
  // A citation, a remark that begins like a sentence, a key of the keyboard.
  if (/^\p{Lu}[\p{L}. ]+,?\s(19|20)\d\d[a-z]?$/u.test(inner)) return true;
  if (/^(he|she|it|they|we|i|this|that|these|those)\s\S/i.test(inner) && text.startsWith('[')) return true;
  if (
    /^(enter|return|esc(ape)?|tab|space|ctrl|control|shift|alt|delete|del|backspace|home|end|f\d{1,2})(\s?[+-].*)?$/i.test(
      inner,
    ) &&
    text.startsWith('<')
  )
    return true;
  // Markup and code: a tag, something with an equals sign, a function.
  if (
    text.startsWith('<') &&
    /^(\/|!|[biupa]$|br\b|h[1-6]\b|p\b|li\b|ul\b|ol\b|div\b|span\b|em\b|td\b|tr\b|th\b|img\b|strong\b|table\b|html\b|body\b|head\b|hr\b)/i.test(
      inner,
    )
  )
    return true;
  if (/[=;{}+*^]|\(\)|=>/.test(inner)) return true;
  if (text.startsWith('{') && /["':]|^(return|var|let|const|if|else|for|while)\b/.test(inner)) return true;
  if (/^<[^<]/.test(text) && text !== `<${inner}>`) return true;
  // A remark of several words that reads like a sentence is prose in brackets.
  if (
    text.startsWith('[') &&
    (inner.split(/\s+/).length > 6 ||
      (/[.!?]$/.test(inner) && inner.split(/\s+/).length > 2) ||
      /^(note|see|cf|e\.g|i\.e|laughs|applause|edited|image|picture|attachment|cid)\b/i.test(inner))
  )
    return true;
  return text.startsWith('{') && inner.split(/\s+/).length > 6;
}

/** What a label or the words around say the blank is; first match counts. */
const GUESSES: [RegExp, string, Record<string, unknown>][] = [
  [/^(first|given|christian|fore) ?name$|^vorname$|^prénom$|^nombre$/i, 'person', { field: 'firstName' }],
  [/^(last|sur|family) ?name$|^nachname$|^nom de famille$/i, 'person', { field: 'lastName' }],
  [
    /^((client|customer|full|their|recipient|contact)('?s)? )?name$|^(client|customer)$/i,
    'person',
    { field: 'fullName' },
  ],
  [/^(company|organi[sz]ation|firm|school|institution)( name)?$|^firma$/i, 'person', { field: 'company' }],
  [/^(e-?mail)( address)?$/i, 'person', { field: 'address' }],
  [/^(my|your|sender|own)('?s)? (full )?name$/i, 'sender', { field: 'name' }],
  [/^today('s date)?$|^current date$/i, 'today', { part: 'date' }],
  [
    /\b(date|day|deadline|due|weekday|datum|fecha)\b|^(mon|tues|wednes|thurs|fri|satur|sun)day$|^d+[/.-]m+[/.-]y+$/i,
    'date',
    {},
  ],
  [/\b(time|hour|o'clock|uhrzeit)\b|^hh[:.]mm$/i, 'time', {}],
  [/\b(amount|price|fee|cost|total|deposit|sum|balance|betrag|preis|rate)\b|^[£$€]/i, 'money', {}],
  [/\b(how many|number of|quantity|count|percent(age)?)\b|^(qty|no\. of .+|%)$/i, 'number', {}],
];

/** What kind of blank a label says it is; asked text when it says nothing. */
export function guessKind(label: string): Pick<BlankDef, 'kind' | 'options'> {
  const found = GUESSES.find(([pattern]) => pattern.test(label.trim()));
  const kind = found?.[1] ?? 'text';
  return { kind, options: { ...kindOf(kind).defaults, ...found?.[2] } };
}

const SMALL = new Set(
  'the a an of for to at on in is are was be by and or your our my his her their its will with from this that it i you we as per no so'.split(
    ' ',
  ),
);

/** A name for a gap from the words around it: "on ____" is a day, "at ____" a time, "£____" an amount, else the word before. */
function nameAround(text: string, from: number, to: number): string {
  const before = text
    .slice(Math.max(0, from - 60), from)
    .split('\n')
    .at(-1)!;
  const after = text.slice(to, to + 30).split('\n')[0]!;
  if (
    /\p{Sc}\s?$/u.test(before) ||
    /^\s?(\p{Sc}|(euros?|pounds?|dollars?|[A-Z]{3})\b)/u.test(after) ||
    CODE_BEFORE.test(before)
  )
    return 'amount';
  if (/^\s?(am|pm|o'clock|uhr)\b/i.test(after) || /\b(at|around|by about)\s$/i.test(before)) return 'time';
  if (/^\s?%/.test(after)) return 'per cent';
  if (/\b(dear|hello|hi|hey|hallo|liebe[r]?|bonjour|hola)\s$/i.test(before)) return 'first name';
  if (/\b(on|by|until|till|before|after|since|from)\s$/i.test(before)) return 'day';
  const unit = /^\s?(minutes|hours|days|weeks|months|years|people|pupils|pieces)\b/i.exec(after);
  if (unit) return unit[1]!.toLowerCase();
  const words = (before.match(/[\p{L}][\p{L}'-]+/gu) ?? []).reverse();
  const word = words.find((one) => !SMALL.has(one.toLowerCase()));
  return word && words.indexOf(word) < 3 ? word.toLowerCase() : 'blank';
}

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Words in capitals that are no ordinary abbreviation, in a text that is not all in capitals. */
function* inCapitals(text: string): Generator<{ from: number; to: number; text: string }> {
  const letters = text.match(/\p{L}/gu) ?? [];
  const capitals = text.match(/\p{Lu}/gu) ?? [];
  if (capitals.length > letters.length * 0.6 && letters.length > 30) return;
  const line = /(?<![\p{L}\p{N}@./:#_-])\p{Lu}{2,}(?:[ _-]\p{Lu}{2,}|['’]S(?!\p{L}))*(?![\p{L}\p{N}@_/])/gu;
  for (const match of text.matchAll(line)) {
    const words = match[0].split(/[ _-]/);
    const start = text.lastIndexOf('\n', match.index) + 1;
    const end = text.indexOf('\n', match.index);
    const whole = text.slice(start, end < 0 ? undefined : end);
    // A heading stands alone in its line; a shout has a "!" behind it.
    if (!/\p{Ll}/u.test(whole)) continue;
    if (text[match.index + match[0].length] === '!') continue;
    if (words.every((word) => ORDINARY.has(word) || word.length < 3)) continue;
    if (words.length === 1 && /^[IVXLCDM]+$/.test(words[0]!)) continue;
    // An abbreviation is explained where it stands, or said to be one.
    if (new RegExp(String.raw`\(\s*${escape(match[0])}\s*\)`).test(text)) continue;
    if (words.length === 1 && !CAPITAL_FIELDS.test(words[0]!)) continue;
    if (words.length > 1 && !words.some((word) => CAPITAL_FIELDS.test(word))) continue;
    yield { from: match.index, to: match.index + match[0].length, text: match[0] };
  }
}

/** Words that name what is to be filled in, when they stand in capitals. */
const CAPITAL_FIELDS =
  /^(NAME|NAMES|FIRSTNAME|LASTNAME|SURNAME|FORENAME|DATE|DAY|WEEKDAY|MONTH|YEAR|TIME|HOUR|ADDRESS|STREET|TOWN|CITY|POSTCODE|ZIP|COUNTRY|PHONE|TELEPHONE|MOBILE|NUMBER|AMOUNT|PRICE|COST|FEE|TOTAL|DEPOSIT|SUM|BALANCE|COMPANY|FIRM|CLIENT|CUSTOMER|CONTACT|SCHOOL|TITLE|SUBJECT|TOPIC|PRODUCT|SERVICE|ITEM|MODEL|SERIAL|REFERENCE|ORDER|INVOICE|CODE|LINK|PLACE|LOCATION|VENUE|ROOM|EVENT|REASON|DETAILS|DEADLINE|QUANTITY|DURATION|INSERT|XXX|BLANK|FILL|RECIPIENT|SENDER|EMAIL|VORNAME|NACHNAME|DATUM|BETRAG|NOM|PRENOM|FECHA|NOMBRE|INSTRUMENT|PIANO|PUPIL|STUDENT|TEACHER|PARENT|CHILD|PATIENT|GUEST|AGENT|PROPERTY|PROJECT|COURSE|POSITION|ROLE)$/;

/**
 * What in a text is likely to change from client to client: what people mark by hand (brackets, gaps, runs of x,
 * capitals), and, when it comes from a message, who it was written to, days, amounts, codes, addresses and links.
 * Ordinary prose stays untouched. In reading order, none overlapping another.
 * @param origin who the wording was written to; without it only marks by hand are looked for
 */
export function findCandidates(written: string, ways: Ways, origin: Origin | null = null): Candidate[] {
  const text = written.slice(0, FINDER_LIMIT);
  const out: Candidate[] = [];
  const add = (
    from: number,
    to: number,
    label: string,
    why: Candidate['why'],
    as?: Pick<BlankDef, 'kind' | 'options'>,
  ) => {
    if (out.length >= MOST || out.some((other) => from < other.to && to > other.from)) return;
    const hasSign =
      /\p{Sc}\s?$/u.test(text.slice(Math.max(0, from - 3), from)) || /^\s?\p{Sc}/u.test(text.slice(to, to + 3));
    const clean = label.replace(/[_]+/g, ' ').replace(/\s+/g, ' ').trim().slice(0, 60);
    const name = /^[^\p{Ll}]+$/u.test(clean) ? clean.toLowerCase() : clean;
    const likely = as ?? guessKind(name);
    // Where the sign of the currency stands already, only the figure is asked.
    const kind =
      likely.kind === 'money' && hasSign ? { kind: 'number', options: { ...kindOf('number').defaults } } : likely;
    const whole = kind.kind === 'money' && why === 'marked' ? withCurrency(text, from, to) : { from, to, currency: '' };
    const options = whole.currency ? { ...kind.options, currency: whole.currency } : kind.options;
    out.push({
      from: whole.from,
      to: whole.to,
      text: text.slice(whole.from, whole.to),
      why,
      blank: { label: name, kind: kind.kind, options },
    });
  };

  for (const { pattern, label } of MARKS) {
    for (const match of text.matchAll(pattern)) {
      const named = label(match);
      if (named && isNoMark(match[0], named)) continue;
      const [from, to] = [match.index, match.index + match[0].length];
      const bare = !named || /^[x_.?]+$/i.test(named);
      // Inside a quotation, brackets are the editor's; after a dollar sign, a program's.
      if (match[0].startsWith('[') && isInQuotation(text, from)) continue;
      if (match[0].startsWith('{') && text[from - 1] === '$') continue;
      // A row of signs on a line of its own is a rule, not a gap.
      if (!named && !/[\p{L}\p{N}]/u.test(lineAround(text, from).replace(match[0], ''))) continue;
      add(from, to, bare ? nameAround(text, from, to) : named, 'marked');
    }
  }
  for (const { from, to, text: word } of inCapitals(text)) add(from, to, word.replace(/^INSERT[ _]/, ''), 'marked');
  if (origin) findValues(text, ways, origin, add);
  return distinctLabels(out.sort((a, b) => a.from - b.from));
}

/** Whether an odd number of quotation marks stands before in the line. */
function isInQuotation(text: string, at: number): boolean {
  const before = text.slice(text.lastIndexOf('\n', at - 1) + 1, at);
  const open = (before.match(/[“„«]/g) ?? []).length - (before.match(/[”»]/g) ?? []).length;
  return (before.match(/"/g) ?? []).length % 2 === 1 || open > 0;
}

const lineAround = (text: string, at: number) => {
  const end = text.indexOf('\n', at);
  return text.slice(text.lastIndexOf('\n', at - 1) + 1, end < 0 ? undefined : end);
};

const TIME =
  /(?<![\p{N}:.])(?:[01]?\d|2[0-3])[:.][0-5]\d(?:\s?(?:am|pm))?(?![\p{N}:%]|\.\d)|(?<![\p{L}\p{N}.])(?:1[0-2]|[1-9])\s?(?:am|pm|o'clock)\b/gu;

/** Whether a weekday in running text means one day, and not a habit or a name. */
function isOneDay(text: string, from: number, to: number): boolean {
  const before = text.slice(Math.max(0, from - 12), from);
  const after = text.slice(to, to + 14);
  if (/\b(day|to|through|and)\s?[-–]?\s?$/i.test(before) && /day\s(to|through|and|-|–)\s$/i.test(before)) return false;
  if (
    /^s?[\p{L}]/u.test(after) ||
    /^\s(to|through|-|–)\s/i.test(after) ||
    /\b(every|each|any|most|all|alternate)\s$/i.test(before)
  )
    return false;
  if (/^(next|this|tomorrow)\b/i.test(text.slice(from, to))) return true;
  return (
    /\b(on|by|until|till|for|from|before|after|since|or)\s$/i.test(before) ||
    /^([.,!?]|$|\s(at|morning|afternoon|evening)\b)/i.test(after)
  );
}

type Add = (
  from: number,
  to: number,
  label: string,
  why: Candidate['why'],
  as?: Pick<BlankDef, 'kind' | 'options'>,
) => void;

function findValues(text: string, { locale, today, off }: Ways, origin: Origin, add: Add): void {
  const whole = (value: string) =>
    text.matchAll(new RegExp(String.raw`(?<![\p{L}\p{N}])${escape(value)}(?![\p{L}\p{N}])`, 'gu'));
  const of = (kind: string, options: Record<string, unknown>) => ({
    kind,
    options: { ...kindOf(kind).defaults, ...options },
  });
  const facts: [string, string, string][] = [
    [origin.address, 'address', 'address'],
    [origin.fullName, 'full name', 'fullName'],
    [origin.company, 'company', 'company'],
    [origin.firstName, 'first name', 'firstName'],
    [origin.lastName, 'last name', 'lastName'],
  ];
  for (const [value, label, field] of facts) {
    if (value.trim().length < 2) continue;
    for (const match of whole(value.trim()))
      add(match.index, match.index + match[0].length, label, 'known', of('person', { field }));
  }
  for (const match of text.matchAll(/https?:\/\/[^\s<>")\]]+[^\s<>")\].,;:!?]/g))
    add(match.index, match.index + match[0].length, 'link', 'value', of('text', {}));
  for (const match of text.matchAll(
    /(?<![\p{L}\p{N}._%+-])[\p{L}\p{N}._%+-]{1,64}@[\p{L}\p{N}-]{1,63}(?:\.[\p{L}\p{N}-]{1,63}){1,8}/gu,
  ))
    add(match.index, match.index + match[0].length, 'mail address', 'value', of('text', {}));
  for (const { from, to, vague } of daysInText(text, today, locale, off)) {
    if (!vague || isOneDay(text, from, to)) add(from, to, 'day', 'value', of('date', {}));
  }
  for (const match of text.matchAll(TIME)) {
    const before = text.slice(Math.max(0, match.index - 12), match.index);
    if (/\p{Sc}\s?$/u.test(before)) continue;
    // With a point it may be a number; a word before it or "am" after it says that it is a time.
    if (
      /^\d+\.\d+$/.test(match[0]) &&
      !/\b(at|by|from|until|till|around|about|before|after|between|to|and)\s$/i.test(before)
    )
      continue;
    add(match.index, match.index + match[0].length, 'time', 'value', of('time', {}));
  }
  for (const { from, to } of amountsInText(text, locale)) add(from, to, 'amount', 'value', of('money', {}));
  for (const { from, to, called } of referencesInText(text))
    add(from, to, called || 'reference', 'value', of('text', {}));
}

/** Two candidates of one name are one question only when they say the same; otherwise the later one gets a number. */
function distinctLabels(candidates: Candidate[]): Candidate[] {
  const taken = new Map<string, string>();
  return candidates.map((candidate) => {
    const { blank, why, text } = candidate;
    const said = `${blank.kind}|${why === 'value' ? text : ''}${/[\p{L}\p{N}]/u.test(text) && !/^x+$/i.test(text) ? '' : candidate.from}`;
    for (let i = 1; ; i++) {
      const label = i === 1 ? blank.label : `${blank.label} ${i}`;
      const known = taken.get(blankKey(label));
      if (known !== undefined && known !== said) continue;
      taken.set(blankKey(label), said);
      return { ...candidate, blank: { ...blank, label } };
    }
  });
}
