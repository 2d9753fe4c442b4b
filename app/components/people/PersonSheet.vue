<script setup lang="ts">
import { Archive, PenLine, Trash2, UsersRound } from 'lucide-vue-next';
import type { Person, PersonPage } from '#shared/types/person';

/** One person: facts, addresses, what passed between, and what is done with them. */
const props = defineProps<{
  person: PersonPage;
  names: string[];
  /** Facts were saved, possibly after one went on from here. */
  onChanged: (person: Person) => void;
}>();
const emit = defineEmits<{ replaced: [page: PersonPage]; deleted: [] }>();

const problem = ref('');
const { done, add, close, undo } = useDone(problem);
const joining = ref(false);
const deleting = ref(false);
const name = computed(() => props.person.fullName || props.person.address);
const said = computed(() => {
  const { messages: count, lastAt } = props.person;
  const ago = waited(lastAt, Date.now());
  return ago === t('app.justNow') ? t('people.justNow', { count }) : t('people.messages', { count, ago });
});

async function write() {
  problem.value = '';
  try {
    await beginLetter({ to: [{ name: props.person.fullName, address: props.person.address }] });
  } catch (error) {
    problem.value = messageOf(error);
  }
}

async function join(other: Pick<Person, 'id' | 'version' | 'address'> & { fullName?: string }) {
  joining.value = false;
  problem.value = '';
  const { id, version } = props.person;
  const of = name.value;
  try {
    const body = { version, other: other.id, otherVersion: other.version };
    emit('replaced', await api<PersonPage>(`/people/${id}/join`, { method: 'POST', body }));
    const text = t('people.joined', { name: of, other: other.fullName || other.address });
    add({ text, undo: () => apart(other.id) });
  } catch (error) {
    problem.value = messageOf(error);
  }
}
async function apart(part: string) {
  const body = { part };
  emit('replaced', await api<PersonPage>(`/people/${props.person.id}/apart`, { method: 'POST', body }));
}
async function takeApart(part: string, address: string) {
  problem.value = '';
  try {
    await apart(part);
    add({ text: t('people.isApart', { address }) });
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <article class="person" :aria-label="name">
    <header class="head">
      <div>
        <h2 class="title" dir="auto">{{ name }}</h2>
        <p v-if="person.messages" class="small soft">{{ said }}</p>
      </div>
      <div class="acts">
        <button type="button" class="text-button" @click="write">
          <PenLine :size="14" aria-hidden="true" />{{ t('people.write') }}
        </button>
        <a class="text-button" :href="`/api/people/${person.id}/archive`" download :title="t('people.archiveAbout')">
          <Archive :size="14" aria-hidden="true" />{{ t('people.archive') }}
        </a>
        <a class="text-button" :href="`/api/people/file?format=vcf&id=${person.id}`" download>{{
          t('people.vCard')
        }}</a>
        <button type="button" class="text-button" :aria-expanded="deleting" @click="deleting = !deleting">
          <Trash2 :size="14" aria-hidden="true" />{{ t('people.remove') }}
        </button>
      </div>
    </header>
    <DoneBar :done="done" @undo="undo" @close="close" />
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <DeletePerson v-if="deleting" :person="person" :name="name" @deleted="emit('deleted')" @close="deleting = false" />

    <div class="columns">
      <div class="left">
        <section class="sheet" :aria-label="t('people.facts')">
          <PersonFacts :key="person.id" :person="person" :names="names" @changed="onChanged" />
        </section>
        <section :aria-label="t('people.addresses')">
          <h3>{{ t('people.addresses') }}</h3>
          <ul>
            <li v-for="(one, i) in person.addresses" :key="one.id">
              <span dir="ltr">{{ one.address }}</span>
              <span v-if="person.addresses.length > 1" class="small soft">{{
                t('people.byAddress', { count: one.messages })
              }}</span>
              <button
                v-if="i"
                type="button"
                class="text-button small"
                :aria-label="t('people.apartOf', { address: one.address })"
                @click="takeApart(one.id, one.address)"
              >
                {{ t('people.apart') }}
              </button>
            </li>
          </ul>
          <p v-for="twin in person.twins" :key="twin.id" class="small twin">
            {{ t('people.twins', { name, address: twin.address }) }}
            <button type="button" class="text-button small" @click="join(twin)">
              {{ t('people.joinWith', { name: twin.address }) }}
            </button>
          </p>
          <JoinPerson v-if="joining" :id="person.id" :name="name" @join="join" @close="joining = false" />
          <button v-else type="button" class="text-button" @click="joining = true">
            <UsersRound :size="14" aria-hidden="true" />{{ t('people.join') }}
          </button>
        </section>
        <section :aria-label="t('people.notesSent')">
          <h3>{{ t('people.notesSent') }}</h3>
          <p v-if="!person.notes.length" class="small soft">{{ t('people.noNotesSent') }}</p>
          <ul>
            <li v-for="note in person.notes" :key="note.id">
              <NuxtLink :to="{ path: '/library', query: { note: note.id } }" dir="auto">{{ note.name }}</NuxtLink>
              <span class="small soft">{{ waited(note.at, Date.now()) }}</span>
            </li>
          </ul>
        </section>
      </div>
      <PersonMessages :id="person.id" :key="person.id" :count="person.messages" class="right" />
    </div>
  </article>
</template>

<style scoped>
.person {
  display: flex;
  flex-direction: column;
  gap: var(--s2);
  min-height: 0;
  height: 100%;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: var(--s4);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2);
}

.acts a {
  text-decoration: none;
}

.title {
  font: 600 var(--text-title) / 1.3 var(--serif);
  overflow-wrap: anywhere;
}

.columns {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(340px, 0.9fr) minmax(0, 1fr);
  gap: var(--s5);
}

.left,
.right {
  min-height: 0;
  overflow-y: auto;
  padding: 2px 2px var(--s4);
}

.left {
  display: grid;
  gap: var(--s4);
  align-content: start;
}

.sheet {
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

h3 {
  font: 600 16px var(--serif);
  margin-bottom: var(--s1);
}

ul {
  list-style: none;
  margin: 0 0 var(--s1);
  padding: 0;
}

li {
  display: flex;
  align-items: baseline;
  gap: var(--s2);
  overflow-wrap: anywhere;
}

.twin {
  padding: var(--s1) var(--s2);
  background: var(--apricot-wash);
  border-radius: var(--radius);
}
</style>
