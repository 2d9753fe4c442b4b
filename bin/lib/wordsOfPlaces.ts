import type { Plugin } from 'vite';

/** Parts of the catalogue that only one place needs; the rest is there from the start (shared/words/en/start.ts). */
const PLACES = [
  'account',
  'arrival',
  'commands',
  'hands',
  'knowingSettings',
  'library',
  'lookups',
  'mailSettings',
  'people',
  'repeated',
  'routineEditor',
  'settings',
  'tending',
  'timeBack',
];
const PART = '\0words/';

/** The words of a place come with what says them: a file that names a code of it imports its part of the catalogue. */
export const wordsOfPlaces = (): Plugin => ({
  name: 'words-of-places',
  resolveId: (id) => (id.startsWith(PART) ? id : undefined),
  load(id) {
    if (!id.startsWith(PART)) return;
    const place = id.slice(PART.length);
    return `import { addWords } from '~/utils/words';
import part from '#shared/words/en/${place}';
addWords({ ${place}: part });`;
  },
  transform(code, id) {
    if (!/\/app\/.+\.(vue|ts)(\?|$)/.test(id) || id.includes('node_modules')) return;
    const named = PLACES.filter((place) => new RegExp(`["'\`]${place}\\.\\w`).test(code));
    if (!named.length) return;
    return {
      code: `${named.map((place) => `import ${JSON.stringify(PART + place)};`).join('\n')}\n${code}`,
      map: null,
    };
  },
});
