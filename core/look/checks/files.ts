import { fileSize } from '../../number/size';
import { foldAccents } from '../../text/fold';
import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import { placeIn, type Letter } from '../letter/letter';

/** Words that say a file goes along, in the languages of letters (common practice, no source). */
const SAID =
  /(?<!\p{L})(?:(?:(?:i am|i'm|we are|we're|i|we|am|are|is|please find|find|is now|have|i've|see)\s+(?:also\s+|now\s+|the\s+)?)?attach(?:ed|ing)?(?!\p{L})(?!\s+to\s+(?:the|its|your|his|her|their)(?!\p{L}))|attachments?|enclosed|enclosing|enclosures?|anbei|im anhang|in der anlage|als anlage|anhang|angeh[aä]ngt|beigef[uü]gt|beiliegend|h[aä]nge\s.{1,40}\san|ci-?\s?joint(?:e?s?)?|pi[eè]ces?\s+jointes?|en annexe|je (?:vous |te )?joins|nous joignons|adjunt[oa]s?|adjuntamos|archivos? adjuntos?|en anexo)(?!\p{L})/giu;
/** The same words where it is somebody else's file, or none, or one to come. */
const NOT_MINE =
  /(?:\byour\s+|\byou(?:'ve| have)?\s+|\bno\s+|\bwithout\s+(?:an?\s+|the\s+)?|\btheir\s+|\bihr(?:e[nmrs]?)?\s+|\bdein(?:e[nmrs]?)?\s+|\bohne\s+|\bkeine?n?\s+|\bvotre\s+|\bvos\s+|\bta\s+|\bsans\s+|\bsu\s+|\btu\s+|\bsin\s+|\blater\s+|\bam very\s+|\bso\s+|\bgot\s+|\breceived\s+(?:the\s+|your\s+)?|\bthanks for (?:the|your)\s+|\bthank you for (?:the|your)\s+)$/iu;
const NOT_AFTER =
  /^\s+(?:you sent|from you|in your|to your (?:message|mail|email|letter)|to each other|that you|separately|later|tomorrow|die sie|das sie|den sie|que vous|que usted|que me|aux? r[eè]gles|to (?:old|this|that|these|those|it|him|her|them))/iu;
/** What says that a file is there without the word. */
const OF_FILE =
  /(?<!\p{L})(?:pdf|files?|documents?|photos?|photographs?|pictures?|images?|plans?|lists?|forms?|invoices?|estimates?|quotes?|receipts?|contracts?|brochures?|leaflets?|copy|copies|scan(?:ned)?|sheet|here (?:is|are)|datei(?:en)?|dokumente?|fotos?|bilde?r?|pl[aä]ne?|listen?|formulare?|rechnung(?:en)?|angebote?|kostenvoranschlag|vertrag|hier (?:ist|sind)|fichiers?|photos?|images?|plan|listes?|formulaires?|factures?|devis|contrat|voici|archivos?|documentos?|fotos?|im[aá]gen(?:es)?|planos?|listas?|formularios?|facturas?|presupuestos?|contrato|aqu[ií] (?:est[aá]n?|tiene))(?!\p{L})/iu;

function saidIn(letter: Letter) {
  for (const line of letter.lines) {
    for (const match of line.text.matchAll(SAID)) {
      const before = line.text.slice(Math.max(0, match.index - 40), match.index);
      if (NOT_MINE.test(before) || NOT_AFTER.test(line.text.slice(match.index + match[0].length))) continue;
      return { line, from: match.index, text: match[0] };
    }
  }
  return null;
}

const hasPicture = ({ body }: Letter) => {
  let found = false;
  body.descendants((node) => ((found ||= node.type.name === 'picture'), !found));
  return found;
};

/** A file is spoken of and none there, or there and not spoken of. */
export function files(letter: Letter): Omit<Finding, 'stop'>[] {
  const said = saidIn(letter);
  if (!letter.attachments.length) {
    if (!said || hasPicture(letter)) return [];
    const { line, from, text } = said;
    return [
      {
        kind: 'file-missing',
        about: text.toLowerCase(),
        words: phrase('look.fileMissing', { text: text.trim() }),
        place: placeIn(line, from, text.length),
        mend: { type: 'attach' },
      },
    ];
  }
  const text = `${letter.subjectText}\n${letter.text}`;
  if (said || OF_FILE.test(text)) return [];
  const folded = foldAccents(text);
  const isNamed = letter.attachments.some(({ name }) =>
    foldAccents(name.replace(/\.[^.]*$/, ''))
      .split(/[^\p{L}]+/u)
      .some((word) => word.length > 3 && folded.includes(word)),
  );
  if (isNamed) return [];
  const { name } = letter.attachments[0]!;
  return [
    { kind: 'file-unsaid', about: name, words: phrase('look.fileUnsaid', { name }), place: { part: 'attachments' } },
  ];
}

/** Many mailboxes take no more than 20 to 25 MB, and a message grows by a third on its way (common practice; RFC 2045 6.8). */
const LARGE = 15_000_000;

/** Files that together are more than many mailboxes take. */
export function size({ attachments }: Letter): Omit<Finding, 'stop'>[] {
  const bytes = attachments.reduce((sum, one) => sum + one.size, 0);
  if (bytes <= LARGE) return [];
  return [
    {
      kind: 'too-large',
      about: '',
      words: phrase('look.tooLarge', { size: fileSize(bytes) }),
      place: { part: 'attachments' },
    },
  ];
}
