import type { Signature } from '#core/note/signature';
import type { LookPeople } from '#shared/types/wire';
import { useAccountStore } from '~/stores/account';
import type { useDraft } from './useDraft';

/** The choice of the signature under a letter. */
export function useSignature(
  handle: ReturnType<typeof useDraft>,
  around: { current: Ref<Signature | null>; known: Ref<LookPeople> },
) {
  const account = useAccountStore();
  const signatures = computed(() => account.settings!.signatures);
  /** One that was chosen for this person before, while none is chosen for this letter. */
  const proposed = computed(() => {
    const chosen = signatures.value.find(({ id }) => id === around.known.value.signature);
    const isNew = handle.draft.value?.signature === null && chosen?.id !== around.current.value?.id;
    return (isNew && chosen) || null;
  });
  const choose = (id: string) => handle.change({ signature: id });
  /** The one after this; after the last none, and then the first again. */
  function next(): void {
    const ids = [...signatures.value.map(({ id }) => id), ''];
    choose(ids[(ids.indexOf(around.current.value?.id ?? '') + 1) % ids.length]!);
  }
  return { signatures, proposed, choose, next };
}
