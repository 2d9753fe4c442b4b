import { fold, foldAccents } from '../text/fold';
import { cueKey } from './key';
import { CueTable, type CueMode } from './table';

/** A note with its cue. */
export interface CuedNote {
  id: string;
  name: string;
  cue: string;
}

/** The cues that a new one stands in the way of, and those that stand in its way. */
export interface CueNeighbours {
  /** The note that has it already. */
  taken: CuedNote | null;
  /** Longer ones that begin with it. */
  begins: CuedNote[];
  /** Shorter ones it begins with. */
  begunBy: CuedNote[];
}

/** What other notes' cues have to do with one that is being chosen. */
export function neighboursOf(cue: string, notes: Iterable<CuedNote>, except = ''): CueNeighbours {
  const key = cueKey(cue);
  const found: CueNeighbours = { taken: null, begins: [], begunBy: [] };
  if (!key) return found;
  for (const note of notes) {
    const other = note.id === except ? '' : cueKey(note.cue);
    if (!other) continue;
    if (other === key) found.taken = note;
    else if (other.startsWith(key)) found.begins.push(note);
    else if (key.startsWith(other)) found.begunBy.push(note);
  }
  return found;
}

/** How often a cue would have gone off while these texts were typed. Linear in their length. */
export function accidentsIn(texts: Iterable<string>, cue: string, mode: CueMode): number {
  const key = cueKey(cue);
  const table = new CueTable([{ id: '', cue }]);
  let count = 0;
  for (const text of texts) {
    for (const line of text.split('\n')) {
      if (!fold(line).includes(key)) continue;
      let after = 0;
      for (let at = 0; at <= line.length; at++) {
        const found = table.goesOff(line.slice(after, at), at < line.length ? line[at]! : 'Enter', mode);
        if (!found) continue;
        count++;
        // What went off is gone, with what ended it.
        after = at + 1;
      }
    }
  }
  return count;
}

const LETTERS = /[^\p{L}\p{N}]+/gu;

/**
 * Cues that a note of this name could have and that are in nobody's way: its initials, the beginning of its first word, its
 * consonants, and each of them with its first letter twice, which no word is.
 * @param isWord whether it is an ordinary word, which goes off by accident
 */
export function proposeCues(
  name: string,
  notes: Iterable<CuedNote>,
  {
    except = '',
    isWord = () => false,
    limit = 3,
  }: { except?: string; isWord?(cue: string): boolean; limit?: number } = {},
): string[] {
  const words = foldAccents(name).split(LETTERS).filter(Boolean);
  const first = words[0] ?? '';
  const initials = words.map((word) => [...word][0]).join('');
  const plain = [
    initials,
    [...first].slice(0, 3).join(''),
    first.replace(/(?!^)[aeiou]/g, '').slice(0, 4),
    [...first].slice(0, 4).join('') + [...(words[1] ?? '')].slice(0, 1).join(''),
  ];
  const candidates = [...plain, ...plain.map((cue) => [...cue].slice(0, 1).join('') + cue)];
  const others = [...notes];
  const isFree = (cue: string) => {
    const { taken, begins, begunBy } = neighboursOf(cue, others, except);
    return !taken && !begins.length && !begunBy.length;
  };
  const fits = candidates.filter((cue) => [...cue].length >= 2 && cue.length <= 32 && isFree(cue) && !isWord(cue));
  return [...new Set(fits)].slice(0, limit);
}
