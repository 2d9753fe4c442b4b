import type { Person } from '#shared/types/person';
import { personSchema } from '#shared/schemas/person';
import { useAccountStore } from '~/stores/account';
import { handingOver } from '~/utils/handingOver';

/** What of a person is edited. */
type Edited = Pick<Person, 'firstName' | 'lastName' | 'fullName' | 'company' | 'greetingName' | 'form' | 'fields'>;

const editedOf = ({ firstName, lastName, fullName, company, greetingName, form, fields }: Edited): Edited => ({
  ...{ firstName, lastName, fullName, company, greetingName, form },
  fields: fields.map((field) => ({ ...field })),
});

const WAIT_MS = 600;
const RETRY_MS = 3_000;

/**
 * The facts of one person, saved by themselves shortly after they were changed. What could not be saved is written down in
 * this browser, and is here again when one comes back.
 */
export function usePersonEditing(start: Person, onChanged: (person: Person) => void) {
  const { account } = useAccountStore();
  const journal = journalOf<Edited>(account!.id, `person:${start.id}`);
  const values = reactive<Edited>(editedOf(start));
  const form = useForm(personSchema);
  form.follow(values);
  const state = ref<'saved' | 'waiting' | 'invalid' | 'conflict'>('saved');
  const restored = ref(false);
  let version = start.version;
  /** As the server has it. */
  let known = JSON.stringify(editedOf(start));
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | null = null;
  let isGone = false;

  const isChanged = () => JSON.stringify(values) !== known;
  function take(person: Person) {
    version = person.version;
    known = JSON.stringify(editedOf(person));
  }

  /** Saves what stands here; what is being saved already is waited for, so that it is not saved twice. */
  async function save(): Promise<void> {
    while (saving) await saving;
    saving = saveNow().finally(() => (saving = null));
    await saving;
  }
  async function saveNow(): Promise<void> {
    clearTimeout(timer);
    if (!isChanged()) {
      state.value = 'saved';
      return journal.drop();
    }
    const sent = JSON.stringify(values);
    // A row that was added and left empty is none.
    const fields = values.fields.filter(({ name, value }) => name.trim() || value.trim());
    const done = await form.submit({ ...values, fields, version }, async (valid) => {
      const person = await api<Person>(`/people/${start.id}`, { method: 'PUT', body: valid, keepalive: isGone });
      take(person);
      known = sent;
      onChanged(person);
    });
    if (done) {
      state.value = isChanged() ? 'waiting' : 'saved';
      if (state.value === 'saved') journal.drop();
      else if (!isGone) timer = setTimeout(() => void save(), WAIT_MS);
    } else if (form.code.value === 'stale') state.value = 'conflict';
    else {
      state.value = form.code.value ? 'waiting' : 'invalid';
      if (form.code.value && !isGone) timer = setTimeout(() => void save(), RETRY_MS);
    }
  }

  watch(values, () => {
    if (!isChanged()) return;
    journal.write(editedOf(values));
    if (state.value === 'conflict') return;
    state.value = 'waiting';
    clearTimeout(timer);
    timer = setTimeout(() => void save(), WAIT_MS);
  });

  const written = journal.read();
  if (written && JSON.stringify(written) !== known) {
    Object.assign(values, written);
    restored.value = true;
    state.value = 'waiting';
    timer = setTimeout(() => void save(), WAIT_MS);
  }

  /** The person was read anew; what is being typed here stays. */
  function refresh(person: Person) {
    if (person.version <= version || state.value !== 'saved') return;
    take(person);
    Object.assign(values, editedOf(person));
  }

  const read = () => api<Person>(`/people/${start.id}`);
  async function keepMine() {
    version = (await read()).version;
    state.value = 'waiting';
    await save();
  }
  async function takeNewer() {
    const newer = await read();
    take(newer);
    Object.assign(values, editedOf(newer));
    form.problem.value = '';
    state.value = 'saved';
    restored.value = false;
    journal.drop();
    onChanged(newer);
  }

  onBeforeUnmount(() => {
    isGone = true;
    clearTimeout(timer);
    if (state.value === 'waiting') handingOver(save());
  });

  return { values, fields: form.fields, problem: form.problem, state, restored, refresh, keepMine, takeNewer };
}
