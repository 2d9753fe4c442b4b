/**
 * Goes to something within the page, by the query of its address. Nothing happens any more once another page was gone to:
 * what comes late from a slow server is not taken there.
 */
export function useChoosing() {
  const router = useRouter();
  const { path } = useRoute();
  return async (query: Record<string, string>, replace = false): Promise<void> => {
    if (router.currentRoute.value.path === path) await navigateTo({ query }, { replace });
  };
}
