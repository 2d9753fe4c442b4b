import { fold } from '../../text/fold';

const keys = new Map<string, string>();
const MOST = 5_000;

/** Two blanks with the same key are one question. Case, spaces and composition of letters do not tell blanks apart. */
export function blankKey(label: string): string {
  let key = keys.get(label);
  if (key === undefined) {
    if (keys.size >= MOST) keys.clear();
    keys.set(label, (key = fold(label)));
  }
  return key;
}
