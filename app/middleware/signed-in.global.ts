import { useAccountStore } from '~/stores/account';

/** The door, and behind it the place that was asked for. */
const toDoor = (wanted: string) => navigateTo({ path: '/sign-in', query: wanted === '/' ? {} : { to: wanted } });

/** Every place but the door needs somebody signed in. */
export default defineNuxtRouteMiddleware(async (to) => {
  // Anybody may read what it is made with.
  if (to.path === '/about') return;
  const store = useAccountStore();
  try {
    await store.load();
  } catch {
    return to.path === '/sign-in' ? undefined : toDoor(to.fullPath);
  }
  const atDoor = to.path === '/sign-in' || to.path === '/sign-up';
  if (!store.account && !atDoor) return toDoor(to.fullPath);
  if (store.account && atDoor) return navigateTo('/');
});
