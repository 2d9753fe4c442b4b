import ICAL from 'ical.js';
import { addressProblem } from '../message/address';
import { allOf, phrase, type Phrase } from '../text/phrase';
import { addField, emptyEntry, MOST_ADDRESSES, NAME, type PersonEntry } from './facts';
import { splitName } from './name';

/** Cards as they were read. */
export interface CardsRead {
  people: (PersonEntry & { remark: Phrase | null })[];
  /** Cards nobody could be made of, by their number from 1 and the name in them. */
  problems: { number: number; name: string; problem: Phrase }[];
}

/** No file of cards is longer, and no card has more lines. */
const MOST_CARDS = 20_000;
const MOST_LINES = 500;
/** No line is longer, in UTF-16 units, except of pictures, which are not read. */
const LINE = 20_000;

/** What a card says beside name, address and company, and what the field is called that keeps it. */
const FIELDS: Record<string, string> = {
  tel: 'Phone',
  adr: 'Address',
  bday: 'Birthday',
  anniversary: 'Anniversary',
  title: 'Job title',
  role: 'Role',
  url: 'Website',
  note: 'Remarks',
  lang: 'Language',
  categories: 'Groups',
  impp: 'Messenger',
};
const MOBILE = 'Mobile';
/** What is of no use in a letter: of the card itself, or no text. */
const PASSED_OVER =
  /^(?:version|uid|rev|prodid|kind|source|xml|clientpidmap|key|photo|logo|sound|gender|tz|geo|class|sort-string|mailer|label|profile|name|fn|n|email|org|nickname|member|related|begin|end)$/;
const PICTURE = /^(?:[\w-]+\.)?(?:photo|logo|sound|key)[;:]/i;

/** Fields that only this product knows (RFC 6350 6.10). */
const OWN_FIELD = 'x-jar-note-field';
const GREETING = 'x-jar-note-greeting';
const FORM = 'x-jar-note-form';

/** Lines that were broken put together again (RFC 6350 3.2), and those of version 2.1 that end in `=`. */
function unfolded(text: string): string[] {
  const lines: string[] = [];
  let parts: string[] = [];
  let isSoft = false;
  const close = () => parts.length && lines.push(parts.join(''));
  for (const line of text.split(/\r\n|\r|\n/)) {
    if (isSoft) parts.push(line);
    else if (/^[ \t]/.test(line)) parts.push(line.slice(1));
    else {
      close();
      parts = [line];
    }
    isSoft = line.endsWith('=') && /ENCODING=QUOTED-PRINTABLE/i.test(parts[0]!);
    if (isSoft) parts[parts.length - 1] = parts.at(-1)!.slice(0, -1);
  }
  close();
  return lines;
}

/** A line of version 2.1 as later versions have it: parameters with names, and what was encoded decoded. */
function modern(line: string): string {
  const at = line.indexOf(':');
  if (at < 0) return line;
  const [name = '', ...parameters] = line.slice(0, at).split(';');
  let value = line.slice(at + 1);
  const kept = parameters.flatMap((one) => {
    if (/^(?:ENCODING=)?QUOTED-PRINTABLE$/i.test(one)) {
      value = decoded(value);
      return [];
    }
    return /^CHARSET=/i.test(one) ? [] : [one.includes('=') ? one : `TYPE=${one}`];
  });
  return `${[name, ...kept].join(';')}:${value}`;
}

/** Quoted-printable (RFC 2045 6.7) in UTF-8; line breaks are written as a card has them. */
function decoded(value: string): string {
  const bytes = new TextEncoder().encode(value);
  const out: number[] = [];
  for (let i = 0; i < bytes.length; i++) {
    const hex =
      bytes[i] === 0x3d ? /^[0-9a-f]{2}/i.exec(String.fromCharCode(...bytes.subarray(i + 1, i + 3)))?.[0] : '';
    if (hex) i += 2;
    out.push(hex ? parseInt(hex, 16) : bytes[i]!);
  }
  return new TextDecoder().decode(new Uint8Array(out)).replace(/\r\n|\r|\n/g, '\\n');
}

/** One line, read: its name in small letters, its parameters, its parts. */
interface Property {
  name: string;
  types: string[];
  group: string;
  parameters: Record<string, string | string[]>;
  values: string[];
}

/** Stands for an escaped backslash while a line is read; no text has it (Unicode, noncharacters). */
const BACKSLASH = '\uFDD0';

const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [value]);

/** @throws when the line cannot be read */
function propertyOf(line: string, version: string): Property {
  const designs = ICAL.design as unknown as { vcard: object; vcard3: object };
  const read = ICAL.parse as unknown as {
    property(line: string, design: object): [string, object, string, ...unknown[]];
  };
  // The package takes any sign behind a backslash for an escaped one, also where that backslash is escaped itself.
  const plain = (version === '2.1' ? modern(line) : line).replace(/\\([^])/g, (pair, sign) =>
    sign === '\\' ? BACKSLASH : pair,
  );
  const [name, given, , ...values] = read.property(plain, version === '4.0' ? designs.vcard : designs.vcard3);
  const parameters = JSON.parse(JSON.stringify(given).replaceAll(BACKSLASH, '\\\\\\\\')) as Property['parameters'];
  const text = (part: unknown): string =>
    part === null || part === undefined ? '' : String(part).replaceAll(BACKSLASH, '\\');
  return {
    name,
    parameters,
    group: String(parameters.group ?? ''),
    types: listOf(parameters.type ?? []).map((type) => String(type).toLowerCase()),
    values: values.flatMap(listOf).map((part) => listOf(part).map(text).join(', ').trim()),
  };
}

/** Reads cards (RFC 6350, RFC 2426, and what is met of version 2.1). A line that cannot be read is told, and keeps no other out. */
export function readCards(text: string): CardsRead {
  const result: CardsRead = { people: [], problems: [] };
  let card: string[] | null = null;
  let number = 0;
  const close = () => {
    if (!card) return;
    const read = personOf(card);
    if ('problem' in read) result.problems.push({ number, ...read });
    else result.people.push(read);
    card = null;
  };
  for (const line of unfolded(text.replace(/^\uFEFF/, ''))) {
    if (/^BEGIN:VCARD\s*$/i.test(line)) {
      close();
      if (++number > MOST_CARDS) {
        result.problems.push({ number, name: '', problem: phrase('card.tooMany', { count: MOST_CARDS }) });
        return result;
      }
      card = [];
    } else if (/^END:VCARD\s*$/i.test(line)) close();
    else if (card && card.length < MOST_LINES && line.trim() && !PICTURE.test(line)) card.push(line.slice(0, LINE));
  }
  // A file that was cut off: what was there of the last card is taken.
  close();
  return result;
}

function personOf(lines: string[]): CardsRead['people'][number] | { name: string; problem: Phrase } {
  const version = lines.map((line) => /^VERSION:\s*([\d.]+)/i.exec(line)?.[1]).find(Boolean) ?? '3.0';
  const properties: Property[] = [];
  const remarks: Phrase[] = [];
  for (const line of lines) {
    try {
      properties.push(propertyOf(line, version));
    } catch {
      remarks.push(phrase('card.badLine', { line: line.slice(0, 60) }));
    }
  }
  const all = (name: string) => properties.filter((one) => one.name === name);
  const first = (name: string) => all(name)[0]?.values.find(Boolean) ?? '';
  const display = first('fn') || first('name');
  const org = (all('org')[0]?.values ?? []).filter(Boolean);
  const company = org.join(', ');
  if (/^group$/i.test(first('kind'))) return { name: display, problem: phrase('card.group') };

  const boxes = all('email').map((one) => ({ one, address: one.values[0]!.replace(/^mailto:/i, '') }));
  const rank = ({ one: { types, parameters } }: (typeof boxes)[number]) =>
    types.includes('pref') ? 0 : Number(parameters.pref ?? 101) || 101;
  const good = boxes.filter(({ address }) => !addressProblem(address)).sort((a, b) => rank(a) - rank(b));
  for (const { address } of boxes)
    if (addressProblem(address)) remarks.push(phrase('card.badAddress', { address: address.slice(0, 80) }));
  const [address, ...addresses] = [...new Set(good.map((box) => box.address))];
  if (!address) return { name: display || company, problem: phrase('card.noAddress') };

  const [last = '', given = '', middle = ''] = all('n')[0]?.values ?? [];
  const split = splitName(display);
  const isCompany = Boolean(company) && display === company && !given && !last;
  const entry: PersonEntry = {
    ...emptyEntry(address),
    addresses: addresses.slice(0, MOST_ADDRESSES - 1),
    firstName: isCompany ? '' : (given || (last ? '' : split.firstName)).slice(0, NAME),
    lastName: isCompany ? '' : (last || (given ? '' : split.lastName)).slice(0, NAME),
    fullName: (isCompany ? '' : display || [given, middle, last].filter(Boolean).join(' ')).slice(0, NAME),
    company: company.slice(0, NAME),
    greetingName: (first(GREETING) || (all('nickname')[0]?.values.length === 1 ? first('nickname') : '')).slice(
      0,
      NAME,
    ),
    form: first(FORM) === 'formal' ? 'formal' : first(FORM) === 'familiar' ? 'familiar' : '',
  };
  for (const property of properties) {
    const { name, types, group, parameters, values } = property;
    if (name === OWN_FIELD && !addField(entry.fields, String(parameters.name ?? ''), values.join(', ')))
      remarks.push(phrase('card.cut'));
    if (PASSED_OVER.test(name) || name.startsWith('x-')) continue;
    const label = group && properties.find((one) => one.name === 'x-ablabel' && one.group === group)?.values[0];
    const kind = label
      ? label.replace(/^_\$!<(.*)>!\$_$/, '$1').toLowerCase()
      : types.find((type) => /^(?:home|work)$/.test(type));
    const usual = name === 'tel' && types.includes('cell') ? MOBILE : (FIELDS[name] ?? name.toUpperCase());
    const value =
      name === 'adr'
        ? values.filter(Boolean).join('\n')
        : values
            .filter(Boolean)
            .join(', ')
            .replace(name === 'tel' ? /^tel:/i : /^(?!)/, '');
    if (!addField(entry.fields, kind ? `${usual} (${kind})` : usual, value)) remarks.push(phrase('card.cut'));
  }
  return { ...entry, remark: allOf(remarks.slice(0, 3)) };
}

/** The kind behind the name of a field, and the line of a card that says the same. */
function lineOf(name: string): { property: string; type: string } | null {
  const [, own = '', kind = ''] = /^(.*?)(?: \((home|work)\))?$/.exec(name)!;
  if (own === MOBILE) return { property: 'tel', type: kind ? `${kind},cell` : 'cell' };
  const property = Object.keys(FIELDS).find((key) => FIELDS[key] === own);
  return property && /^(?:tel|title|role|note|url)$/.test(property) ? { property, type: kind } : null;
}

/** Writes people as cards of version 4.0 (RFC 6350), or of 3.0 (RFC 2426) for older programs. Reading them gives the same people. */
export function writeCards(people: PersonEntry[], version: '3.0' | '4.0' = '4.0'): string {
  const isOld = version === '3.0';
  return people
    .map((one) => {
      const full =
        one.fullName || [one.firstName, one.lastName].filter(Boolean).join(' ') || one.company || one.address;
      const lines: unknown[][] = [
        ['version', {}, 'text', version],
        ['fn', {}, 'text', full],
        ['n', {}, 'text', [one.lastName, one.firstName, '', '', '']],
        ...[one.address, ...one.addresses].map((address, i) => [
          'email',
          i ? {} : isOld ? { type: 'pref' } : { pref: '1' },
          'text',
          address,
        ]),
        ...(one.company ? [['org', {}, 'text', [one.company]]] : []),
        ...(one.greetingName ? [[GREETING, {}, 'text', one.greetingName]] : []),
        ...(one.form ? [[FORM, {}, 'text', one.form]] : []),
        ...one.fields
          .filter(({ value }) => value)
          .map(({ name, value }) => {
            const usual = lineOf(name);
            return usual
              ? [usual.property, usual.type ? { type: usual.type.split(',') } : {}, 'text', value]
              : [OWN_FIELD, { name }, 'text', value];
          }),
      ];
      return `${ICAL.stringify(['vcard', lines, []] as never)}\r\n`;
    })
    .join('');
}
