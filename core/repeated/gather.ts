import { alike } from './alike';
import { keysOf } from './keys';

/** A wording that is known, by one of the pieces that are it. */
export interface Known {
  id: string;
  text: string;
}

/** Keys that so many wordings share tell nothing. */
export const CROWD = 12;

/**
 * Which wording each piece is: the known one most alike, or a new one. Pieces alike to one another share their new one.
 * @param newId gives the id of a new wording
 */
export function gather(pieces: string[], known: Known[], newId: () => string): { id: string; isNew: boolean }[] {
  const texts = new Map<string, string>();
  const byKey = new Map<number, string[]>();
  const add = ({ id, text }: Known, keys = keysOf(text)) => {
    texts.set(id, text);
    for (const key of keys) byKey.set(key, [...(byKey.get(key) ?? []), id]);
  };
  for (const one of known) add(one);
  return pieces.map((text) => {
    const keys = keysOf(text);
    const met = new Set(keys.flatMap((key) => byKey.get(key)?.slice(0, CROWD) ?? []));
    let best = { id: '', likeness: 0 };
    for (const id of met) {
      const likeness = alike(texts.get(id)!, text);
      if (likeness > best.likeness) best = { id, likeness };
    }
    if (best.id) return { id: best.id, isNew: false };
    const id = newId();
    add({ id, text }, keys);
    return { id, isNew: true };
  });
}
