import { readFileSync } from 'node:fs';
import type { FactKind } from '../../core/facts/facts';

/** A message and the facts that are marked in it. */
export interface FactCase {
  locale: string;
  text: string;
  facts: { kind: FactKind; text: string; from: number }[];
}

/** Messages written by hand, with their facts marked `{kind|text}`, under a line for each locale. */
export function factCases(file: 'messages.txt' | 'fresh.txt'): FactCase[] {
  let locale = '';
  const cases: FactCase[] = [];
  for (const line of readFileSync(new URL(file, import.meta.url), 'utf8').split('\n')) {
    if (line.startsWith('== ')) locale = line.slice(3);
    else if (line) {
      const facts: FactCase['facts'] = [];
      let text = '';
      let at = 0;
      for (const match of line.matchAll(/\{(\w+)\|([^}]*)\}/g)) {
        text += line.slice(at, match.index);
        facts.push({ kind: match[1] as FactKind, text: match[2]!, from: text.length });
        text += match[2]!;
        at = match.index + match[0].length;
      }
      cases.push({ locale, text: text + line.slice(at), facts });
    }
  }
  return cases;
}
