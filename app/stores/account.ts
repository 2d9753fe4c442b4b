import { defineStore } from 'pinia';
import type { Account } from '#shared/types/wire';
import type { Settings } from '#shared/schemas/settings';
import { ownKeys } from '~/utils/shortcuts';

/** Who is signed in, and their settings. */
export const useAccountStore = defineStore('account', () => {
  const account = ref<Account | null>(null);
  const settings = ref<Settings | null>(null);
  const demoOffered = ref(false);
  let loaded: Promise<void> | null = null;

  async function read(): Promise<void> {
    const answer = await api<{ account: Account | null; demo: boolean }>('/account');
    account.value = answer.account;
    demoOffered.value = answer.demo;
    settings.value = answer.account ? await api<Settings>('/settings') : null;
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

  async function saveSettings(next: Settings): Promise<void> {
    settings.value = await api<Settings>('/settings', { method: 'PUT', body: next });
    if (account.value) account.value = { ...account.value, name: settings.value.name };
  }

  watch(settings, (now) => (ownKeys.value = now?.keys ?? {}), { immediate: true });

  return { account, settings, demoOffered, load, enter, leave, saveSettings };
});
