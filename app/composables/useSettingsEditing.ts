import type { Settings } from '#shared/schemas/settings';
import { mergeFields } from '#core/wording/merge';
import { useAccountStore } from '~/stores/account';
import { journalOf } from '~/utils/journal';
import type { useForm } from './useForm';

/** Settings that were changed and not saved, and what they were changed from. */
interface Written {
  base: Settings;
  content: Settings;
}

/**
 * The settings while they are changed: in a journal of this browser until they are saved; put together with what was changed
 * elsewhere meanwhile, and left to a choice only where both changed the same.
 */
export function useSettingsEditing(form: ReturnType<typeof useForm<Settings>>) {
  const account = useAccountStore();
  const journal = journalOf<Written>(account.account!.id, 'settings');
  const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value));
  /** What they are changed from. */
  let base = copy(account.settings!);
  const values = reactive<Settings>(copy(base));
  form.follow(values);
  const saved = ref(false);
  const restored = ref(false);
  /** The editors of signatures are made anew when what they show is not what was typed. */
  const signaturesKey = ref(0);
  const isChanged = () => JSON.stringify(values) !== JSON.stringify(base);

  function show(next: Settings): void {
    if (JSON.stringify(next.signatures) !== JSON.stringify(values.signatures)) signaturesKey.value++;
    Object.assign(values, copy(next));
  }

  const written = journal.read();
  if (written?.content && JSON.stringify(written.content) !== JSON.stringify(base)) {
    const { value, both } = mergeFields(written.base, written.content, base);
    // Where both changed the same, the next Save finds it out and asks.
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
    const sent = copy(values) as Settings;
    const done = await form.submit(sent, async (valid) => {
      await account.saveSettings(valid, base);
      base = copy(account.settings!);
      show(mergeFields(sent, copy(values) as Settings, base).value);
      restored.value = false;
      if (!isChanged()) journal.drop();
    });
    saved.value = done && !isChanged();
    return done;
  }

  /** Both changed the same: what is here is saved with it as it is here, or as it is elsewhere. */
  async function settle(keep: 'mine' | 'theirs'): Promise<boolean> {
    let newer: Settings;
    try {
      newer = await api<Settings>('/settings');
    } catch (error) {
      form.problem.value = messageOf(error);
      return false;
    }
    const { value, both } = mergeFields(base, copy(values) as Settings, newer);
    if (keep === 'theirs') for (const name of both) Object.assign(value, { [name]: newer[name] });
    base = newer;
    show({ ...value, version: newer.version });
    return save();
  }

  function takeBack(): void {
    base = copy(account.settings!);
    show(base);
    journal.drop();
    restored.value = false;
  }

  return { values, saved, restored, signaturesKey, save, settle, takeBack };
}
