import { defineStore } from 'pinia';
import type { Account } from '#shared/types/wire';
import type { Settings } from '#shared/schemas/settings';
import { saveMerged } from '~/utils/saveMerged';
import { ownKeys } from '~/utils/shortcuts';

/** Who is signed in, and their settings. */
export const useAccountStore = defineStore('account', () => {
  const account = ref<Account | null>(null);
  const settings = ref<Settings | null>(null);
  const demoOffered = ref(false);
  let loaded: Promise<void> | null = null;

  const ask = () => api<{ account: Account | null; settings: Settings | null; demo: boolean }>('/account');

  async function read(): Promise<void> {
    const answer = await ask();
    account.value = answer.account;
    demoOffered.value = answer.demo;
    settings.value = answer.settings;
  }

  /** Finds out who is signed in, once. A failure is tried again at the next call. */
  function load(): Promise<void> {
    loaded ??= read().catch((error) => {
      loaded = null;
      throw error;
    });
    return loaded;
  }

  async function enter(path: string, body: unknown): Promise<void> {
    await api(`/account/${path}`, { method: 'POST', body });
    loaded = null;
    await load();
  }

  async function leave(): Promise<void> {
    await api('/account/sign-out', { method: 'POST' });
    // A fresh page: nothing of this account stays in memory.
    window.location.assign('/sign-in');
  }

  /**
   * Saves settings that were changed from `base`, put together with what was changed elsewhere meanwhile.
   * @throws ApiError `stale` when both changed the same, and not alike
   */
  async function saveSettings(next: Settings, base: Settings = settings.value!): Promise<void> {
    const put = (body: Settings) => api<Settings>('/settings', { method: 'PUT', body });
    takeSettings(await saveMerged(put, next, base));
  }

  function takeSettings(now: Settings): void {
    // Of two answers the one that says what is later counts, whichever comes first.
    if (settings.value && settings.value.version >= now.version) return;
    settings.value = now;
    if (account.value) account.value = { ...account.value, name: now.name };
  }

  /** Whether somebody is signed in by now, perhaps in another window. */
  const isSignedIn = async () => Boolean((await ask()).account);

  /**
   * Whether whoever is signed in by now is who this window is of: all windows of a browser are signed in as the same. What
   * they changed of their settings elsewhere is taken over. Where it is somebody else, the window opens anew; where it is
   * nobody any more, at the door, which leads back to where one is.
   */
  async function isStillTheirs(): Promise<boolean> {
    const now = await ask();
    const id = now.account?.id;
    if (id === account.value?.id) {
      if (now.settings) takeSettings(now.settings);
      return true;
    }
    const { pathname, search } = window.location;
    // What is not saved yet is written down under the one whose it is.
    window.location.assign(id ? '/' : `/sign-in?${new URLSearchParams({ to: pathname + search })}`);
    return false;
  }

  watch(settings, (now) => (ownKeys.value = now?.keys ?? {}), { immediate: true });

  return { account, settings, demoOffered, load, enter, leave, saveSettings, isSignedIn, isStillTheirs };
});
