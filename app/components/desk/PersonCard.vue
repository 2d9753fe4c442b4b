<script setup lang="ts">
import { ArrowUpRight, UserPlus } from 'lucide-vue-next';
import type { Person } from '#shared/types/person';
import type { Mailbox } from '#core/message/address';

/** What is known of whom a letter is for, or came from; seen and changed where one is. */
const props = defineProps<{
  box: Mailbox;
  /** Null where nobody was met, undefined as long as that is not read. */
  person: Person | null | undefined;
  /** Whether it stands in place of something and can be closed. */
  closes?: boolean;
  /** Something of them was saved, possibly after one went on from here. */
  onChanged: (person: Person) => void;
}>();
const emit = defineEmits<{ close: [] }>();

const problem = ref('');
async function keep() {
  problem.value = '';
  try {
    props.onChanged(await api<Person>('/people', { method: 'POST', body: props.box }));
  } catch (error) {
    problem.value = messageOf(error);
  }
}
</script>

<template>
  <section class="card" :aria-label="t('desk.thePerson')">
    <button v-if="closes" type="button" class="text-button close" @click="emit('close')">
      {{ t('common.close') }}
    </button>
    <template v-if="!box.address">
      <h2 class="title">{{ t('desk.whoFor') }}</h2>
      <p class="soft">
        {{ t('desk.addRecipient') }}
      </p>
    </template>
    <template v-else-if="!person">
      <h2 class="title" dir="auto">{{ box.name || box.address }}</h2>
      <p v-if="person === null || closes" class="soft">{{ closes ? box.address : t('desk.notMet') }}</p>
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <button v-if="closes" type="button" class="text-button" @click="keep">
        <UserPlus :size="14" aria-hidden="true" />{{ t('people.keepPerson') }}
      </button>
    </template>
    <template v-else>
      <h2 class="title" dir="auto">{{ person.fullName || box.address }}</h2>
      <p class="soft small">
        {{ t('desk.addressAndMessages', { address: box.address, count: person.messages }) }}
        <NuxtLink :to="{ path: '/people', query: { person: person.id } }" class="page">
          {{ t('people.openPage') }}<ArrowUpRight :size="12" aria-hidden="true" />
        </NuxtLink>
      </p>
      <LazyPersonFacts :key="person.id" :person="person" class="form" @changed="onChanged" />
    </template>
  </section>
</template>

<style scoped>
.card {
  margin-top: 40px;
  padding: var(--s4) var(--s5);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  overflow-y: auto;
}

.close {
  float: inline-end;
}

.title {
  font: 600 var(--text-title) / 1.3 var(--serif);
  margin-bottom: var(--s1);
  overflow-wrap: anywhere;
}

.page {
  white-space: nowrap;
}

.form {
  margin-top: var(--s4);
}
</style>
