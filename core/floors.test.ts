import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, it } from 'vitest';

const files = readdirSync('core', { recursive: true, encoding: 'utf8' })
  .map((name) => join('core', name))
  .filter((name) => /(?<!\.test|\.d)\.ts$/.test(name));

/** What each file of core takes from others of core. */
const imports = new Map(
  files.map((file) => [
    file,
    [...readFileSync(file, 'utf8').matchAll(/from '(\.[^']+)'/g)]
      .map(([, path]) => normalize(join(dirname(file), path!)))
      .flatMap((path) => files.filter((other) => other === `${path}.ts` || other === join(path, 'index.ts'))),
  ]),
);

/** A way from one to itself; null when there is none. */
function circle(graph: Map<string, Iterable<string>>): string[] | null {
  const done = new Set<string>();
  const walk = (at: string, way: string[]): string[] | null => {
    if (way.includes(at)) return [...way.slice(way.indexOf(at)), at];
    if (done.has(at)) return null;
    for (const next of graph.get(at) ?? []) {
      const found = walk(next, [...way, at]);
      if (found) return found;
    }
    done.add(at);
    return null;
  };
  for (const start of graph.keys()) {
    const found = walk(start, []);
    if (found) return found;
  }
  return null;
}

describe('the floors of core', () => {
  it('sees what files take from one another', () => {
    expect(imports.get('core/look/look.ts')!.length).toBeGreaterThan(2);
    expect(
      circle(
        new Map([
          ['a', ['b']],
          ['b', ['c']],
          ['c', ['b']],
        ]),
      ),
    ).toEqual(['b', 'c', 'b']);
  });

  it('has no circle between files', () => expect(circle(imports)).toBeNull());

  it('has no circle between folders', () => {
    const folders = new Map<string, Set<string>>();
    for (const [file, others] of imports) {
      const from = dirname(file);
      const known = folders.get(from) ?? new Set();
      for (const other of others) if (dirname(other) !== from) known.add(dirname(other));
      folders.set(from, known);
    }
    expect(circle(folders)).toBeNull();
  });
});
