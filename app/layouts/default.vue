<script setup lang="ts">
import { useAccountStore } from '~/stores/account';
import { useOutboxStore } from '~/stores/outbox';
import { isOutdated, partProblem } from '~/utils/release';

const store = useAccountStore();
const outbox = useOutboxStore();
const keysShown = useKeyHints();
useParts();
useOtherWindows();
useFocusHome();
const places = [
  { to: '/', name: t('common.desk') },
  { to: '/library', name: t('common.library') },
  { to: '/lookups', name: t('common.lookups') },
  { to: '/people', name: t('common.people') },
  { to: '/hands', name: t('app.hands') },
  { to: '/time-back', name: t('app.timeBack') },
  { to: '/settings', name: t('common.settings') },
];
const reload = () => window.location.reload();
</script>

<template>
  <div class="room" :class="{ 'keys-shown': keysShown }">
    <header class="bar">
      <NuxtLink to="/" class="name">{{ t('common.jarNote') }}</NuxtLink>
      <nav :aria-label="t('app.places')">
        <NuxtLink v-for="place in places" :key="place.to" :to="place.to" class="place">{{ place.name }}</NuxtLink>
      </nav>
      <span v-if="isOutdated" class="small" role="status">
        {{ t('app.updated') }}
        <button type="button" class="text-button small" @click="reload">{{ t('app.loadAgain') }}</button>
      </span>
      <span class="who">
        <span class="small soft">{{ store.account?.name }}</span>
        <button type="button" class="text-button small" @click="store.leave()">{{ t('common.signOut') }}</button>
      </span>
    </header>
    <main class="main">
      <slot />
    </main>
    <div class="sent">
      <DoneBar :done="outbox.done" @undo="outbox.undo" @close="outbox.close" />
      <p v-if="outbox.problem" class="notice bad" role="alert">{{ outbox.problem }}</p>
      <p v-if="partProblem" class="notice bad" role="alert">
        {{ partProblem }}
        <button type="button" class="text-button" @click="partProblem = ''">{{ t('common.close') }}</button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.room {
  height: 100%;
  display: grid;
  grid-template-rows: minmax(44px, auto) minmax(0, 1fr);
}

.bar {
  display: flex;
  align-items: center;
  gap: 0 var(--s5);
  /* Where the text is enlarged it takes a second line. */
  flex-wrap: wrap;
  white-space: nowrap;
  padding: 0 var(--s4);
  border-bottom: 1px solid var(--rule);
  background: var(--ground-deep);
}

.name {
  font: italic 600 18px var(--serif);
  color: var(--green);
  text-decoration: none;
}

nav {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1);
  align-self: stretch;
}

.place {
  display: flex;
  align-items: center;
  min-height: 43px;
  padding: 0 var(--s3);
  color: var(--ink);
  text-decoration: none;
  border-bottom: 2px solid transparent;
  border-top: 2px solid transparent;
}

.place:hover {
  color: var(--green);
}

.place.router-link-exact-active {
  border-bottom-color: var(--green);
  color: var(--green);
  font-weight: 600;
}

/* Over the page, so that nothing moves under the hand when it comes and goes. */
.sent {
  position: fixed;
  bottom: var(--s4);
  left: 50%;
  translate: -50%;
  z-index: 40;
  max-width: min(560px, 90vw);
  border-radius: var(--radius);
  box-shadow: var(--shadow);
}

.who {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: var(--s2);
}

.main {
  min-height: 0;
  overflow: auto;
}
</style>
