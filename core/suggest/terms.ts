import { asksIn } from '../asks/asks';
import { words } from '../search/words';
import { isTelling, tellingWords } from '../asks/telling';

/** What a message says, for being compared: its telling words, folded, in order. */
export interface MessageTerms {
  /** The words of what it asks; of all it says where nothing is asked. */
  asked: string[];
  /** The words around. */
  around: string[];
}

/** So many words of a message are compared; what is asked further down a long letter counts before its story. */
export const MOST_ASKED = 60;
const MOST_AROUND = 60;
/**
 * What of a message is compared with notes and with messages answered before.
 * @param only the questions that are meant, by their numbers from 0; all where none is named
 */
export function messageTerms(subject: string, text: string, only: readonly number[] = []): MessageTerms {
  const all = asksIn(text);
  const meant = all.filter((_, i) => only.includes(i));
  const asks = meant.length ? meant : all;
  const asked: string[] = [];
  const around: string[] = [];
  let next = 0;
  for (const { term, from, to } of words(text)) {
    while (next < asks.length && asks[next]!.to <= from) next++;
    const isAsked = !asks.length || (next < asks.length && from >= asks[next]!.from && to <= asks[next]!.to);
    (isAsked ? asked : around).push(term);
  }
  return {
    asked: asked.filter(isTelling).slice(0, MOST_ASKED),
    around: [...tellingWords(subject), ...around.filter(isTelling)].slice(0, MOST_AROUND),
  };
}
