import type { Person } from '#shared/types/person';
import { addressKey } from '#core/message/address';
import { allHandedOver } from '~/utils/handingOver';

/** What is known of whom an address is: null where nobody was met by it. */
export interface Met {
  address: string;
  person: Person | null;
}

/** The person of an address; undefined as long as it is not known, for what is known of another says nothing of them. */
export const metBy = (met: Met | null, address = ''): Person | null | undefined =>
  met?.address === address ? met.person : undefined;

/** Whether what was changed of a person is of whoever is met by an address. */
export const isTheirs = (changed: Person, { address, person }: Met): boolean =>
  person ? changed.id === person.id : addressKey(changed.address) === addressKey(address);

const RETRY_MS = 3_000;

/** Whom the open letter is for, by the first address it goes to, and what is known of them. */
export function useRecipient() {
  const address = ref('');
  const met = shallowRef<Met | null>(null);
  const person = computed(() => metBy(met.value, address.value));
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function read(): Promise<void> {
    clearTimeout(timer);
    const asked = address.value;
    if (!asked.includes('@')) return void take(null);
    try {
      await allHandedOver();
      const [person = null] = await api<Person[]>('/people', { query: { address: asked } });
      // What was saved while it was on its way is newer.
      const known = metBy(met.value, asked);
      const isNews = !known || known.id !== person?.id || known.version < person.version;
      if (address.value === asked && isNews) take(person);
    } catch {
      // The letter is filled with it, so it is asked for until it is known.
      if (address.value === asked) timer = setTimeout(() => void read(), RETRY_MS);
    }
  }

  const take = (person: Person | null) => (met.value = { address: address.value, person });

  /** Takes over what was changed of whom the letter is for; of anybody else it is of no use here. */
  function know(changed: Person): void {
    const known = { address: address.value, person: person.value ?? null };
    if (isTheirs(changed, known)) take({ ...changed, address: person.value?.address ?? changed.address });
  }

  useChangedElsewhere(read);
  onBeforeUnmount(() => {
    clearTimeout(timer);
    address.value = '';
  });

  return {
    address,
    met,
    person,
    know,
    /** Somebody is written to, or somebody else. */
    meet(next: string): void {
      address.value = next;
      void read();
    },
  };
}
