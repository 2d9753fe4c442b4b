import type { Mailbox } from '../message/address';
import { isTitle, nameWords } from '../message/greeting';
import { foldAccents } from '../text/fold';

const key = (word: string) => foldAccents(word).replace(/['’]/g, '');

/** The words somebody may be called by: of their name, or of their address where there is no name. */
export function calledBy({ name, address }: Mailbox): string[] {
  const local = address.split('@')[0] ?? '';
  const said = nameWords(name).filter((word) => !isTitle(word));
  return [...said, ...local.split(/[._+\d-]+/).filter((word) => word.length > 1)].map(key);
}

/** Whether a word may be meant for somebody: a word of their name, or its beginning (Rob and Robert). */
export function mayBe(word: string, called: string[]): boolean {
  const wanted = key(word);
  return called.some(
    (other) =>
      other === wanted ||
      (Math.min(other.length, wanted.length) >= 3 &&
        other.startsWith(wanted.slice(0, 3)) &&
        (other.startsWith(wanted) || wanted.startsWith(other))) ||
      // Addresses often run the words of a name together.
      (wanted.length > 2 && other.includes(wanted)),
  );
}
