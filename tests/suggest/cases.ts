import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A message, with the note that answers it and the stretches of it that ask for something. */
export interface Case {
  /** The note; empty where none answers it. */
  note: string;
  text: string;
  asks: [from: number, to: number][];
}

export interface Trade {
  notes: { id: string; name: string; body: string }[];
  cases: Case[];
}

export const TRADES = ['piano', 'flats', 'school'] as const;

/** Reads a text in which what asks for something stands in braces. */
export function marked(source: string): Pick<Case, 'text' | 'asks'> {
  let text = '';
  const asks: Case['asks'] = [];
  let from = 0;
  for (const part of source.split(/([{}])/)) {
    if (part === '{') from = text.length;
    else if (part === '}') asks.push([from, text.length]);
    else text += part;
  }
  return { text, asks };
}

const root = join(process.cwd(), 'tests', 'suggest');
const read = (name: string) => readFileSync(join(root, `${name}.txt`), 'utf8');

/** The library of a trade, and messages written to somebody in it: eight for each note. */
export function trade(name: (typeof TRADES)[number]): Trade {
  const notes: Trade['notes'] = [];
  const cases: Case[] = [];
  for (const block of read(name).split(/^== /m).slice(1)) {
    const [head, ...messages] = block.split(/^-- /m);
    const [key, title, body] = head!.split('|').map((part) => part.trim());
    const id = `${name}/${key}`;
    notes.push({ id, name: title!, body: body! });
    for (const message of messages) cases.push({ note: id, ...marked(message.trim()) });
  }
  return { notes, cases };
}
