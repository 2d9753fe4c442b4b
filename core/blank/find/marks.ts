import { BRACKETED } from '../../text/brackets';
import { guessKind, nameAround } from './labels';

/** A mark made by hand, and what it asks for. */
export interface FoundMark {
  from: number;
  to: number;
  label: string;
}

/** Letters and signs people put where something is to be filled in. */
interface Mark {
  pattern: RegExp;
  label: (match: RegExpMatchArray) => string;
  /**
   * Only where the label names what is to be filled in: the signs mean something else as well. Where one does, `together`
   * takes all in the text for marks.
   */
  named?: true | 'together';
}

const MARKS: Mark[] = [
  { pattern: new RegExp(String.raw`(?<!\[)${BRACKETED}(?![\]([])`, 'g'), label: (m) => m[1]! },
  { pattern: /\[\[\s*([^[\]\n]{1,60}?)\s*\]\]/g, label: (m) => m[1]! },
  { pattern: /\{{1,2}\s*([^{}\n]{1,60}?)\s*\}{1,2}/g, label: (m) => m[1]! },
  { pattern: /<{1,2}\s*([\p{L}][^<>\n@]{0,59}?)\s*>{1,2}/gu, label: (m) => m[1]! },
  { pattern: /«\s?([^«»\n]{1,60}?)\s?»/g, label: (m) => m[1]!, named: true },
  { pattern: /【\s*([^】\n]{1,30}?)\s*】/gu, label: (m) => m[1]!, named: true },
  { pattern: /(?<![\p{L}\p{N}%])%(\p{L}[\p{L}_ -]{1,40})%(?![\p{L}\p{N}%])/gu, label: (m) => m[1]! },
  { pattern: /(?<![\p{L}\p{N}#])#(\p{L}[\p{L}_ -]{1,40})#(?![\p{L}\p{N}#])/gu, label: (m) => m[1]! },
  {
    pattern: /(?<![\p{L}\p{N}$])\$([a-z][a-z_]{2,30})(?![\p{L}\p{N}([=]|->)/gu,
    label: (m) => m[1]!,
    named: 'together',
  },
  { pattern: /(?<=\s|^)\((\p{L}[\p{L} '’-]{1,30})\)/gmu, label: (m) => m[1]!, named: true },
  // A date or a time with its figures left out.
  {
    pattern:
      /(?<![\p{L}\p{N}_/.-])(?:[xX_]{2}|[dDjJtT]{1,2})([/.-])(?:[xX_]{2}|[mM]{1,2})\1(?:[xX_]{2,4}|[yYaAjJ]{2,4}|(?:19|20)\d{2})(?![\p{L}\p{N}_/-])/gu,
    label: () => 'date',
  },
  // With its month written as well, or its day.
  {
    pattern:
      /(?<![\p{L}\p{N}_/.-])(?:[xX_]{2}([/.-])\d{1,2}|\d{1,2}([/.-])[xX_]{2})(?:\1\2)(?:[xX_]{2,4}|(?:19|20)\d{2})(?![\p{L}\p{N}_/-])/gu,
    label: () => 'date',
  },
  {
    pattern: /(?<![\p{L}\p{N}_/.-])(?:[yYxX_]{4}|(?:19|20)\d{2})-[mMxX_]{2}-[dDxX_]{2}(?![\p{L}\p{N}_/-])/gu,
    label: () => 'date',
  },
  // The same with no year, with its stop or without.
  {
    pattern: /(?<![\p{L}\p{N}_/.-])(?:__|[dDjJtT]{2})([/.])(?:__|[mM]{2})(?:\1(?!\S))?(?![\p{L}\p{N}_/-])/gu,
    label: () => 'date',
  },
  { pattern: /[○〇◯]{1,2}月\s?[○〇◯]{1,2}日/gu, label: () => '日付' },
  {
    pattern: /(?<![\p{L}\p{N}_])(?:[xX_]{2}[:.][xX_]{2}|[hH]{2}[:.][mM]{2})(?![\p{L}\p{N}_])/gu,
    label: () => 'time',
  },
  { pattern: /[○〇◯]{1,2}時(?:\s?[○〇◯]{1,2}分)?/gu, label: () => '時間' },
  { pattern: /_{3,}(?:[.,]__(?!_))?|(?<=^|[\s\p{Sc}(])__(?=$|[\s.,;:!?)%])/gmu, label: () => '' },
  { pattern: /(?<![\p{L}\p{N}])[xX]{3,}(?![\p{L}\p{N}])/gu, label: () => '' },
  // Two of them only where a figure is wanted; else they are kisses, sizes and Roman figures.
  {
    pattern:
      /(?<=\p{Sc}\s?)[xX]{2}(?![\p{L}\p{N}])|(?<![\p{L}\p{N}])[xX]{2}(?=\s?(?:%|\p{Sc}|minutes|hours|days|weeks|months|years|people|persons|seats|places|pieces|copies|metres|miles|km\b|kg\b|litres|[ap]m\b|Uhr\b|uur\b|Euro\b|Minuten|Stunden|Tage|Personen))/gu,
    label: () => '',
  },
  // Dots that lead to the number of a page are none.
  { pattern: /(?<![.\p{L}\p{N}])\.{5,}(?![.\p{L}\p{N}]|\s*\d{1,4}\s*$)|…{2,}/gmu, label: () => '' },
  { pattern: /(?<![?\p{L}\p{N}])\?{3,}(?![\p{L}\p{N}])|(?<=\s|\p{Sc})\?\?(?=$|[\s.,;:)%])/gmu, label: () => '' },
  { pattern: /[○〇◯]{2,}/gu, label: () => '' },
  {
    pattern: /(?<![\p{L}\p{N}(@./“"-])TB[ACD](?![\p{L}\p{N}@/”"-])(?!\s+(?:means|stands?|is short))/gu,
    label: () => '',
  },
];

/** Brackets that mean something else. @param before what stands before them */
function isNoMark(text: string, label: string, before: string): boolean {
  const inner = label.trim();
  // A letter that stands for a number is one; a box that is ticked stands at the beginning of its line.
  if (/^[NX]$/.test(inner)) return !/\p{L}[^\n]*$/u.test(before);
  if (!/\p{L}{2}|\p{Script=Han}|^%$/u.test(inner)) return true;
  // Steering of a template, not a place to fill in.
  if (/^[#/!>%&^]/.test(inner)) return true;
  // Footnotes, list numbers, boxes to tick, omissions, remarks of an editor.
  if (
    /^(\d{1,3}|[ivxlc]{1,4}|[a-z]|sic|signed|sealed|stamp|illegible|unclear|inaudible|redacted|…|\.{3})$/i.test(inner)
  )
    return true;
  if (/^(https?:|mailto:|www\.)/i.test(inner)) return true;
  if (/^\d+\s*,/.test(inner)) return true;
  // A standard that is referred to, and answers to a question.
  if (text.startsWith('[') && /^\p{Lu}{2,6}[\s-]?\d[\d.:-]*$/u.test(inner)) return true;
  if (/^(yes|no|true|false|null)$/i.test(inner)) return true;
  // A citation, a remark that begins like a sentence, a key of the keyboard.
  if (/^\p{Lu}[\p{L}. ]+,?\s(19|20)\d\d[a-z]?$/u.test(inner)) return true;
  if (
    /^(he|she|it|they|we|i|this|that|these|those|as|in|by|with|from|of|for|at|on)\s\S/i.test(inner) &&
    text.startsWith('[')
  )
    return true;
  if (
    /^(enter|return|esc(ape)?|tab|space|ctrl|control|shift|alt|delete|del|backspace|home|end|f\d{1,2})(\s?[+-].*)?$/i.test(
      inner,
    ) &&
    /^[<[]/.test(text)
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
      /^(note|see|cf|e\.g|i\.e|now|formerly|end of|beginning of|continued|emphasis|laughs|laughter|applause|music|pause|edited|image|picture|attachment|cid)\b/i.test(
        inner,
      ))
  )
    return true;
  return text.startsWith('{') && inner.split(/\s+/).length > 6;
}

/** Words that name what is to be filled in although they say no kind. */
const FIELD_WORDS =
  /^(name|names|title|address|street|town|city|place|phone|telephone|mobile|number|code|reference|topic|subject|reason|adresse|dirección|indirizzo|adres|straße|ort|ciudad|ville|città|miasto|telefon|teléfono|téléphone|telefono|住所|電話番号|番号|商品名|件名|адрес|телефон)$/iu;
const isField = (label: string): boolean =>
  FIELD_WORDS.test(label.trim()) || guessKind(label.replace(/_/g, ' ')).kind !== 'text';

/** Stretches that are code or an address on the web: signs in them are no marks. */
function technical(text: string): { from: number; to: number }[] {
  const found = [...text.matchAll(/`[^`\n]{1,300}`|\b(?:https?:\/\/|www\.)[^\s"]{1,2000}/g)];
  return found.map((match) => ({ from: match.index, to: match.index + match[0].length }));
}

/** The marks people make by hand in a text, in the order of their patterns; they may overlap. */
export function* marksInText(text: string): Generator<FoundMark> {
  const code = technical(text);
  for (const { pattern, label, named } of MARKS) {
    const matches = [...text.matchAll(pattern)];
    const isTogether = named === 'together' && matches.some((match) => isField(label(match)));
    for (const match of matches) {
      const said = label(match);
      const [from, to] = [match.index, match.index + match[0].length];
      if (said && isNoMark(match[0], said, text.slice(Math.max(0, from - 80), from))) continue;
      if (named && !isTogether && !isField(said)) continue;
      if (code.some((other) => from < other.to && to > other.from)) continue;
      // Inside a quotation, brackets are the editor's; after a dollar sign, a program's.
      if (match[0].startsWith('[') && isInQuotation(text, from)) continue;
      if (match[0].startsWith('{') && text[from - 1] === '$') continue;
      // Where somebody signs on paper nothing is filled in here.
      if (!said && to - from > 9 && SIGNED.test(text.slice(Math.max(0, from - 40), from))) continue;
      // A row of signs on a line of its own is a rule, not a gap.
      if (!said && !/[\p{L}\p{N}]/u.test(lineAround(text, from).replace(match[0], ''))) continue;
      const bare = !said || /^[x_.?]+$/i.test(said);
      yield { from, to, label: bare ? nameAround(text, from, to) : said };
    }
  }
}

const SIGNED =
  /(?<!\p{L})(?:signature|signed|unterschrift|unterzeichnet|firma|podpis|handtekening)(?!\p{L})[^\p{L}\n]*$/iu;

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
