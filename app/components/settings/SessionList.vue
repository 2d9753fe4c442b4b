<script setup lang="ts">
import type { SessionInfo } from '#shared/types/wire';
import { useAccountStore } from '~/stores/account';

/** The browsers that are signed in to the account, and the way to sign them out. */
const account = useAccountStore();
const problem = ref('');
const sessions = shallowRef<SessionInfo[]>([]);
/** Does something with them, and reads them anew. */
async function read(work?: () => Promise<unknown>) {
  problem.value = '';
  try {
    await work?.();
  } catch (error) {
    problem.value = messageOf(error);
  }
  try {
    sessions.value = await api<SessionInfo[]>('/sessions');
  } catch (error) {
    problem.value ||= messageOf(error);
  }
}
onMounted(() => read());
const end = (path: string) => read(() => api(path, { method: 'DELETE' }));

const timeOf = (at: number) => when(at, account.settings!.locale, account.settings!.timeZone);

/** What a browser calls itself, as far as people know it by. */
function browserName(said: string): string {
  const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(said)?.[0].replace('Mac OS X', 'macOS') ?? '';
  if (/Mobile|Android|iPhone/.test(said))
    return system ? t('settings.telephoneOn', { system }) : t('settings.aTelephone');
  return system ? t('settings.browserOn', { system }) : t('settings.aBrowser');
}
</script>

<template>
  <section aria-labelledby="s-sessions">
    <h2 id="s-sessions">{{ t('settings.signedIn') }}</h2>
    <p class="soft small">{{ t('settings.signedInAbout') }}</p>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read()">{{ t('common.tryAgain') }}</button>
    </p>
    <ul class="sessions">
      <li v-for="one in sessions" :key="one.id">
        <span>{{ browserName(one.browser) }}</span>
        <span class="soft small">{{
          one.current
            ? t('settings.thisBrowserSince', { since: timeOf(one.createdAt) })
            : t('settings.lastUsedSince', { used: timeOf(one.seenAt), since: timeOf(one.createdAt) })
        }}</span>
        <button v-if="!one.current" type="button" class="text-button" @click="end(`/sessions/${one.id}`)">
          {{ t('common.signOut') }}
        </button>
      </li>
    </ul>
    <button v-if="sessions.length > 1" type="button" class="text-button" @click="end('/sessions')">
      {{ t('settings.signOutEverywhereElse') }}
    </button>
  </section>
</template>

<style scoped>
.sessions {
  list-style: none;
  margin: 0 0 var(--s2);
  padding: 0;
}

.sessions li {
  display: flex;
  align-items: baseline;
  gap: var(--s3);
}
</style>
