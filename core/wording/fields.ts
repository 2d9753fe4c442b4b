/** A value that is no document: the side that changed it is taken; null when both did, and not alike. */
export function mergeValue<T>(base: T, mine: T, theirs: T): { value: T } | null {
  const [b, m, t] = [base, mine, theirs].map((value) => JSON.stringify(value));
  if (m === t || b === t) return { value: mine };
  return b === m ? { value: theirs } : null;
}

/** A list to which one side only added: what it added stands behind what the other side has. */
function mergeAdded(base: unknown[], mine: unknown[], theirs: unknown[]): { value: unknown[] } | null {
  const written = (list: unknown[]) => list.map((one) => JSON.stringify(one));
  const [b, m, t] = [written(base), written(mine), written(theirs)];
  const onlyAdded = (list: string[]) => b.every((one, i) => list[i] === one);
  if (!onlyAdded(m) && !onlyAdded(t)) return null;
  const [first, more, known] = onlyAdded(m) ? [theirs, mine, t] : [mine, theirs, m];
  return { value: [...first, ...more.slice(b.length).filter((one) => !known.includes(JSON.stringify(one)))] };
}

/**
 * Two changes of one record put together field by field; of a list that one side only added to, both additions stand.
 * @returns the record, and the fields that both sides changed and not alike: those are mine in it
 */
export function mergeFields<T extends object>(base: T, mine: T, theirs: T): { value: T; both: (keyof T)[] } {
  const value = { ...theirs };
  const both: (keyof T)[] = [];
  for (const name of Object.keys(mine) as (keyof T)[]) {
    const [b, m, t] = [base[name], mine[name], theirs[name]];
    const lists = Array.isArray(b) && Array.isArray(m) && Array.isArray(t);
    const settled = mergeValue(b, m, t) ?? (lists ? mergeAdded(b, m, t) : null);
    value[name] = settled ? (settled.value as T[keyof T]) : m;
    if (!settled) both.push(name);
  }
  return { value, both };
}
