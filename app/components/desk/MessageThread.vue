<script setup lang="ts">
import { ChevronDown, ChevronRight } from 'lucide-vue-next';
import type { MessageRow } from '#shared/types/wire';
import { addressKey } from '#core/message/address';
import { useAccountStore } from '~/stores/account';

/** The other messages of a conversation, folded under the one that is open; read when they are unfolded. */
const props = defineProps<{ messageId: string; count: number }>();
const emit = defineEmits<{ message: [id: string] }>();

const account = useAccountStore();
const rows = shallowRef<MessageRow[]>([]);
const isOpen = ref(false);
const reading = ref(false);
const problem = ref('');
async function read() {
  reading.value = true;
  problem.value = '';
  try {
    rows.value = await api<MessageRow[]>(`/messages/${props.messageId}/thread`);
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    reading.value = false;
  }
}
function turn() {
  isOpen.value = !isOpen.value;
  if (isOpen.value) void read();
}
const own = computed(() => new Set(account.account?.addresses ?? []));
const sender = ({ from }: MessageRow) =>
  own.value.has(addressKey(from.address)) ? t('waiting.you') : from.name || from.address || t('desk.senderNotNamed');
const at = (row: MessageRow) => when(row.receivedAt, account.settings!.locale, account.settings!.timeZone);
</script>

<template>
  <div class="thread">
    <button type="button" class="text-button small" :aria-expanded="isOpen" @click="turn">
      <component :is="isOpen ? ChevronDown : ChevronRight" :size="14" aria-hidden="true" />{{
        isOpen ? t('waiting.hideThread') : t('waiting.thread', { count })
      }}
    </button>
    <p v-if="isOpen && problem" class="notice bad" role="alert">
      {{ problem }} <button type="button" class="text-button" @click="read">{{ t('common.tryAgain') }}</button>
    </p>
    <p v-else-if="isOpen && reading && !rows.length" class="small soft" role="status">
      {{ t('waiting.fetchingThread') }}
    </p>
    <ul v-if="isOpen && rows.length" :aria-label="t('waiting.earlier')">
      <li v-for="row in rows" :key="row.id">
        <button type="button" class="plain-button one" @click="emit('message', row.id)">
          <span class="who" dir="auto">{{ sender(row) }}</span>
          <span class="small soft">{{ at(row) }}</span>
          <span class="small soft text" dir="auto">{{ row.preview || row.subject }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.thread {
  margin-top: var(--s4);
  padding-top: var(--s2);
  border-top: 1px solid var(--rule);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.one {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 var(--s3);
  padding: var(--s1) var(--s2);
}

.one:hover {
  background: var(--ground);
}

.who {
  font-weight: 500;
}

.text {
  grid-column: 1 / -1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
