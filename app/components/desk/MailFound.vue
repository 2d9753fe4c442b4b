<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import type { FoundMessage, FoundPage } from '#shared/types/wire';
import type { Mailbox } from '#core/message/address';
import { useAccountStore } from '~/stores/account';
import { useMailStore } from '~/stores/mail';

/** What is found in all mail while words are typed, the newest first, with the words marked. */
const props = defineProps<{ words: string; messageId: string; /** Whose message is open. */ person: Mailbox | null }>();
const emit = defineEmits<{ message: [id: string] }>();

const mail = useMailStore();
const account = useAccountStore();
const filters = reactive({ where: '', since: '', hasFiles: false, person: '' });
/** Whose messages alone may be found: who is chosen, whatever is opened meanwhile. */
const only = shallowRef<Mailbox | null>(null);
const whose = computed(() => only.value ?? props.person);
function turnOnly() {
  only.value = only.value ? null : props.person;
  filters.person = only.value?.address ?? '';
}
const places = computed(() => [
  ...(['inbox', 'sent', 'archive', 'trash', 'junk'] as const).map((name) => [name, t(`desk.${name}`)] as const),
  ...mail.folders.map(({ id, path }) => [id, path] as const),
]);

const rows = shallowRef<FoundMessage[]>([]);
const terms = shallowRef<string[]>([]);
const next = ref('');
const state = ref<'searching' | 'ready'>('ready');
const problem = ref('');
const asking = lastAsked();

async function ask(after = ''): Promise<void> {
  const isLast = asking();
  state.value = 'searching';
  const isFolder = filters.where.length === 26;
  const query = {
    words: props.words.slice(0, 200),
    person: filters.person,
    folder: isFolder ? '' : filters.where,
    inFolder: isFolder ? filters.where : '',
    since: filters.since,
    hasFiles: filters.hasFiles,
    after,
  };
  try {
    const page = await api<FoundPage>('/messages/search', { query });
    if (!isLast()) return;
    rows.value = after ? [...rows.value, ...page.rows] : page.rows;
    terms.value = page.terms;
    next.value = page.next;
    problem.value = '';
  } catch (error) {
    if (isLast()) problem.value = messageOf(error);
  }
  if (isLast()) state.value = 'ready';
}
watchDebounced([() => props.words, filters], () => ask(), { debounce: 120, immediate: true });

const correspondent = (row: FoundMessage) => {
  const box = row.folder === 'sent' ? row.to[0] : row.from;
  const name = box?.name || box?.address || t('desk.senderNotNamed');
  return row.folder === 'sent' ? t('desk.sentTo', { names: name }) : name;
};
const day = (row: FoundMessage) => when(row.receivedAt, account.settings!.locale, account.settings!.timeZone, false);
</script>

<template>
  <div class="found">
    <div class="filters small">
      <select v-model="filters.where" class="field" :aria-label="t('mailSearch.where')">
        <option value="">{{ t('mailSearch.everywhere') }}</option>
        <option v-for="[value, title] in places" :key="value" :value="value">{{ title }}</option>
      </select>
      <label><input v-model="filters.hasFiles" type="checkbox" /> {{ t('mailSearch.hasFiles') }}</label>
      <label>{{ t('mailSearch.since') }} <input v-model="filters.since" type="date" class="field" /></label>
      <label v-if="whose">
        <input type="checkbox" :checked="Boolean(only)" @change="turnOnly" />
        {{ t('mailSearch.onlyWith', { person: whose.name || whose.address }) }}
      </label>
    </div>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }}
      <button type="button" class="text-button" @click="ask()">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-else-if="!rows.length" class="state soft" role="status">
      {{ state === 'searching' ? t('mailSearch.searching') : t('mailSearch.none') }}
    </p>
    <ul :aria-label="t('mailSearch.found')">
      <li v-for="row in rows" :key="row.id">
        <button
          type="button"
          class="plain-button one"
          :class="{ open: row.id === messageId }"
          :aria-current="row.id === messageId ? 'true' : undefined"
          @click="emit('message', row.id)"
        >
          <span class="who" dir="auto"><MarkedText beginnings :text="correspondent(row)" :terms="terms" /></span>
          <span class="small soft">{{ day(row) }}</span>
          <span class="line" dir="auto"
            ><MarkedText beginnings :text="row.subject || t('common.noSubject')" :terms="terms"
          /></span>
          <span class="line small soft" dir="auto"><MarkedText beginnings :text="row.excerpt" :terms="terms" /></span>
        </button>
      </li>
      <li v-if="next">
        <button type="button" class="text-button more" :disabled="state === 'searching'" @click="ask(next)">
          {{ t('desk.showMore') }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.found {
  min-height: 0;
  display: flex;
  flex-direction: column;
}

.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s1) var(--s2);
  padding: var(--s2) var(--s3);
  border-bottom: 1px solid var(--rule);
}

.filters label {
  display: inline-flex;
  align-items: center;
  gap: var(--s1);
}

.filters .field {
  width: 104px;
  min-height: 28px;
  padding: 2px 8px;
}

.filters [type='date'] {
  width: 136px;
}

.state {
  padding: var(--s4);
}

ul {
  flex: 1;
  min-height: 0;
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
}

.one {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 var(--s2);
  padding: 7px var(--s3) 8px;
  border-bottom: 1px solid var(--rule);
}

.one:hover {
  background: var(--ground);
}

.one.open {
  background: var(--sheet);
}

.one:focus-visible {
  outline-offset: -2px;
}

.who {
  font-weight: 500;
}

.who,
.line {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.line {
  grid-column: 1 / -1;
}

.more {
  display: block;
  margin: var(--s2) auto;
}
</style>
