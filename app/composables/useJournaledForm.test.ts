import { beforeEach, describe, expect, it } from 'vitest';
import { effectScope, nextTick } from 'vue';
import { settingsSchema, type Settings } from '#shared/schemas/settings';
import { openInterface, staleWith } from '../../tests/interface';
import { useAccountStore } from '~/stores/account';
import { useForm } from './useForm';
import { useJournaledForm } from './useJournaledForm';

const start = settingsSchema.cast({
  ...{ version: 1, name: 'Wren', locale: 'en-GB', timeZone: 'UTC', fields: [] },
  timeRule: { wordsPerMinute: 0, find: 8, put: 4 },
}) as Settings;
const slip = (word: string) => ({ slip: word, meant: `${word} meant`, off: false });

/** The settings on the server, as any window sees them. */
let stored: Settings;
let onPut: () => unknown = () => {};
let world: ReturnType<typeof openInterface>;
const elsewhere = (part: Partial<Settings>) => (stored = { ...stored, ...part, version: stored.version + 1 });

beforeEach(() => {
  stored = start;
  onPut = () => {};
  world = openInterface(async (_path, { method, body }) => {
    if (method !== 'PUT') return stored;
    await onPut();
    const sent = body as unknown as Settings;
    if (sent.version !== stored.version) throw staleWith(stored);
    return (stored = { ...sent, version: stored.version + 1 });
  });
  const account = useAccountStore();
  account.account = { id: 'me', name: 'Wren', address: 'wren@x.example' } as never;
  account.settings = start;
});

function page() {
  const account = useAccountStore();
  const form = useForm(settingsSchema);
  const journaled = useJournaledForm<Settings>({
    what: 'settings',
    current: () => account.settings!,
    save: (content, base) => form.submit(content, (valid) => account.saveSettings(valid, base)),
    read: async () => stored,
  });
  return { form, ...journaled };
}

describe('a form, such as the page of settings,', () => {
  it('is put together with what was changed elsewhere meanwhile', async () => {
    const { values, save, saved } = page();
    values.name = 'Wren Halloway';
    values.slips.push(slip('mine'));
    elsewhere({ currency: 'GBP', slips: [slip('theirs')] });
    expect(await save()).toBe(true);
    expect(stored).toMatchObject({ name: 'Wren Halloway', currency: 'GBP', version: 3 });
    expect(stored.slips.map(({ slip }) => slip)).toEqual(['theirs', 'mine']);
    expect(values.slips.map(({ slip }) => slip)).toEqual(['theirs', 'mine']);
    await nextTick();
    expect(saved.value).toBe(true);
  });

  it('asks where both changed the same, and saves what was chosen with the rest', async () => {
    for (const [keep, name] of [
      ['mine', 'Mine'],
      ['theirs', 'Theirs'],
    ] as const) {
      stored = useAccountStore().settings = { ...start, version: stored.version };
      const { values, save, settle, form } = page();
      Object.assign(values, { name: 'Mine', locale: 'de-AT' });
      elsewhere({ name: 'Theirs', currency: 'GBP' });
      expect(await save()).toBe(false);
      expect(form.code.value).toBe('stale');
      expect(stored.name).toBe('Theirs');
      expect(values.name).toBe('Mine');
      expect(await settle(keep)).toBe(true);
      expect(stored).toMatchObject({ name, locale: 'de-AT', currency: 'GBP' });
      expect(values).toEqual(stored);
    }
  });

  it('keeps what is typed while it is being saved, and says that it is not saved yet', async () => {
    const { values, save, saved } = page();
    values.name = 'Wren H';
    onPut = () => void Object.assign(values, { name: 'Wren Halloway' });
    await save();
    await nextTick();
    expect(values).toMatchObject({ name: 'Wren Halloway', version: 2 });
    expect(stored.name).toBe('Wren H');
    expect(saved.value).toBe(false);
    onPut = () => {};
    expect(await save()).toBe(true);
    expect(stored.name).toBe('Wren Halloway');
  });

  it('is there again after it was left, together with what was changed meanwhile', async () => {
    const { values } = page();
    values.name = 'Wren Halloway';
    await nextTick();
    useAccountStore().settings = elsewhere({ currency: 'GBP' });
    const again = page();
    expect(again.restored.value).toBe(true);
    expect(again.values).toMatchObject({ name: 'Wren Halloway', currency: 'GBP', version: 2 });
    again.takeBack();
    expect(again.values).toEqual(stored);
    expect(world.kept.size).toBe(0);
  });

  it('is there again from a journal of an older version', () => {
    world.kept.set('jar-note:me:settings', JSON.stringify({ ...start, name: 'Wren Halloway', version: 0 }));
    const { values, restored } = page();
    expect(restored.value).toBe(true);
    expect(values).toEqual({ ...start, name: 'Wren Halloway' });
  });

  it('left and come back to while it is being saved is no other window', async () => {
    const left = effectScope();
    const { values, save } = left.run(page)!;
    values.name = 'Wren H';
    await nextTick();
    let answer = () => {};
    onPut = () => new Promise<void>((resolve) => (answer = resolve));
    const saving = save();
    await new Promise((resolve) => setTimeout(resolve, 20));
    left.stop();
    const again = page();
    expect(again.restored.value).toBe(true);
    again.values.currency = 'GBP';
    await nextTick();
    answer();
    onPut = () => {};
    await saving;
    expect(world.kept.get('jar-note:me:settings')).toContain('GBP');
    expect(await again.save()).toBe(true);
    expect(stored).toMatchObject({ name: 'Wren H', currency: 'GBP' });
  });

  it('never saves over a change of the same that came while it was left', async () => {
    const { values } = page();
    values.name = 'Mine';
    await nextTick();
    useAccountStore().settings = elsewhere({ name: 'Theirs', currency: 'GBP' });
    const again = page();
    expect(again.values).toMatchObject({ name: 'Mine', currency: 'GBP' });
    expect(await again.save()).toBe(false);
    expect(again.form.code.value).toBe('stale');
    expect(stored.name).toBe('Theirs');
  });
});

describe('settings saved from elsewhere than their page', () => {
  it('of one moment all stand, and the newest are what is known here', async () => {
    const account = useAccountStore();
    const before = account.settings!;
    await Promise.all(
      ['a', 'b', 'c'].map((word) => account.saveSettings({ ...before, slips: [...before.slips, slip(word)] })),
    );
    expect(stored.slips.map(({ slip }) => slip).sort()).toEqual(['a', 'b', 'c']);
    expect(account.settings).toEqual(stored);
  });
});
