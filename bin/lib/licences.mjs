import { existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';

const HEAD = `Jar Note is made with the packages below. Each stands under its own licence, which is given in full.

The list of common misspellings is @cspell/dict-en-common-misspellings, under the Creative Commons licence
Attribution-ShareAlike 4.0 (https://creativecommons.org/licenses/by-sa/4.0/), by the contributors to the cspell
dictionaries, after the list of common misspellings of Wikipedia and its contributors. It is carried as it is; entries
whose correction depends on the sense are passed over when it is read.

ical.js stands under the Mozilla Public License 2.0. It is carried unchanged; its source is in the package of that name
and version in the npm registry.
`;

/** The notices of every package that the built application may carry, as its lock file names them. */
export async function licenceNotices(root) {
  const { packages } = JSON.parse(await readFile(join(root, 'package-lock.json'), 'utf8'));
  const parts = new Map();
  for (const [path, { dev, version, license }] of Object.entries(packages)) {
    const folder = join(root, path);
    if (!path || dev || !existsSync(folder)) continue;
    const name = path.slice(path.lastIndexOf('node_modules/') + 13);
    const files = (await readdir(folder)).filter((file) => /^(licen[cs]e|copying|notice)/i.test(file)).sort();
    const texts = await Promise.all(files.map((file) => readFile(join(folder, file), 'utf8').catch(() => '')));
    const about = JSON.parse(await readFile(join(folder, 'package.json'), 'utf8').catch(() => '{}'));
    const author = typeof about.author === 'string' ? about.author : (about.author?.name ?? '');
    const terms = license ?? about.license ?? 'see below';
    const head = `${name} ${version}: ${typeof terms === 'string' ? terms : terms.type}${author && `, by ${author}`}`;
    parts.set(`${name} ${version}`, [head, ...texts.map((text) => text.trim()).filter(Boolean)].join('\n\n'));
  }
  const all = [...parts].sort(([a], [b]) => a.localeCompare(b)).map(([, text]) => text);
  return [HEAD.trim(), ...all].join(`\n\n${'-'.repeat(80)}\n\n`) + '\n';
}
