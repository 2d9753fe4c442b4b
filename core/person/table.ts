import { blankKey } from '../blank/kinds/key';
import { addressProblem } from '../message/address';
import { writeTable } from '../text/csv';
import { phrase, type Phrase } from '../text/phrase';
import { addField, emptyEntry, MOST_ADDRESSES, NAME, type PersonEntry } from './facts';
import { splitName } from './name';

type Column = 'address' | 'addresses' | 'firstName' | 'lastName' | 'fullName' | 'company' | 'greetingName' | 'form';

/** No table of people is longer. */
const MOST = 20_000;

/** Words by which people call these columns; the first is the one that is written. */
const NAMES: Record<Column, string[]> = {
  address: [
    'e-mail',
    'email',
    'mail',
    'e-mail address',
    'email address',
    'address 1',
    'e-mail 1',
    'e-mail-adresse',
    'courriel',
    'adresse e-mail',
    'correo',
    'correo electrónico',
    'posta elettronica',
    'e-mailadres',
  ],
  addresses: ['further e-mail', 'other e-mail', 'e-mail 2', 'email 2', 'second e-mail', 'other addresses'],
  firstName: [
    'first name',
    'firstname',
    'given name',
    'forename',
    'vorname',
    'prénom',
    'nombre',
    'nome',
    'voornaam',
    'imię',
  ],
  lastName: [
    'last name',
    'lastname',
    'surname',
    'family name',
    'nachname',
    'nom',
    'nom de famille',
    'apellido',
    'apellidos',
    'cognome',
    'achternaam',
    'nazwisko',
  ],
  fullName: [
    'full name',
    'name',
    'display name',
    'contact',
    'anzeigename',
    'nom complet',
    'nombre completo',
    'nome completo',
  ],
  company: [
    'company',
    'organization',
    'organisation',
    'firm',
    'business',
    'firma',
    'unternehmen',
    'société',
    'entreprise',
    'empresa',
    'azienda',
    'bedrijf',
  ],
  greetingName: ['greeting name', 'greeting', 'salutation', 'nickname', 'anrede', 'spitzname'],
  form: ['form of address'],
};

/**
 * The people of a table, a line each, by the names of its columns; a column that is none of these becomes a field of
 * their own. Without a column that is called so, the one that holds addresses is taken.
 * @returns the people, and for each line that names nobody the reason, by the number of the line (from 1)
 */
export function peopleOfTable(cells: string[][]): {
  people: PersonEntry[];
  problems: { line: number; problem: Phrase }[];
} {
  const [head = [], ...lines] = cells;
  const taken = new Set<Column>();
  const columns = head.map((name) => {
    const column = (Object.keys(NAMES) as Column[]).find((one) => NAMES[one].includes(blankKey(name)));
    // A second column of the same name is a field of their own.
    if (!column || taken.has(column)) return undefined;
    taken.add(column);
    return column;
  });
  if (!columns.includes('address')) {
    const at = head.findIndex((_, i) => lines.some((line) => !addressProblem(line[i] ?? '')));
    if (at < 0) return { people: [], problems: [{ line: 1, problem: phrase('table.noAddresses') }] };
    columns[at] = 'address';
  }
  const problems: { line: number; problem: Phrase }[] = [];
  if (lines.length > MOST) problems.push({ line: MOST + 2, problem: phrase('table.peopleTooLong', { count: MOST }) });
  const people = lines.slice(0, MOST).flatMap((line, i): PersonEntry[] => {
    const of = (column: Column) => (line[columns.indexOf(column)] ?? '').trim();
    const address = of('address');
    const wrong = address ? addressProblem(address) : phrase('table.noAddress');
    if (wrong) {
      problems.push({ line: i + 2, problem: wrong });
      return [];
    }
    const named = splitName(of('fullName'));
    const entry: PersonEntry = {
      ...emptyEntry(address),
      addresses: [...new Set(of('addresses').split(/[\s,;]+/))]
        .filter((one) => one && one !== address && !addressProblem(one))
        .slice(0, MOST_ADDRESSES - 1),
      firstName: (of('firstName') || (of('lastName') ? '' : named.firstName)).slice(0, NAME),
      lastName: (of('lastName') || (of('firstName') ? '' : named.lastName)).slice(0, NAME),
      fullName: (of('fullName') || [of('firstName'), of('lastName')].filter(Boolean).join(' ')).slice(0, NAME),
      company: of('company').slice(0, NAME),
      greetingName: of('greetingName').slice(0, NAME),
      form: /^formal$/i.test(of('form')) ? 'formal' : /^familiar$/i.test(of('form')) ? 'familiar' : '',
    };
    let isCut = false;
    columns.forEach((column, at) => {
      if (!column && head[at]) isCut = !addField(entry.fields, head[at]!, line[at] ?? '') || isCut;
    });
    if (isCut) problems.push({ line: i + 2, problem: phrase('table.fieldsCut') });
    return [entry];
  });
  return { people, problems };
}

/** People as CSV (RFC 4180, UTF-8 with its mark), with a column for every own field. Reading it gives the same people. */
export function writePeople(people: PersonEntry[]): string {
  const own = new Map(people.flatMap(({ fields }) => fields.map(({ name }) => [blankKey(name), name] as const)));
  const columns = Object.keys(NAMES) as Column[];
  const called = (column: Column) => NAMES[column][0]!.replace(/^./, (first) => first.toUpperCase());
  const lines = [
    [...columns.map(called), ...own.values()],
    ...people.map((one) => {
      const fields = new Map(one.fields.map(({ name, value }) => [blankKey(name), value]));
      return [
        ...columns.map((column) => (column === 'addresses' ? one.addresses.join(' ') : one[column])),
        ...[...own.keys()].map((key) => fields.get(key) ?? ''),
      ];
    }),
  ];
  return writeTable(lines);
}
