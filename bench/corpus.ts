import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { SearchNote } from '#core/search';

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
