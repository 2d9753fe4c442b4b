import { mergeFields } from '#core/wording/fields';
import { useAccountStore } from '~/stores/account';
import { journalOf } from '~/utils/journal';

/** What was changed and not saved, and what it was changed from. */
interface Written<T> {
  base: T;
  content: T;
}

/**
 * A form while it is filled in: in a journal of this browser until it is saved; put together with what was changed elsewhere
 * meanwhile, and left to a choice only where both changed the same.
 */
export function useJournaledForm<T extends { version: number }>(around: {
  /** What the form is of; the journal has its name. */
  what: string;
  /** What is saved, as it was read last. */
  current(): T;
  /** Saves what was changed from `base`, and resolves to whether it could; `current` is what it says then. */
  save(content: T, base: T): Promise<boolean>;
  /** Reads anew what is saved. */
  read(): Promise<T>;
  /** Something else is shown than what was typed. */
  onShow?(next: T, before: T): void;
}) {
  const account = useAccountStore();
  const journal = journalOf<Written<T> | T>(account.account!.id, around.what);
  const copy = (value: T): T => JSON.parse(JSON.stringify(value));
  /** What it is changed from. */
  let base = copy(around.current());
  const values = reactive(copy(base)) as T;
  const saved = ref(false);
  /** Whether it is here again after it was left. */
  const restored = ref(false);
  const isChanged = () => JSON.stringify(values) !== JSON.stringify(base);

  function show(next: T): void {
    around.onShow?.(next, values);
    Object.assign(values, copy(next));
  }

  const found = journal.read();
  // An older version wrote down only what stood there.
  const written = found && ('content' in found ? found : { base: copy(base), content: found });
  if (written && JSON.stringify(written.content) !== JSON.stringify(base)) {
    const { value, both } = mergeFields(written.base, written.content, base);
    // Where both changed the same, the next time it is saved finds it out and asks.
    if (both.length) base = written.base;
    show({ ...value, version: base.version });
    restored.value = isChanged();
  }

  watch(values, () => {
    if (!isChanged()) return journal.drop();
    saved.value = false;
    journal.write({ base, content: values });
  });

  /** Saves what stands here, and resolves to whether it could. What is typed meanwhile stays, and is not saved yet. */
  async function save(): Promise<boolean> {
    const sent = copy(values);
    const done = await around.save(sent, base);
    if (done) {
      base = copy(around.current());
      show(mergeFields(sent, copy(values), base).value);
      restored.value = false;
      // Left meanwhile and opened again, what is written down is the other one's.
      const left = journal.read();
      if (left && 'content' in left && JSON.stringify(left.content) === JSON.stringify(sent)) journal.drop();
    }
    saved.value = done && !isChanged();
    return done;
  }

  /**
   * Both changed the same: saves it as it is here, or as it is elsewhere, with the rest.
   * @throws ApiError when it cannot be read
   */
  async function settle(keep: 'mine' | 'theirs'): Promise<boolean> {
    const newer = await around.read();
    const { value, both } = mergeFields(base, copy(values), newer);
    if (keep === 'theirs') for (const name of both) value[name] = newer[name];
    base = newer;
    show({ ...value, version: newer.version });
    return save();
  }

  function takeBack(): void {
    base = copy(around.current());
    show(base);
    journal.drop();
    restored.value = false;
  }

  return { values, saved, restored, save, settle, takeBack };
}
