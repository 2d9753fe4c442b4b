<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { Plus } from 'lucide-vue-next';
import type { FolderInfo, MailboxInfo } from '#shared/types/mailbox';
import { useAccountStore } from '~/stores/account';

/** The mailboxes of the account: how each stands with its server, and what can be done with it. */
const account = useAccountStore();
const { settings } = account;
const mailboxes = shallowRef<MailboxInfo[] | null>(null);
const problem = ref('');
const { done, add, close, undo } = useDone(problem);
/** The one that is being written; '' for a new one, null for none. */
const writing = ref<string | null>(null);
const showsFolders = ref('');
const leaving = ref('');
const keepMessages = ref(true);

async function read(): Promise<void> {
  try {
    mailboxes.value = await api<MailboxInfo[]>('/mailboxes');
  } catch (error) {
    problem.value = messageOf(error);
  }
}
onMounted(read);
const READ_MS = 2_000;
useIntervalFn(() => {
  // What is in step is looked at when the page is; what is being read is watched.
  if (mailboxes.value?.length && !document.hidden) void read();
}, READ_MS);

const act = (work: () => Promise<unknown>) =>
  work()
    .catch((error) => void (problem.value = messageOf(error)))
    .then(read);

function onKept({ name }: MailboxInfo) {
  add({ text: t(writing.value ? 'mailSettings.changed' : 'mailSettings.connected', { name }) });
  void leave();
  // Its address is one of the user's own from now on.
  void account.load().catch(() => {});
  void read();
}
const section = ref<HTMLElement>();
/** Leaves what was written; the focus is where it was begun. */
async function leave() {
  const button = `[data-write="${writing.value}"]`;
  writing.value = null;
  await nextTick();
  section.value?.querySelector<HTMLElement>(button)?.focus();
}
const setPaused = ({ id }: MailboxInfo, paused: boolean) =>
  act(() => api(`/mailboxes/${id}/paused`, { method: 'PUT', body: { paused } }));
const setRole = ({ id }: FolderInfo, role: FolderInfo['role']) =>
  act(() => api(`/folders/${id}`, { method: 'PUT', body: { role } }));
const remove = once(async ({ id, name }: MailboxInfo) => {
  leaving.value = '';
  await act(async () => {
    await api(`/mailboxes/${id}`, { method: 'DELETE', query: { keepMessages: keepMessages.value } });
    add({ text: t('mailSettings.disconnected', { name }) });
  });
});

const number = (value: number) => new Intl.NumberFormat(settings!.locale).format(value);
const percentage = ({ here, total }: MailboxInfo) => (total ? Math.min(100, Math.round((here / total) * 100)) : 0);
function stateOf(mailbox: MailboxInfo): string {
  const { state, here, total, syncedAt, paused } = mailbox;
  if (paused) return t('mailSettings.states.paused');
  if (state === 'problem' && mailbox.problem) return say(mailbox.problem);
  if (state === 'reading') return t('mailSettings.states.reading', { here: number(here), total: number(total) });
  if (state === 'ready')
    return syncedAt
      ? t('mailSettings.states.ready', { when: when(syncedAt, settings!.locale, settings!.timeZone) })
      : t('mailSettings.states.readyNow');
  return t('mailSettings.states.new');
}
const ROLES: FolderInfo['role'][] = ['inbox', 'sent', 'archive', 'trash', 'junk', 'own', 'none'];
</script>

<template>
  <section ref="section" aria-labelledby="s-mail">
    <h2 id="s-mail">{{ t('mailSettings.title') }}</h2>
    <p class="soft small">
      {{ t('mailSettings.about') }}
      <template v-if="mailboxes?.length === 0">{{ t('mailSettings.aboutStandIn') }}</template>
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <DoneBar :done="done" class="said" @undo="undo" @close="close" />
    <ul v-if="mailboxes">
      <li v-for="mailbox in mailboxes" :key="mailbox.id">
        <LazyMailboxForm v-if="writing === mailbox.id" :mailbox="mailbox" @kept="onKept" @close="leave" />
        <template v-else>
          <div class="line">
            <b dir="auto">{{ mailbox.name }}</b>
            <span v-if="mailbox.name !== mailbox.address" class="soft">{{ mailbox.address }}</span>
            <span class="gap" />
            <button
              type="button"
              class="text-button small"
              :data-write="mailbox.id"
              :aria-label="t('mailSettings.changeOf', { name: mailbox.name })"
              @click="writing = mailbox.id"
            >
              {{ t('mailSettings.change') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-label="t(mailbox.paused ? 'mailSettings.goOnOf' : 'mailSettings.pauseOf', { name: mailbox.name })"
              @click="setPaused(mailbox, !mailbox.paused)"
            >
              {{ t(mailbox.paused ? 'mailSettings.goOn' : 'mailSettings.pause') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-expanded="showsFolders === mailbox.id"
              :aria-label="t('mailSettings.foldersOf', { name: mailbox.name })"
              @click="showsFolders = showsFolders === mailbox.id ? '' : mailbox.id"
            >
              {{ t('mailSettings.folders') }}
            </button>
            <button
              type="button"
              class="text-button small"
              :aria-label="t('mailSettings.takeAwayOf', { name: mailbox.name })"
              @click="((leaving = mailbox.id), (keepMessages = true))"
            >
              {{ t('mailSettings.takeAway') }}
            </button>
          </div>
          <p
            class="small"
            :class="mailbox.state === 'problem' && !mailbox.paused ? 'wrong' : 'soft'"
            role="status"
            :aria-label="mailbox.name"
          >
            {{ stateOf(mailbox) }}
            <template v-if="mailbox.acts">{{ t('mailSettings.acts', { count: mailbox.acts }) }}</template>
            <template v-if="mailbox.actsProblem">{{ ' ' + say(mailbox.actsProblem) }}</template>
          </p>
          <el-progress
            v-if="mailbox.state === 'reading' && !mailbox.paused"
            :percentage="percentage(mailbox)"
            :format="() => t('mailSettings.progress', { here: number(mailbox.here), total: number(mailbox.total) })"
          />
          <div v-if="leaving === mailbox.id" class="leaving" role="group" :aria-label="t('mailSettings.takeAway')">
            <p>{{ t('mailSettings.takeAwayAsk', { name: mailbox.name }) }}</p>
            <el-radio-group v-model="keepMessages" :aria-label="t('mailSettings.takeAway')">
              <el-radio :value="true">{{ t('mailSettings.keepMessages') }}</el-radio>
              <el-radio :value="false">{{ t('mailSettings.dropMessages') }}</el-radio>
            </el-radio-group>
            <div>
              <el-button @click="remove(mailbox)">{{ t('mailSettings.takeAway') }}</el-button>
              <button type="button" class="text-button" @click="leaving = ''">{{ t('common.cancel') }}</button>
            </div>
          </div>
          <div v-if="showsFolders === mailbox.id" class="folders">
            <p class="small soft">{{ t('mailSettings.foldersAbout') }}</p>
            <div v-for="folder in mailbox.folders" :key="folder.id" class="folder">
              <span dir="auto">{{ folder.path }}</span>
              <span class="soft small">{{ number(folder.total) }}</span>
              <el-select
                :model-value="folder.role"
                size="small"
                :aria-label="t('mailSettings.roleOf', { folder: folder.path })"
                @update:model-value="(role: FolderInfo['role']) => setRole(folder, role)"
              >
                <el-option v-for="role in ROLES" :key="role" :value="role" :label="t(`mailSettings.roles.${role}`)" />
              </el-select>
            </div>
          </div>
        </template>
      </li>
    </ul>
    <LazyMailboxForm v-if="writing === ''" @kept="onKept" @close="leave" />
    <button v-else type="button" class="text-button" data-write="" @click="writing = ''">
      <Plus :size="14" aria-hidden="true" />{{ t('mailSettings.connect') }}
    </button>
  </section>
</template>

<style scoped src="../../styles/settingList.css"></style>
<style scoped>
.said {
  margin-top: var(--s2);
}

.leaving {
  display: grid;
  gap: var(--s2);
  margin: var(--s2) 0;
  padding: var(--s3);
  background: var(--ground-deep);
  border-radius: var(--radius);
}

.folders {
  margin: var(--s2) 0;
}

.folder {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 70px 170px;
  gap: var(--s2);
  align-items: center;
  padding: 3px 0;
}
</style>
