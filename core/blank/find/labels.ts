import type { BlankDef } from '../kinds/kind';
import { kindOf } from '../kinds/registry';

const CODES = 'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|HUF|AUD|CAD|NZD|JPY';
const WORDS: Record<string, string> = { euro: 'EUR', pound: 'GBP', dollar: 'USD' };
const CODE_BEFORE = new RegExp(String.raw`(?<![\p{L}\p{N}])(${CODES})\s?$`, 'u');
const CODE_BEHIND = new RegExp(String.raw`^\s?(${CODES}|(euro|pound|dollar)s?)(?!\p{L})`, 'u');

/** The currency named beside a gap belongs to it: the gap with it, and which it is. */
export function withCurrency(text: string, from: number, to: number): { from: number; to: number; currency: string } {
  const before = CODE_BEFORE.exec(text.slice(Math.max(0, from - 8), from));
  const behind = CODE_BEHIND.exec(text.slice(to, to + 10));
  if (behind) return { from, to: to + behind[0].length, currency: WORDS[behind[2] ?? ''] ?? behind[1]! };
  if (before) return { from: from - before[0].length, to, currency: before[1]! };
  return { from, to, currency: '' };
}

/** What a label or the words around say the blank is; first match counts. */
const GUESSES: [RegExp, string, Record<string, unknown>][] = [
  [
    /^(first|given|christian|fore) ?name$|^vorname$|^prénom$|^nombre$|^imi[eę]$|^jméno$|^имя$|^nome di battesimo$|^fornavn$|^förnamn$|^voornaam$/iu,
    'person',
    { field: 'firstName' },
  ],
  [
    /^(last|sur|family) ?name$|^nachname$|^nom( de famille)?$|^apellidos?$|^cognome$|^nazwisko$|^příjmení$|^фамилия$|^achternaam$|^etternavn$|^efternamn$|^姓$/iu,
    'person',
    { field: 'lastName' },
  ],
  [
    /^((client|customer|full|their|recipient|contact)('?s)? )?name$|^(client|customer|cliente|kunde|kundin|klient|klientka|клиент)$|^(名|名前|氏名|お名前|お客様名|姓名)$|^nome( completo)?$|^naam$/iu,
    'person',
    { field: 'fullName' },
  ],
  [
    /^(company|organi[sz]ation|firm|school|institution)( name)?$|^firma$|^empresa$|^société$|^entreprise$|^azienda$|^ditta$|^компания$|^(会社名|御社名|公司|公司名称)$/iu,
    'person',
    { field: 'company' },
  ],
  [
    /^(e-?mail)( address)?$|^correo( electrónico)?$|^courriel$|^(メール|メールアドレス|邮箱)$/iu,
    'person',
    { field: 'address' },
  ],
  [/^(my|your|sender|own)('?s)? (full )?name$/i, 'sender', { field: 'name' }],
  [/^today('s date)?$|^current date$/i, 'today', { part: 'date' }],
  [
    /\b(date|day|deadline|due|weekday|datum|fecha|tag|termin|wochentag|jour|giorno|dzie[nń]|d[ií]a|dato|den)\b|^data$|^дата$|^день$|^(日付|日程|日期|期限|曜日)$|^(mon|tues|wednes|thurs|fri|satur|sun)day$|^[dxj_]{1,2}[/.-][mx_]{1,2}[/.-][yxaj_]{2,4}$|^[yx_]{4}-[mx_]{2}-[dx_]{2}$/iu,
    'date',
    {},
  ],
  [
    /\b(time|hour|o'clock|uhrzeit|uhr|hora|heure|ora|orario|godzina|czas|klokke[nt]?|klockan|tijd|čas|hodina)\b|^(время|час|時間|時刻|时间)$|^[hx_]{1,2}[:.][mx_]{2}$/iu,
    'time',
    {},
  ],
  [
    /\b(amount|price|fee|cost|total|deposit|sum|balance|betrag|preis|summe|rate|importe|precio|montant|prix|importo|prezzo|kwota|cena|bedrag|prijs|částka|beløp|pris|valor)\b|^(сумма|цена|金額|価格|料金|金额|价格)$|^[£$€]/iu,
    'money',
    {},
  ],
  [
    /\b(how many|number of|quantity|count|percent(age)?|anzahl|menge|cantidad|nombre de|quantité|ilość|liczba)\b|^(qty|no\. of .+|%|数量|人数|個数)$/iu,
    'number',
    {},
  ],
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

const TITLE = /(?<!\p{L})(Mrs?|Ms|Miss|Dr|Prof|Herrn?|Frau|Madame|Mme|Monsieur|Señora?|Sra?|Signora?|Pani?)\.?\s$/u;

/** A name for a gap from the words around it: "on ____" is a day, "at ____" a time, "£____" an amount, else the word before. */
export function nameAround(text: string, from: number, to: number): string {
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
  if (TITLE.test(before)) return 'last name';
  if (/^\s?(様|さん)/u.test(after)) return 'full name';
  if (/\b(dear|hello|hi|hey|hallo|liebe[r]?|bonjour|hola)\s$/i.test(before)) return 'first name';
  if (/\b(on|by|until|till|before|after|since|from)\s$/i.test(before)) return 'day';
  const unit = /^\s?(minutes|hours|days|weeks|months|years|people|pupils|pieces)\b/i.exec(after);
  if (unit) return unit[1]!.toLowerCase();
  const words = (before.match(/[\p{L}][\p{L}'-]+/gu) ?? []).reverse();
  const word = words.find((one) => !SMALL.has(one.toLowerCase()));
  return word && words.indexOf(word) < 3 ? word.toLowerCase() : 'blank';
}
