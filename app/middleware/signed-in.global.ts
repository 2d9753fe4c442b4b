import { useAccountStore } from '~/stores/account';

/** Every place but the door needs somebody signed in. */
export default defineNuxtRouteMiddleware(async (to) => {
  const store = useAccountStore();
  try {
    await store.load();
  } catch {
    return to.path === '/sign-in' ? undefined : navigateTo('/sign-in');
  }
  const atDoor = to.path === '/sign-in' || to.path === '/sign-up';
  if (!store.account && !atDoor) return navigateTo('/sign-in');
  if (store.account && atDoor) return navigateTo('/');
});
