import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { SearchNote } from '../core/search';

/**
 * Prose for search: the paragraphs of the README and other Markdown files of the installed packages. It is there on
 * every installed checkout, written by many hands, and none of it was written for this benchmark.
 */
export function paragraphs(root: string): { title: string; text: string }[] {
  const found: { title: string; text: string }[] = [];
  const seen = new Set<string>();
  const visit = (folder: string, depth: number) => {
    for (const name of readdirSync(folder).sort()) {
      const path = join(folder, name);
      const info = statSync(path, { throwIfNoEntry: false });
      if (!info) continue;
      if (info.isDirectory() && depth < 6) visit(path, depth + 1);
      else if (/\.md$/i.test(name) && info.size < 400_000) {
        let title = '';
        for (const block of readFileSync(path, 'utf8').split(/\n\s*\n/)) {
          const heading = /^#{1,6}\s+(.+)/.exec(block);
          if (heading) title = heading[1]!.replace(/[`*#[\]()]/g, '').trim();
          const text = block
            .replace(/^#.*$/gm, '')
            .replace(/!?\[([^\]]*)\]\([^)]*\)/g, '$1')
            .replace(/<[^>]+>/g, ' ')
            .replace(/\s+/g, ' ')
            .trim();
          const words = text.split(' ');
          const prose = words.filter((word) => /^[a-z]{2,}[.,;:]?$/i.test(word)).length / words.length;
          if (words.length < 12 || words.length > 200 || prose < 0.6 || seen.has(text)) continue;
          seen.add(text);
          found.push({ title: title || text.split(' ').slice(0, 5).join(' '), text });
        }
      }
    }
  };
  visit(join(root, 'node_modules'), 0);
  return found;
}

/** A generator of numbers that gives the same ones at every run. */
export function seeded(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) % below;
  };
}

/** As many notes as asked for, taken from the prose in a shuffled order. */
export function corpus(root: string, count: number): SearchNote[] {
  const all = paragraphs(root);
  const random = seeded(2026);
  for (let i = all.length - 1; i > 0; i--) {
    const j = random(i + 1);
    [all[i], all[j]] = [all[j]!, all[i]!];
  }
  return all.slice(0, count).map(({ title, text }, i) => ({ id: String(i), name: title, subject: '', body: text }));
}

export interface Query {
  text: string;
  /** The note that should be found. */
  id: string;
}

/** A slip of the finger: two neighbours exchanged, a letter left out, doubled, or another in its place. */
function slip(word: string, random: (below: number) => number): string {
  const at = 1 + random(Math.max(1, word.length - 2));
  const letter = 'abcdefghijklmnopqrstuvwxyz'[random(26)]!;
  return [
    () => word.slice(0, at) + (word[at + 1] ?? '') + word[at]! + word.slice(at + 2),
    () => word.slice(0, at) + word.slice(at + 1),
    () => word.slice(0, at) + word[at]! + word.slice(at),
    () => word.slice(0, at) + letter + word.slice(at + 1),
  ][random(4)]!();
}

/**
 * Known-item queries: three words of a note, the rarer ones likelier, whole, or the last one half typed, or one with a
 * slip. `held` picks other notes and other words than the queries used for tuning.
 */
export function queries(notes: SearchNote[], kind: 'whole' | 'half' | 'slip', count: number, held: boolean): Query[] {
  const random = seeded((held ? 77 : 11) + kind.length * 1000);
  const frequency = new Map<string, number>();
  const wordsOf = (note: SearchNote) => [
    ...new Set(`${note.name} ${note.body}`.toLowerCase().match(/[a-z]{4,}/g) ?? []),
  ];
  for (const note of notes) for (const word of wordsOf(note)) frequency.set(word, (frequency.get(word) ?? 0) + 1);
  const out: Query[] = [];
  while (out.length < count) {
    const note = notes[random(notes.length)]!;
    const candidates = wordsOf(note).filter((word) => frequency.get(word)! < notes.length / 20);
    if (candidates.length < 3) continue;
    const chosen: string[] = [];
    while (chosen.length < 3) {
      const word = candidates[random(candidates.length)]!;
      if (!chosen.includes(word)) chosen.push(word);
    }
    if (kind === 'half') chosen[2] = chosen[2]!.slice(0, Math.max(3, Math.ceil(chosen[2]!.length * 0.6)));
    if (kind === 'slip') {
      const at = random(3);
      chosen[at] = slip(chosen[at]!, random);
    }
    out.push({ text: chosen.join(' '), id: note.id });
  }
  return out;
}
