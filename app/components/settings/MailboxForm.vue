<script setup lang="ts">
import { ShieldQuestion } from 'lucide-vue-next';
import { mailboxSchema, type MailboxInput, type MailServer } from '#shared/schemas/mailbox';
import type { MailboxInfo, MailProposal, ShownCertificate } from '#shared/types/mailbox';
import { addressProblem } from '#core/message/address';
import { useAccountStore } from '~/stores/account';

/** How a mailbox is reached: written down, tried, and kept when both servers have answered. */
const props = defineProps<{ mailbox?: MailboxInfo }>();
const emit = defineEmits<{ kept: [mailbox: MailboxInfo]; close: [] }>();

const { account, settings } = useAccountStore();
const empty = (port: number): MailServer => ({ host: '', port, security: 'tls', user: '', certificate: '' });
// What was written is here again when one comes back, but for passwords.
const journal = journalOf<Omit<MailboxInput, 'password' | 'sendingPassword'>>(
  account!.id,
  `mailbox${props.mailbox?.id ?? ''}`,
);
const written = journal.read();
const values = reactive({
  name: props.mailbox?.name ?? '',
  address: props.mailbox?.address ?? account!.address,
  password: '',
  sendingPassword: '',
  keepDays: props.mailbox?.keepDays ?? 0,
  waitDays: 0,
  receiving: { ...(props.mailbox?.receiving ?? empty(993)) },
  sending: { ...(props.mailbox?.sending ?? empty(465)) },
  ...(props.mailbox && { version: props.mailbox.version }),
  ...written,
});
watch(values, ({ password: _, sendingPassword: __, ...content }) => journal.write(content));
function leave() {
  journal.drop();
  emit('close');
}
const first = ref<{ focus(): void }>();
onMounted(() => first.value?.focus());
const { fields, problem, busy, submit, follow } = useForm(mailboxSchema);
follow(values);
const hasOtherPassword = ref(false);

const KEPT = [
  { days: 0, words: t('mailSettings.keepChoices.all') },
  { days: 30, words: t('mailSettings.keepChoices.month') },
  { days: 365, words: t('mailSettings.keepChoices.year') },
  { days: 1096, words: t('mailSettings.keepChoices.threeYears') },
];

const WAITING = [
  { days: 0, words: t('mailSettings.waitChoices.none') },
  { days: 7, words: t('mailSettings.waitChoices.week') },
  { days: 30, words: t('mailSettings.waitChoices.month') },
];

// From the address alone the servers are found.
const finding = ref(false);
const said = ref('');
const isFound = ref(Boolean(props.mailbox ?? written?.receiving.host));
async function find() {
  const { address } = values;
  if (finding.value || addressProblem(address)) return void (fields.value.address = t('invalid.noAddress'));
  finding.value = true;
  said.value = '';
  problem.value = '';
  try {
    const found = await api<MailProposal>('/mailboxes/proposal', { query: { address } });
    if (values.address !== address) return;
    for (const side of ['receiving', 'sending'] as const) {
      const { found: _, ...server } = found[side];
      Object.assign(values[side], server);
    }
    isFound.value = true;
    said.value = found.receiving.found && found.sending.found ? t('mailSettings.found') : t('mailSettings.notFound');
  } catch (error) {
    problem.value = messageOf(error);
  } finally {
    finding.value = false;
  }
}

/** A certificate that has to be looked at before anything is sent to its server. */
const certificate = shallowRef<ShownCertificate | null>(null);
async function connect() {
  if (!isFound.value) return find();
  certificate.value = null;
  said.value = '';
  await submit({ ...values, sendingPassword: hasOtherPassword.value ? values.sendingPassword : '' }, async (body) => {
    try {
      const path = props.mailbox ? `/mailboxes/${props.mailbox.id}` : '/mailboxes';
      const kept = await api<MailboxInfo>(path, { method: props.mailbox ? 'PUT' : 'POST', body });
      journal.drop();
      emit('kept', kept);
    } catch (error) {
      certificate.value = error instanceof ApiError ? (error.data.certificate ?? null) : null;
      throw error;
    }
  });
}
function trust({ side, pem }: ShownCertificate) {
  values[side].certificate = pem;
  void connect();
}
const until = (at: number) => when(at, settings!.locale, settings!.timeZone, false);
</script>

<template>
  <el-form label-position="top" class="mailbox" novalidate @submit.prevent="connect">
    <div class="columns">
      <el-form-item :label="t('mailSettings.address')" :error="fields.address" for="m-address">
        <el-input id="m-address" ref="first" v-model="values.address" type="email" autocomplete="email" />
      </el-form-item>
      <el-form-item
        :label="mailbox ? t('mailSettings.passwordKept') : t('mailSettings.password')"
        :error="fields.password"
        for="m-password"
      >
        <el-input id="m-password" v-model="values.password" type="password" autocomplete="off" />
      </el-form-item>
    </div>

    <template v-if="isFound">
      <ServerFields v-model="values.receiving" side="receiving" :fields="fields" />
      <ServerFields v-model="values.sending" side="sending" :fields="fields" />
      <div class="columns">
        <el-form-item :label="t('mailSettings.name')" :error="fields.name" for="m-name">
          <el-input id="m-name" v-model="values.name" :placeholder="t('mailSettings.nameHint')" />
        </el-form-item>
        <el-form-item :label="t('mailSettings.keepDays')" for="m-days">
          <el-select id="m-days" v-model="values.keepDays" :aria-label="t('mailSettings.keepDays')">
            <el-option v-for="{ days, words } in KEPT" :key="days" :value="days" :label="words" />
          </el-select>
        </el-form-item>
        <el-form-item v-if="!mailbox" :label="t('mailSettings.waitDays')" for="m-waits">
          <el-select id="m-waits" v-model="values.waitDays" :aria-label="t('mailSettings.waitDays')">
            <el-option v-for="{ days, words } in WAITING" :key="days" :value="days" :label="words" />
          </el-select>
        </el-form-item>
      </div>
      <el-checkbox v-model="hasOtherPassword">{{ t('mailSettings.otherPassword') }}</el-checkbox>
      <el-form-item v-if="hasOtherPassword" :label="t('mailSettings.sendingPassword')" for="m-sending-password">
        <el-input id="m-sending-password" v-model="values.sendingPassword" type="password" autocomplete="off" />
      </el-form-item>
    </template>

    <section v-if="certificate" class="certificate" aria-labelledby="m-certificate">
      <h3 id="m-certificate">
        <ShieldQuestion :size="16" aria-hidden="true" />{{ t(`mailSettings.certificateTitle.${certificate.side}`) }}
      </h3>
      <p>{{ problem }}</p>
      <p>
        {{
          t(certificate.expired ? 'mailSettings.certificateExpired' : 'mailSettings.certificateFor', {
            names: certificate.names,
            issuer: certificate.issuer,
            until: until(certificate.validTo),
          })
        }}
      </p>
      <p class="small soft">{{ t('mailSettings.fingerprint') }}</p>
      <p class="print">{{ certificate.fingerprint }}</p>
      <el-button v-if="!certificate.expired" @click="trust(certificate)">{{ t('mailSettings.trust') }}</el-button>
    </section>
    <p v-else-if="problem" class="notice bad" role="alert">{{ problem }}</p>

    <footer class="foot">
      <span v-if="finding" class="soft small" role="status">{{
        t('mailSettings.finding', { domain: values.address.split('@').at(-1)! })
      }}</span>
      <span v-else-if="busy" class="soft small" role="status">{{ t('mailSettings.trying') }}</span>
      <span v-else-if="said" class="soft small" role="status">{{ said }}</span>
      <button type="button" class="text-button" @click="leave">{{ t('common.cancel') }}</button>
      <button v-if="isFound && !mailbox" type="button" class="text-button" :disabled="finding" @click="find">
        {{ t('mailSettings.findServers') }}
      </button>
      <el-button type="primary" native-type="submit" :loading="busy || finding">
        {{
          !isFound
            ? t('mailSettings.findServers')
            : mailbox
              ? t('mailSettings.saveChanges')
              : t('mailSettings.connectNow')
        }}
      </el-button>
    </footer>
  </el-form>
</template>

<style scoped>
.mailbox {
  padding: var(--s3) 0;
}

.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s4);
}

.columns :deep(.el-form-item) {
  margin-bottom: var(--s3);
}

.certificate {
  margin: var(--s3) 0;
  padding: var(--s3) var(--s4) !important;
  border: 1px solid var(--rule-strong) !important;
  border-radius: var(--radius);
  background: var(--sheet);
}

.certificate h3 {
  display: flex;
  align-items: center;
  gap: var(--s2);
  font-weight: 600;
}

.print {
  margin-bottom: var(--s3);
  font-family: ui-monospace, monospace;
  font-size: 13px;
  overflow-wrap: anywhere;
}

.foot {
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: var(--s3);
  margin-top: var(--s3);
}

.foot [role='status'] {
  margin-right: auto;
}
</style>
