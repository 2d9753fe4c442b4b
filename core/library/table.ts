import { blankKey } from '../blank/kinds/key';
import { docFromText } from '../note/schema';
import { blanksFromBrackets } from './brackets';
import { proposedName } from './name';
import { line, type SingleNote } from './single';
import { phrase, type Phrase } from '../text/phrase';

/** A note as one line of a table holds it. */
export interface TableNote extends SingleNote {
  description: string;
  cue: string;
  /** The shelf's name, with `/` between a shelf and the one inside it; empty for none. */
  shelf: string;
}

type Field = 'name' | 'subject' | 'body' | 'cue' | 'description' | 'shelf';

/** No table of notes is longer. */
const MOST = 20_000;

/** Words by which people call these columns. */
const NAMES: Record<Field, string[]> = {
  name: ['name', 'title', 'note', 'titel', 'bezeichnung', 'nom', 'nombre', 'nome'],
  subject: ['subject', 'betreff', 'objet', 'asunto', 'oggetto', 'onderwerp'],
  body: ['body', 'text', 'content', 'message', 'wording', 'inhalt', 'texte', 'texto', 'testo', 'nachricht'],
  cue: ['cue', 'short', 'shortcut', 'abbreviation', 'code', 'kürzel'],
  description: ['description', 'about', 'remark', 'comment', 'beschreibung', 'bemerkung'],
  shelf: ['shelf', 'folder', 'group', 'category', 'ordner', 'gruppe', 'kategorie', 'dossier'],
};

/**
 * The notes of a table, a line each, by the names of its columns. Without such names the columns are taken as name,
 * subject and body; two columns as name and body; one as body.
 * @returns the notes, and for each line that is none the reason, by the number of the line (from 1)
 */
export function notesOfTable(cells: string[][]): { notes: TableNote[]; problems: { line: number; problem: Phrase }[] } {
  const [first = [], ...others] = cells;
  const fieldOf = (name: string) =>
    (Object.keys(NAMES) as Field[]).find((field) => NAMES[field].includes(blankKey(name)));
  const named = first.map(fieldOf);
  const isNamed = named.includes('body') || (named.includes('name') && named.filter(Boolean).length > 1);
  const width = first.length;
  const plain: (Field | undefined)[] =
    width >= 3 ? ['name', 'subject', 'body'] : width === 2 ? ['name', 'body'] : ['body'];
  const fields = isNamed ? named : plain;
  const problems: { line: number; problem: Phrase }[] = [];
  const lines = isNamed ? others : cells;
  if (lines.length > MOST) problems.push({ line: MOST + 1, problem: phrase('table.tooLong', { count: MOST }) });
  const notes = lines.slice(0, MOST).flatMap((row, i): TableNote[] => {
    const of = (field: Field) => row[fields.indexOf(field)]?.trim() ?? '';
    const at = i + (isNamed ? 2 : 1);
    const body = of('body');
    if (!body && !of('subject')) {
      problems.push({ line: at, problem: phrase('table.emptyLine') });
      return [];
    }
    const cue = of('cue');
    if (/\s/.test(cue) || cue.length > 32)
      problems.push({
        line: at,
        problem: phrase('table.badCue', { cue: cue.slice(0, 40) }),
      });
    return [
      {
        name: (of('name') || proposedName(of('subject'), body) || String(at)).slice(0, 200),
        subject: line(of('subject')),
        body: blanksFromBrackets(docFromText(body)),
        cue: /\s/.test(cue) || cue.length > 20 ? '' : cue,
        description: of('description').slice(0, 500),
        shelf: of('shelf'),
      },
    ];
  });
  return { notes, problems };
}
