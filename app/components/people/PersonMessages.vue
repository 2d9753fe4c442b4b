<script setup lang="ts">
import { Paperclip } from 'lucide-vue-next';
import type { FoundMessage, FoundPage } from '#shared/types/wire';
import { useAccountStore } from '~/stores/account';

/** What passed between the user and a person, the newest first. */
const props = defineProps<{
  id: string;
  /** How many messages are counted; another number has them read anew. */ count: number;
}>();

const { settings } = useAccountStore();
const rows = shallowRef<FoundMessage[]>([]);
const next = ref('');
const state = ref<'loading' | 'ready'>('loading');
const problem = ref('');

const asking = lastAsked();
async function read(after = '') {
  const isLast = asking();
  state.value = 'loading';
  try {
    const page = await api<FoundPage>(`/people/${props.id}/messages`, { query: { after } });
    if (!isLast()) return;
    rows.value = after ? [...rows.value, ...page.rows] : page.rows;
    next.value = page.next;
    problem.value = '';
  } catch (error) {
    if (isLast()) problem.value = messageOf(error);
  }
  if (isLast()) state.value = 'ready';
}
watch(
  () => props.count,
  () => read(),
  { immediate: true },
);
const day = ({ receivedAt }: FoundMessage) => when(receivedAt, settings!.locale, settings!.timeZone, false);
</script>

<template>
  <section class="past" :aria-label="t('people.between')">
    <h3>{{ t('people.between') }}</h3>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read()">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-else-if="!rows.length" class="soft" role="status">
      {{ state === 'loading' ? t('people.opening') : t('people.nothingBetween') }}
    </p>
    <ul>
      <li v-for="row in rows" :key="row.id">
        <NuxtLink :to="{ path: '/', query: { message: row.id } }" class="row">
          <span class="small soft"
            >{{ day(row) }}<br />{{ row.folder === 'sent' ? t('people.youWrote') : t('people.theyWrote') }}</span
          >
          <span class="what">
            <span class="subject" dir="auto"
              >{{ row.subject || t('common.noSubject') }}
              <Paperclip v-if="row.attachments" :size="12" :aria-label="t('mailSearch.hasFiles')"
            /></span>
            <span class="small soft excerpt" dir="auto">{{ row.excerpt }}</span>
          </span>
        </NuxtLink>
      </li>
    </ul>
    <button v-if="next" type="button" class="text-button" :disabled="state === 'loading'" @click="read(next)">
      {{ t('people.more') }}
    </button>
  </section>
</template>

<style scoped>
h3 {
  font: 600 16px var(--serif);
  margin-bottom: var(--s2);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.row {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: var(--s3);
  padding: 6px var(--s2);
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
}

.row:hover {
  background: var(--sheet);
}

.what {
  display: grid;
}

.subject,
.excerpt {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
