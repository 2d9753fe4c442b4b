/** Something that was done, in words, with what undoes it. */
export interface Done {
  text: string;
  undo?: () => Promise<unknown>;
  /** Makes a routine of it. */
  routine?: () => void;
  /** Makes a note of it. */
  keep?: () => void;
}

const KEPT = 20;

/**
 * What was done last, to be said with its undo; what was done before can be undone in its turn.
 * @param problem where it is said when an undo fails; the way back stays open then
 */
export function useDone(problem: Ref<string>) {
  const all = shallowRef<Done[]>([]);
  const done = computed(() => all.value.at(-1) ?? null);
  const add = (one: Done) => (all.value = [...all.value.slice(1 - KEPT), one]);
  const close = () => (all.value = []);
  /** Says something else of what was done; its undo goes. */
  const replace = (one: Done, other: Done) => (all.value = all.value.map((known) => (known === one ? other : known)));

  /** Undoes what was done last. Resolves to whether it was. */
  async function undo(): Promise<boolean> {
    const last = done.value;
    if (!last) return false;
    all.value = all.value.slice(0, -1);
    problem.value = '';
    try {
      await last.undo?.();
      return true;
    } catch (error) {
      add(last);
      problem.value = messageOf(error);
      return false;
    }
  }

  return { done, add, replace, close, undo };
}
