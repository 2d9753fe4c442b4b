import { foldAccents } from '../text/fold';
import { keyOf, type Lookup, type Row } from './lookup';

const folded = new WeakMap<Row, { column: string; key: string; all: string }>();

function foldedRow(lookup: Lookup, row: Row) {
  let known = folded.get(row);
  if (known?.column !== lookup.keyColumn) {
    known = {
      column: lookup.keyColumn,
      key: foldAccents(keyOf(lookup, row)),
      all: foldAccents(Object.values(row).join(' ')),
    };
    folded.set(row, known);
  }
  return known;
}

/**
 * The rows that hold every word typed, accents and case aside: those whose key begins so first, then keys that hold it,
 * then the rest; each group in the order of the lookup.
 */
export function findRows(lookup: Lookup, typed: string, limit: number): Row[] {
  const text = foldAccents(typed);
  const words = text.split(/\s+/).filter(Boolean);
  const groups: Row[][] = [[], [], []];
  for (const row of lookup.rows) {
    if (!keyOf(lookup, row).trim()) continue;
    const { key, all } = foldedRow(lookup, row);
    if (!words.every((word) => all.includes(word))) continue;
    groups[key.startsWith(text) ? 0 : words.every((word) => key.includes(word)) ? 1 : 2]!.push(row);
    if (groups[0]!.length >= limit) break;
  }
  return groups.flat().slice(0, limit);
}
