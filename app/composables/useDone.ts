/** Something that was done, in words, with what undoes it. */
export interface Done {
  text: string;
  undo?: () => Promise<unknown>;
  /** Makes a routine of it. */
  routine?: () => void;
  /** What else is to be said of it. */
  remark?: string;
  /** Has nothing from the sender wait any more. */
  never?: () => void;
  /** Opens what was made. */
  open?: () => unknown;
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
  /** Says what was done. @returns what says something else of it later, or nothing more; false when it was closed or undone */
  function add(one: Done): (part: Partial<Done> | null) => boolean {
    all.value = [...all.value.slice(1 - KEPT), one];
    let now = one;
    return (part) => {
      if (!all.value.includes(now)) return false;
      const next = { ...now, ...part };
      all.value = all.value.flatMap((known) => (known !== now ? [known] : part ? [next] : []));
      now = next;
      return true;
    };
  }
  const close = () => (all.value = []);

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

  return { done, add, close, undo };
}
