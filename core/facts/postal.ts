import type { Stretch } from './times';

/*
 * Streets as English, German, French and Spanish write them, with the town and its code where they follow (common practice,
 * after the address formats of the Universal Postal Union, from memory). Every part is bounded, so that reading stays linear.
 */
const NAME = String.raw`\p{Lu}[\p{L}'’.-]{1,30}`;
const ENGLISH = String.raw`\d{1,4}[a-zA-Z]?(?:[-–]\d{1,4})?,?\s(?:${NAME}\s){1,4}(?:Street|St|Road|Rd|Lane|Ln|Avenue|Ave|Drive|Close|Court|Yard|Row|Square|Terrace|Place|Way|Hill|Gardens|Crescent|Quay|Park|Walk|Mews|Green|Steps|Wharf|Grove|Parade|Boulevard|Blvd)\b\.?`;
const GERMAN = String.raw`(?:(?:Am|An\sder|Auf\sdem|Im|Zum|Zur|Unter\sden)\s${NAME}|${NAME}\s(?:Straße|Strasse|Str\.|Weg|Platz|Allee|Ring|Damm|Ufer)|\p{Lu}[\p{Ll}-]{1,30}(?:straße|strasse|str\.|weg|gasse|platz|allee|ring|ufer|damm))\s\d{1,4}\s?[a-z]?(?![\p{L}\d])`;
const FRENCH = String.raw`\d{1,4}(?:\s(?:bis|ter))?,?\s(?:rue|avenue|av\.|boulevard|bd|place|chemin|allée|impasse|quai|route|cours|square)(?:\s(?:de|du|des|la|le|les|l['’]|d['’]))?(?:\s(?:de|du|des|la|le|les))?\s?${NAME}(?:[\s-]${NAME}){0,3}`;
const SPANISH = String.raw`(?:[Cc]alle|C/|[Aa]venida|Avda\.?|[Pp]laza|Pza\.?|[Pp]aseo|[Cc]amino)\s(?:de\s|del\s|la\s|las\s|los\s){0,2}${NAME}(?:\s(?:de\s|del\s|la\s){0,2}${NAME}){0,3},?\s(?:n\.?º\s?)?\d{1,4}`;
const PLACE = String.raw`\p{Lu}[\p{Ll}'’]{1,30}`;
const CODE_BEFORE = String.raw`(?:[A-Z]{1,2}-)?\d{4,5}\s${PLACE}(?:[\s-]${PLACE}){0,2}`;
const CODE_BEHIND = String.raw`${PLACE}(?:[\s-]${PLACE}){0,3}(?:,?\s(?:[A-Z]{1,2}\d{1,2}[A-Z]?\s\d[A-Z]{2}|[A-Z]{2}\s\d{5}))?`;
const TOWN = String.raw`(?:\s{0,2}[,\n]\s{0,2}(?:${CODE_BEFORE}|${CODE_BEHIND}(?![\p{L}'’])))?`;
const ADDRESS = new RegExp(String.raw`(?<![\p{L}\p{N}/-])(?:${ENGLISH}|${GERMAN}|${FRENCH}|${SPANISH})${TOWN}`, 'gu');
/** What begins the next sentence or line and is no town. */
const NO_TOWN =
  /[,\n]\s*(?:I|We|My|Our|It|The|This|That|And|But|Best|Kind|Dear|Yours|Regards|Many|Thank|Thanks|With|Please|Could|Can|If|On|Tel|Phone|Mobile|Ich|Wir|Mit|Bitte|Viele|Danke|Liebe|Merci|Bien|Nous|Je|Gracias|Un|Saludos)\b[^,\n]*$/u;

/** The postal addresses named in a text, in reading order, with their town where it follows. */
export function addressesInText(text: string): Stretch[] {
  return [...text.matchAll(ADDRESS)].map((match) => {
    const found = match[0].replace(NO_TOWN, '').replace(/[\s,.]+$/, '');
    return { from: match.index, to: match.index + found.length, text: found };
  });
}
